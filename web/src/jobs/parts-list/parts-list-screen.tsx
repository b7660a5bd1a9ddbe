import { DownloadOutlined } from '@ant-design/icons'
import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import type { BoardPart, ShelfBelt } from '@emery/core/api'
import { partsCsv } from '@emery/core/exchange'
import { daysFrom, onShelf, PLACES_IN_ORDER, priceOf } from '@emery/core/jobs'
import { useMoney } from '../../rules/use-money.ts'
import { shelfQuery } from '../../shelf/shelf-api.ts'
import { Notice } from '../../ui/notice.tsx'
import { PlainSheet } from '../../ui/print/sheet.tsx'
import { saveCsv } from '../../ui/save-csv.ts'
import { useNow } from '../../ui/use-now.ts'
import { boardPartsQuery } from '../jobs-api.ts'
import { PLACE_WORDS } from '../stage-words.ts'
import styles from './parts-list.module.css'

const DAYS = 7

/** Parts of the week's jobs, and of those promised for no day: what to order, what lies on the shelf already, what goes back. */
export function PartsListScreen() {
  const today = dayjs(useNow(null)).format('YYYY-MM-DD')
  const { data, error } = useQuery(boardPartsQuery(daysFrom(today, DAYS + 1).at(-1) ?? ''))
  const { data: shelf = [] } = useQuery(shelfQuery())
  if (data === undefined)
    return error === null ? (
      <p role="status" style={{ padding: 32 }}>
        Loading the parts …
      </p>
    ) : (
      <Notice title="The parts could not be loaded" detail={error.message} />
    )
  const { parts } = data
  return (
    <PlainSheet
      name="Parts of the week"
      head="Parts of the week"
      beside={`from ${dayjs(today).format('ddd D MMM YYYY')}`}
      back={{ to: '/board?view=week', label: 'Back to the week' }}
      more={
        <Button
          size="large"
          icon={<DownloadOutlined aria-hidden />}
          disabled={parts.length === 0}
          onClick={() => saveCsv(partsCsv(parts), 'parts-of-the-week.csv')}
        >
          CSV
        </Button>
      }
    >
      <h1 className="unseen">Parts of the week</h1>
      {parts.length === 0 && <p>No job of this week needs a part.</p>}
      {PLACES_IN_ORDER.map((place) => {
        const these = parts.filter((part) => part.place === place)
        return (
          these.length > 0 && (
            <section key={place} aria-label={PLACE_WORDS[place]}>
              <h2>{PLACE_WORDS[place]}</h2>
              <PartsTable parts={these} shelf={place === 'wanted' ? shelf : []} />
            </section>
          )
        )
      })}
      {data.more && <p>and more, of jobs promised later</p>}
    </PlainSheet>
  )
}

interface PartsTableProps {
  readonly parts: readonly BoardPart[]
  /** Belts that a part may be taken from; none where it is there already. */
  readonly shelf: readonly ShelfBelt[]
}

function PartsTable({ parts, shelf }: PartsTableProps) {
  const price = priceOf(parts)
  const money = useMoney()
  return (
    <table className={styles['parts']}>
      <thead>
        <tr>
          <th scope="col">Part</th>
          <th scope="col">Number</th>
          <th scope="col">Count</th>
          <th scope="col">From</th>
          <th scope="col">For</th>
          {money !== null && <th scope="col">Price of one</th>}
        </tr>
      </thead>
      <tbody>
        {parts.map((part) => {
          const there = onShelf(part, shelf)
          return (
            <tr key={`${part.jobId} ${part.id}`}>
              <td>{part.what}</td>
              <td className="figures">{part.number}</td>
              <td className="figures">{part.count}</td>
              <td>
                {part.supplier ?? ''}
                {there.map(({ id, mark, place: where, count }) => (
                  <b key={id}>
                    on the shelf: {mark} {where} ({count})
                  </b>
                ))}
                {part.backBy !== '' && ` back by ${dayjs(part.backBy).format('D MMM')}`}
              </td>
              <td>
                <Link to={`/drives/${part.driveId}/belt-change?job=${part.jobId}`}>Job {part.jobNumber}</Link>{' '}
                {part.vehicle === null ? '' : part.vehicle.plate === '' ? part.vehicle.name : part.vehicle.plate}
              </td>
              {money !== null && <td className="figures">{part.price == null ? '' : money.text(part.price)}</td>}
            </tr>
          )
        })}
      </tbody>
      {money !== null && price !== null && price > 0 && (
        <tfoot>
          <tr>
            <td colSpan={5}>Together</td>
            <td className="figures">{money.text(price)}</td>
          </tr>
        </tfoot>
      )}
    </table>
  )
}
