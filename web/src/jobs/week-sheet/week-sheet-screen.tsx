import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { daysFrom, weekPlan } from '@emery/core/jobs'
import { Notice } from '../../ui/notice.tsx'
import { PlainSheet } from '../../ui/print/sheet.tsx'
import { useNow } from '../../ui/use-now.ts'
import { hoursText } from '../hours-text.ts'
import { boardWeekQuery } from '../jobs-api.ts'
import styles from './week-sheet.module.css'

const DAYS = 7

/** The week on one page for the wall: a row for each day, a column for each person. */
export function WeekSheetScreen() {
  const now = dayjs(useNow(null))
  const days = daysFrom(now.format('YYYY-MM-DD'), DAYS)
  const { data, error } = useQuery(boardWeekQuery(daysFrom(days[0] ?? '', DAYS + 1).at(-1) ?? ''))
  if (data === undefined)
    return error === null ? (
      <p role="status" style={{ padding: 32 }}>
        Loading the week …
      </p>
    ) : (
      <Notice title="The week could not be loaded" detail={error.message} />
    )
  const plan = weekPlan(data.rows, { days, now: now.format('YYYY-MM-DDTHH:mm') })
  const hands = [...new Set(plan.map(({ hand }) => hand))].toSorted(
    (a, b) => Number(a === '') - Number(b === '') || a.localeCompare(b),
  )
  return (
    <PlainSheet
      name="The week"
      head="The week"
      beside={`${now.format('ddd D MMM')} to ${dayjs(days.at(-1)).format('ddd D MMM YYYY')}`}
      back={{ to: '/board?view=week', label: 'Back to the week' }}
    >
      <h1 className="unseen">The week</h1>
      {plan.length === 0 && <p>Nothing is planned.</p>}
      <table className={styles['week']}>
        <thead>
          <tr>
            <th scope="col">Day</th>
            {hands.map((hand) => (
              <th key={hand} scope="col">
                {hand === '' ? 'Nobody yet' : hand}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {[...days, ''].map((day) => (
            <tr key={day}>
              <th scope="row">{day === '' ? 'No day' : dayjs(day).format('ddd D MMM')}</th>
              {hands.map((hand) => (
                <td key={hand}>
                  {plan
                    .filter((each) => each.day === day && each.hand === hand)
                    .map(({ row, late }) => (
                      <p key={row.id}>
                        <b>
                          {late ? 'late ' : ''}
                          {row.promisedFor.slice(11)} {row.vehicle?.plate || row.vehicle?.name || row.drive.name}
                        </b>{' '}
                        {row.complaint} (job {row.number}
                        {row.estimate === null ? '' : `, ${hoursText(row.estimate)}`}
                        {row.priority === 'urgent' ? ', urgent' : ''})
                      </p>
                    ))}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {data.more && <p>and more, promised later</p>}
    </PlainSheet>
  )
}
