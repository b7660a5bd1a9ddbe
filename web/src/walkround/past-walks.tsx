import { DownloadOutlined, PrinterOutlined } from '@ant-design/icons'
import { useQueryClient } from '@tanstack/react-query'
import { Button, Modal, Select } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import { checkOf, compareWalkrounds, walkroundsCsv, type Walkround, type WalkroundCheck } from '@emery/core'
import { removeWalkround, restoreWalkround, walkroundsKey } from '../api/walkrounds.ts'
import { useSecondThoughts } from '../app/use-second-thoughts.tsx'
import compared from '../readings/compared.module.css'
import { saveCsv } from '../readings/save-csv.ts'
import { VerdictMark } from '../readings/verdict-mark.tsx'
import { kmText, MARK, WORD } from './walk-words.ts'
import styles from './walkround.module.css'

interface PastWalksProps {
  readonly driveId: string
  readonly fileName: string
  /** The newest first. */
  readonly walkrounds: readonly Walkround[]
}

export const walkTitle = ({ at, by, distance }: Pick<Walkround, 'at' | 'by' | 'distance'>) =>
  [dayjs(at).format('D MMM YYYY'), distance === null ? null : kmText(distance), by === '' ? null : by]
    .filter((each) => each !== null)
    .join(', ')

/** Walks that are kept: to be opened, laid side by side, printed, exported, struck out. */
export function PastWalks({ driveId, fileName, walkrounds }: PastWalksProps) {
  const queries = useQueryClient()
  const takeAway = useSecondThoughts()
  const [pair, setPair] = useState<readonly [string, string] | null>(null)
  if (walkrounds.length === 0) return null
  return (
    <section className={styles['past']} aria-label="Earlier walkrounds">
      <header>
        <h2 className="heading">Earlier walkrounds</h2>
        {walkrounds.length > 1 && (
          <Button onClick={() => setPair([walkrounds[1]?.id ?? '', walkrounds[0]?.id ?? ''])}>Side by side</Button>
        )}
        <Button
          icon={<DownloadOutlined />}
          onClick={() => saveCsv(walkroundsCsv(walkrounds), `${fileName}.walkrounds.csv`)}
        >
          CSV
        </Button>
      </header>
      <ul>
        {walkrounds.map((walk) => (
          <li key={walk.id}>
            <b>{walkTitle(walk)}</b>
            <span>{walk.checks.length === 0 ? `New: ${walk.renewed.length} part` : counted(walk)}</span>
            <Link to={`/walkround/${driveId}/sheet/${walk.id}`} aria-label={`Open and print: ${walkTitle(walk)}`}>
              <PrinterOutlined aria-hidden /> Open, print
            </Link>
            <Button
              type="text"
              aria-label={`Strike out: ${walkTitle(walk)}`}
              onClick={() =>
                void takeAway({
                  key: `walkround-${walk.id}`,
                  said: `The walkround of ${walkTitle(walk)} is struck out.`,
                  remove: () => removeWalkround(driveId, walk.id),
                  bringBack: () => restoreWalkround(driveId, walk.id),
                  refresh: () => queries.invalidateQueries({ queryKey: walkroundsKey(driveId) }),
                })
              }
            >
              Strike out
            </Button>
          </li>
        ))}
      </ul>
      {pair !== null && (
        <SideBySide walkrounds={walkrounds} chosen={pair} onChoose={setPair} onClose={() => setPair(null)} />
      )}
    </section>
  )
}

function counted({ checks }: Walkround): string {
  const of = (verdict: WalkroundCheck['verdict']) => checks.filter((each) => each.verdict === verdict).length
  return (['replace', 'watch', 'ok', 'unknown'] as const)
    .filter((verdict) => of(verdict) > 0)
    .map((verdict) => `${of(verdict)} ${WORD[verdict]}`)
    .join(', ')
}

interface SideBySideProps {
  readonly walkrounds: readonly Walkround[]
  readonly chosen: readonly [before: string, after: string]
  readonly onChoose: (chosen: readonly [string, string]) => void
  readonly onClose: () => void
}

function SideBySide({ walkrounds, chosen: [was, is], onChoose, onClose }: SideBySideProps) {
  const [before, after] = [was, is].map((id) => walkrounds.find((walk) => walk.id === id))
  const options = walkrounds.map((walk) => ({ value: walk.id, label: walkTitle(walk) }))
  const rows = before === undefined || after === undefined ? [] : compareWalkrounds(before, after)
  return (
    <Modal open width={980} title="Two walkrounds, side by side" footer={null} onCancel={onClose}>
      <table className={compared['compared']}>
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">Looked at</th>
            <th scope="col">
              <Select
                aria-label="Earlier walkround"
                value={was}
                options={options}
                onChange={(id: string) => onChoose([id, is])}
              />
            </th>
            <th scope="col">
              <Select
                aria-label="Later walkround"
                value={is}
                options={options}
                onChange={(id: string) => onChoose([was, id])}
              />
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={`${row.part} ${row.check}`} data-other={row.before?.verdict !== row.after?.verdict}>
              <th scope="row">{row.partName}</th>
              <td>{checkOf(row.check).name}</td>
              <Cell check={row.before} />
              <Cell check={row.after} />
            </tr>
          ))}
        </tbody>
      </table>
    </Modal>
  )
}

function Cell({ check }: { readonly check: WalkroundCheck | null }) {
  return (
    <td>
      {check === null ? (
        <span className={styles['soft']}>not looked at</span>
      ) : (
        <>
          <VerdictMark verdict={MARK[check.verdict]} label={WORD[check.verdict]} /> {check.reason}
        </>
      )}
    </td>
  )
}
