import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { CheckedDrive } from '@emery/core/drive'
import { revisionsQuery } from '../drives/drives-api.ts'
import { diagnosesQuery } from '../noise/diagnoses-api.ts'
import { fittingsQuery } from '../length/fittings-api.ts'
import { jobsQuery } from '../jobs/jobs-api.ts'
import { inspectionsQuery } from '../inspection/inspections-api.ts'
import { TIMELINE_KIND_NAMES, timelineOf, type TimelineKind } from './timeline.ts'
import styles from './timeline.module.css'

interface DriveTimelineProps {
  readonly driveId: string
  /** As it is now; undefined while it is still being fetched. */
  readonly drive: CheckedDrive | undefined
}

/** Everything that ever happened to a drive on one line of time, the newest first; each kind can be left out. */
export function DriveTimeline({ driveId, drive }: DriveTimelineProps) {
  const { data: revisions } = useQuery(revisionsQuery(driveId))
  const { data: fittings } = useQuery(fittingsQuery(driveId))
  const { data: diagnoses } = useQuery(diagnosesQuery(driveId))
  const { data: inspections } = useQuery(inspectionsQuery(driveId))
  const { data: jobs } = useQuery(jobsQuery(driveId))
  const [without, setWithout] = useState<readonly TimelineKind[]>([])
  const line = useMemo(
    () => timelineOf(driveId, { drive, revisions, fittings, diagnoses, inspections, jobs }),
    [driveId, drive, revisions, fittings, diagnoses, inspections, jobs],
  )
  const kinds = [...new Set(line.map(({ kind }) => kind))]
  const shown = line.filter(({ kind }) => !without.includes(kind))
  return (
    <section aria-label="Timeline">
      <div className={styles['kinds']} role="group" aria-label="Show">
        {kinds.map((kind) => (
          <button
            key={kind}
            type="button"
            aria-pressed={!without.includes(kind)}
            onClick={() =>
              setWithout(without.includes(kind) ? without.filter((each) => each !== kind) : [...without, kind])
            }
          >
            {TIMELINE_KIND_NAMES[kind]}
          </button>
        ))}
      </div>
      <ol className={styles['line']}>
        {shown.map(({ key, kind, at, day, words, by, to }) => (
          <li key={key} data-kind={kind}>
            <time dateTime={at}>{dayjs(at).format(day ? 'D MMM YYYY' : 'D MMM YYYY HH:mm')}</time>
            <span>
              <b>{TIMELINE_KIND_NAMES[kind]}</b> {to === undefined ? words : <Link to={to}>{words}</Link>}
              {by !== '' && <small> {by}</small>}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}
