import { useMemo } from 'react'
import { Link } from 'react-router'
import type { DriveRecord } from '@emery/core/api'
import type { DriveSays, Knowledge } from '@emery/core/noise'
import { settleDrive } from '@emery/core/path'
import type { Verdict } from '@emery/core/verdict'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { SmallDrive } from '../ui/drive-shapes/small-drive.tsx'
import styles from './noise.module.css'

const ROWS = [
  { test: 'drive-line', label: 'Entry angles', step: 'alignment' },
  { test: 'drive-grip-dry', label: 'Grip, dry', step: 'tension' },
  { test: 'drive-grip-wet', label: 'Grip, wet', step: 'tension' },
  { test: 'drive-fit', label: 'Belt’s length', step: 'length' },
  { test: 'drive-ringing', label: 'Spans that ring', step: 'tension' },
  { test: 'drive-recent', label: 'Belt fitted recently', step: 'history' },
  { test: 'drive-belt-worn', label: 'Belt, last inspection', step: 'inspection' },
  { test: 'drive-arm-worn', label: 'Tensioner, last inspection', step: 'inspection' },
  { test: 'drive-bearing-worn', label: 'Bearings, last inspection', step: 'inspection' },
] as const

const MARKS: Readonly<Record<string, Verdict>> = {
  quiet: 'fine',
  fine: 'fine',
  no: 'fine',
  watch: 'watch',
  yes: 'watch',
  act: 'act',
  short: 'act',
  replace: 'act',
  rings: 'watch',
  clear: 'fine',
}

interface DriveSaysListProps {
  readonly knowledge: Knowledge
  readonly record: DriveRecord
  readonly says: readonly DriveSays[]
}

/** What the drive itself says, each with the way to where it is shown; what nothing is known of is said to be so. */
export function DriveSaysList({ knowledge, record, says }: DriveSaysListProps) {
  const settled = useMemo(() => settleDrive(record.document), [record])
  return (
    <section className={styles['itself']} aria-label="What the drive data shows">
      <h2 className="heading">What the drive data shows</h2>
      <div>
        <SmallDrive settled={settled} width={150} height={120} />
        <ul>
          {ROWS.map(({ test, label, step }) => {
            const said = says.find((each) => each.test === test)
            const outcome = knowledge.tests
              .find(({ id }) => id === test)
              ?.outcomes.find(({ id }) => id === said?.outcome)
            return (
              <li key={test}>
                <Link to={step === 'inspection' ? `/inspection/${record.id}` : `/drives/${record.id}/${step}`}>
                  {label}
                  <small>{said === undefined ? 'not known' : said.detail}</small>
                </Link>
                <VerdictMark
                  verdict={MARKS[said?.outcome ?? ''] ?? 'unknown'}
                  size={16}
                  label={outcome?.name ?? 'not known'}
                />
              </li>
            )
          })}
        </ul>
      </div>
    </section>
  )
}
