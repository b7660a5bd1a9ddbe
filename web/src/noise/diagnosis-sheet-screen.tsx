import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import type { DriveRecord, Diagnosis } from '@emery/core/api'
import { settleDrive } from '@emery/core/path'
import { driveQuery } from '../drives/drives-api.ts'
import { diagnosesQuery } from './diagnoses-api.ts'
import { Notice } from '../ui/notice.tsx'
import { Sheet } from '../ui/print/sheet.tsx'
import paper from '../ui/print/sheet.module.css'
import { SmallDrive } from '../ui/drive-shapes/small-drive.tsx'
import { useUnits } from '../ui/use-units.ts'

/** A finding on one page: what it is, what it rests on, what is to be done, how it is proved. */
export function DiagnosisSheetScreen() {
  const { driveId = '', diagnosisId = '' } = useParams()
  const { data: record, error } = useQuery(driveQuery(driveId))
  const { data: diagnoses, error: noDiagnoses } = useQuery(diagnosesQuery(driveId))
  const diagnosis = diagnoses?.find(({ id }) => id === diagnosisId)
  const failure = error ?? noDiagnoses
  if (record !== undefined && diagnosis !== undefined) return <DiagnosisSheet record={record} diagnosis={diagnosis} />
  if (failure !== null || diagnoses !== undefined)
    return (
      <Notice title="Diagnosis not found" detail={failure?.message ?? 'It may have been deleted.'}>
        <Link to={`/noise/${driveId}`}>Noise</Link>
      </Notice>
    )
  return (
    <p role="status" style={{ padding: 32 }}>
      Loading the diagnosis …
    </p>
  )
}

function DiagnosisSheet({ record, diagnosis }: { readonly record: DriveRecord; readonly diagnosis: Diagnosis }) {
  const units = useUnits()
  const settled = useMemo(() => settleDrive(record.document), [record])
  const { at, by, distance, causeName, probability, actions, answers, prove, note, edition } = diagnosis
  const when = [dayjs(at).format('D MMM YYYY HH:mm'), distance === null ? '' : units.distance.text(distance), by]
  return (
    <Sheet record={record} name={`Finding: ${causeName}`} back={{ to: `/noise/${record.id}`, label: 'Back to Noise' }}>
      <h1>{causeName}</h1>
      <p>
        {when.filter((each) => each !== '').join(', ')}. Probability {Math.round(100 * probability)} in 100, by causes
        and tests edition {edition}; likelihoods are estimates (nominal).
      </p>
      <div className={paper['two']}>
        <section>
          <h2>To do</h2>
          <ul className={paper['lines']}>
            {actions.map((action) => (
              <li key={action}>☐ {action}</li>
            ))}
          </ul>
          <h2>Proved when</h2>
          <p>{prove}</p>
          {note !== '' && <p>Note: {note}</p>}
        </section>
        <SmallDrive settled={settled} letters={0.05} label="The drive from the front" />
      </div>
      <section>
        <h2>Based on</h2>
        <ul className={paper['lines']}>
          {answers.map(({ test, words }) => (
            <li key={test}>{words}</li>
          ))}
        </ul>
      </section>
    </Sheet>
  )
}
