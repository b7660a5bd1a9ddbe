import { DownloadOutlined, PrinterOutlined } from '@ant-design/icons'
import { useQueryClient } from '@tanstack/react-query'
import { Button, Modal, Select } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Inspection } from '@emery/core/api'
import { inspectionsCsv } from '@emery/core/exchange'
import { checkOf, compareInspections, type InspectionCheck } from '@emery/core/wear'
import { removeInspection, restoreInspection, inspectionsKey } from './inspections-api.ts'
import { useUndoToast } from '../ui/use-undo-toast.tsx'
import compared from '../ui/compared.module.css'
import { saveCsv } from '../ui/save-csv.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { kmText, WORD } from './inspection-words.ts'
import styles from './past-inspections.module.css'

interface PastWalksProps {
  readonly driveId: string
  readonly fileName: string
  /** The newest first. */
  readonly inspections: readonly Inspection[]
}

export const inspectionTitle = ({ at, by, distance }: Pick<Inspection, 'at' | 'by' | 'distance'>) =>
  [dayjs(at).format('D MMM YYYY'), distance === null ? null : kmText(distance), by === '' ? null : by]
    .filter((each) => each !== null)
    .join(', ')

/** Walks that are kept: to be opened, laid side by side, printed, exported, deleted. */
export function PastInspections({ driveId, fileName, inspections }: PastWalksProps) {
  const queries = useQueryClient()
  const takeAway = useUndoToast()
  const [pair, setPair] = useState<readonly [string, string] | null>(null)
  if (inspections.length === 0) return null
  return (
    <section className={styles['past']} aria-label="Earlier inspections">
      <header>
        <h2 className="heading">Earlier inspections</h2>
        {inspections.length > 1 && (
          <Button onClick={() => setPair([inspections[1]?.id ?? '', inspections[0]?.id ?? ''])}>Side by side</Button>
        )}
        <Button
          icon={<DownloadOutlined aria-hidden />}
          onClick={() => saveCsv(inspectionsCsv(inspections), `${fileName}.inspections.csv`)}
        >
          CSV
        </Button>
      </header>
      <ul>
        {inspections.map((walk) => (
          <li key={walk.id}>
            <b>{inspectionTitle(walk)}</b>
            <span>{walk.checks.length === 0 ? `New: ${walk.renewed.length} part` : counted(walk)}</span>
            <Link
              to={`/inspection/${driveId}/sheet/${walk.id}`}
              aria-label={`Open and print: ${inspectionTitle(walk)}`}
            >
              <PrinterOutlined aria-hidden /> Open, print
            </Link>
            <Button
              type="text"
              aria-label={`Delete: ${inspectionTitle(walk)}`}
              onClick={() =>
                void takeAway({
                  key: `inspection-${walk.id}`,
                  said: `The inspection of ${inspectionTitle(walk)} is deleted.`,
                  remove: () => removeInspection(driveId, walk.id),
                  bringBack: () => restoreInspection(driveId, walk.id),
                  refresh: () => queries.invalidateQueries({ queryKey: inspectionsKey(driveId) }),
                })
              }
            >
              Delete
            </Button>
          </li>
        ))}
      </ul>
      {pair !== null && (
        <SideBySide inspections={inspections} chosen={pair} onChoose={setPair} onClose={() => setPair(null)} />
      )}
    </section>
  )
}

function counted({ checks }: Inspection): string {
  const of = (verdict: InspectionCheck['verdict']) => checks.filter((each) => each.verdict === verdict).length
  return (['act', 'watch', 'fine', 'unknown'] as const)
    .filter((verdict) => of(verdict) > 0)
    .map((verdict) => `${of(verdict)} ${WORD[verdict]}`)
    .join(', ')
}

interface SideBySideProps {
  readonly inspections: readonly Inspection[]
  readonly chosen: readonly [before: string, after: string]
  readonly onChoose: (chosen: readonly [string, string]) => void
  readonly onClose: () => void
}

function SideBySide({ inspections, chosen: [was, is], onChoose, onClose }: SideBySideProps) {
  const [before, after] = [was, is].map((id) => inspections.find((walk) => walk.id === id))
  const options = inspections.map((walk) => ({ value: walk.id, label: inspectionTitle(walk) }))
  const rows = before === undefined || after === undefined ? [] : compareInspections(before, after)
  return (
    <Modal open width={980} title="Two inspections, side by side" footer={null} onCancel={onClose}>
      <table className={compared['compared']}>
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">Looked at</th>
            <th scope="col">
              <Select
                aria-label="Earlier inspection"
                value={was}
                options={options}
                onChange={(id: string) => onChoose([id, is])}
              />
            </th>
            <th scope="col">
              <Select
                aria-label="Later inspection"
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

function Cell({ check }: { readonly check: InspectionCheck | null }) {
  return (
    <td>
      {check === null ? (
        <span className="soft">not checked</span>
      ) : (
        <>
          <VerdictMark verdict={check.verdict} label={WORD[check.verdict]} /> {check.reason}
        </>
      )}
    </td>
  )
}
