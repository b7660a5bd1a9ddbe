import { DownloadOutlined, PrinterOutlined } from '@ant-design/icons'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import { diagnosesCsv } from '@emery/core/exchange'
import { diagnosesKey, diagnosesQuery, removeDiagnosis, restoreDiagnosis } from './diagnoses-api.ts'
import { useUndoToast } from '../ui/use-undo-toast.tsx'
import { saveCsv } from '../ui/save-csv.ts'
import { DiagnosesSideBySide } from './diagnoses-side-by-side.tsx'
import styles from './noise.module.css'
import { useUnits } from '../ui/use-units.ts'

interface DiagnosisListProps {
  readonly driveId: string
  /** The drive’s name, fit for a file. */
  readonly fileName: string
}

/** What was found on this drive before, the newest first. */
export function DiagnosisList({ driveId, fileName }: DiagnosisListProps) {
  const units = useUnits()
  const queries = useQueryClient()
  const takeAway = useUndoToast()
  const [comparing, setComparing] = useState(false)
  const { data: diagnoses = [], error } = useQuery(diagnosesQuery(driveId))
  if (error !== null && diagnoses.length === 0) return <p role="alert">{error.message}</p>
  if (diagnoses.length === 0) return null
  return (
    <section aria-label="Earlier diagnoses">
      <header className={styles['foundHead']}>
        <h2 className="heading">Earlier diagnoses</h2>
        {diagnoses.length > 1 && <Button onClick={() => setComparing(true)}>Side by side</Button>}
        <Button
          icon={<DownloadOutlined aria-hidden />}
          onClick={() => saveCsv(diagnosesCsv(diagnoses), `${fileName}.diagnoses.csv`)}
        >
          CSV
        </Button>
      </header>
      <ul className={styles['found']}>
        {diagnoses.map(({ id, at, by, causeName, probability, actions, prove, note, distance, answers }) => (
          <li key={id}>
            <header>
              <b>{causeName}</b>
              <span className="soft">
                {dayjs(at).format('D MMM YYYY HH:mm')}
                {by === '' ? '' : `, ${by}`}
                {distance === null ? '' : `, ${units.distance.text(distance)}`}, probability{' '}
                {Math.round(100 * probability)} in 100
              </span>
              <Link to={`/noise/${driveId}/sheet/${id}`} aria-label={`Open and print the diagnosis: ${causeName}`}>
                <PrinterOutlined aria-hidden /> Open, print
              </Link>
              <Link to={`/drives/${driveId}/belt-change`}>Create job</Link>
              <Button
                type="text"
                aria-label={`Delete the diagnosis: ${causeName}`}
                onClick={() =>
                  void takeAway({
                    key: `diagnosis-${id}`,
                    said: `“${causeName}” is deleted.`,
                    remove: () => removeDiagnosis(driveId, id),
                    bringBack: () => restoreDiagnosis(driveId, id),
                    refresh: () => queries.invalidateQueries({ queryKey: diagnosesKey(driveId) }),
                  })
                }
              >
                Delete
              </Button>
            </header>
            <p>{actions.join('. ')}.</p>
            <p className="soft">
              Based on: {answers.map(({ words }) => words).join('; ')}. Proof of repair: {prove}
            </p>
            {note !== '' && <p>{note}</p>}
          </li>
        ))}
      </ul>
      {comparing && <DiagnosesSideBySide diagnoses={diagnoses} onClose={() => setComparing(false)} />}
    </section>
  )
}
