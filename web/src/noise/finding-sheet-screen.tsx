import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { settleDrive, type DriveRecord, type Finding } from '@emery/core'
import { driveQuery } from '../api/drives.ts'
import { findingsQuery } from '../api/findings.ts'
import { Notice } from '../app/notice.tsx'
import { Sheet } from '../paper/sheet.tsx'
import paper from '../paper/sheet.module.css'
import { SmallDrive } from '../shapes/small-drive.tsx'

/** A finding on one page: what it is, what it rests on, what is to be done, how it is proved. */
export function FindingSheetScreen() {
  const { driveId = '', findingId = '' } = useParams()
  const { data: record, error } = useQuery(driveQuery(driveId))
  const { data: findings, error: noFindings } = useQuery(findingsQuery(driveId))
  const finding = findings?.find(({ id }) => id === findingId)
  const failure = error ?? noFindings
  if (record !== undefined && finding !== undefined) return <FindingSheet record={record} finding={finding} />
  if (failure !== null || findings !== undefined)
    return (
      <Notice title="No such finding" detail={failure?.message ?? 'It may have been struck out.'}>
        <Link to={`/noise/${driveId}`}>Noise</Link>
      </Notice>
    )
  return (
    <p role="status" style={{ padding: 32 }}>
      Fetching the finding …
    </p>
  )
}

function FindingSheet({ record, finding }: { readonly record: DriveRecord; readonly finding: Finding }) {
  const settled = useMemo(() => settleDrive(record.document), [record])
  const { at, by, distance, causeName, probability, actions, answers, prove, note, edition } = finding
  const when = [
    dayjs(at).format('D MMM YYYY HH:mm'),
    distance === null ? '' : `${distance.toLocaleString('en-GB')} km`,
    by,
  ]
  return (
    <Sheet record={record} name={`Finding: ${causeName}`} back={{ to: `/noise/${record.id}`, label: 'Back to Noise' }}>
      <h1>{causeName}</h1>
      <p>
        {when.filter((each) => each !== '').join(', ')}. Given {Math.round(100 * probability)} in 100, by the knowledge
        of {edition}; likelihoods are judged, not counted (nominal).
      </p>
      <div className={paper['two']}>
        <section>
          <h2>To be done</h2>
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
        <h2>Rests on</h2>
        <ul className={paper['lines']}>
          {answers.map(({ test, words }) => (
            <li key={test}>{words}</li>
          ))}
        </ul>
      </section>
    </Sheet>
  )
}
