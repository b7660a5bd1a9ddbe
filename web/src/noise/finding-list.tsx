import { DownloadOutlined, PrinterOutlined } from '@ant-design/icons'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import { findingsCsv } from '@emery/core'
import { findingsKey, findingsQuery, removeFinding, restoreFinding } from '../api/findings.ts'
import { useSecondThoughts } from '../app/use-second-thoughts.tsx'
import { saveCsv } from '../readings/save-csv.ts'
import { FindingsSideBySide } from './findings-side-by-side.tsx'
import styles from './noise.module.css'

interface FindingListProps {
  readonly driveId: string
  /** The drive’s name, fit for a file. */
  readonly fileName: string
}

/** What was found on this drive before, the newest first. */
export function FindingList({ driveId, fileName }: FindingListProps) {
  const queries = useQueryClient()
  const takeAway = useSecondThoughts()
  const [comparing, setComparing] = useState(false)
  const { data: findings = [], error } = useQuery(findingsQuery(driveId))
  if (error !== null && findings.length === 0) return <p role="alert">{error.message}</p>
  if (findings.length === 0) return null
  return (
    <section aria-label="Found before">
      <header className={styles['foundHead']}>
        <h2 className="heading">Found before</h2>
        {findings.length > 1 && <Button onClick={() => setComparing(true)}>Side by side</Button>}
        <Button icon={<DownloadOutlined />} onClick={() => saveCsv(findingsCsv(findings), `${fileName}.findings.csv`)}>
          CSV
        </Button>
      </header>
      <ul className={styles['found']}>
        {findings.map(({ id, at, by, causeName, probability, actions, prove, note, distance, answers }) => (
          <li key={id}>
            <header>
              <b>{causeName}</b>
              <span className={styles['soft']}>
                {dayjs(at).format('D MMM YYYY HH:mm')}
                {by === '' ? '' : `, ${by}`}
                {distance === null ? '' : `, ${distance.toLocaleString('en')} km`}, given{' '}
                {Math.round(100 * probability)} in 100
              </span>
              <Link to={`/noise/${driveId}/sheet/${id}`} aria-label={`Open and print the finding: ${causeName}`}>
                <PrinterOutlined aria-hidden /> Open, print
              </Link>
              <Link to={`/drives/${driveId}/fit`}>Job for it</Link>
              <Button
                type="text"
                aria-label={`Strike out the finding: ${causeName}`}
                onClick={() =>
                  void takeAway({
                    key: `finding-${id}`,
                    said: `“${causeName}” is struck out.`,
                    remove: () => removeFinding(driveId, id),
                    bringBack: () => restoreFinding(driveId, id),
                    refresh: () => queries.invalidateQueries({ queryKey: findingsKey(driveId) }),
                  })
                }
              >
                Strike out
              </Button>
            </header>
            <p>{actions.join('. ')}.</p>
            <p className={styles['soft']}>
              Rests on: {answers.map(({ words }) => words).join('; ')}. Proved when: {prove}
            </p>
            {note !== '' && <p>{note}</p>}
          </li>
        ))}
      </ul>
      {comparing && <FindingsSideBySide findings={findings} onClose={() => setComparing(false)} />}
    </section>
  )
}
