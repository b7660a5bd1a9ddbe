import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import type { BoardDue } from '@emery/core/api'
import { workOfDue, withWork } from '@emery/core/jobs'
import { ToJob } from '../../job-edits/to-job.tsx'
import { boardDuesQuery } from '../jobs-api.ts'
import styles from './board.module.css'
import { vehicleTitle } from '../../ui/vehicle-title.ts'
import { useUnits, type Units } from '../../ui/use-units.ts'

/** Worn parts over all drives, the most urgent first: what the last inspection said, and what distance and age say. */
export function DueOnDrives() {
  const { data, error } = useQuery(boardDuesQuery())
  const units = useUnits()
  return (
    <section className={styles['dues']} aria-label="Due">
      <h2 className="heading">Due</h2>
      {data === undefined ? (
        error !== null && <p role="alert">{error.message}</p>
      ) : data.due.length === 0 ? (
        <p className="soft">Nothing inspected is worn, and no vehicle has waited long for a look.</p>
      ) : (
        <ul>
          {data.due.map((each) => (
            <li key={`${each.driveId} ${each.vehicle?.id ?? ''} ${each.words}`}>
              <Link to={each.driveId === '' ? `/vehicles/${each.vehicle?.id ?? ''}` : `/inspection/${each.driveId}`}>
                <strong>{each.vehicle === null ? each.driveName : vehicleTitle(each.vehicle)}</strong>
                <span>{each.words}</span>
                <small>{whenWords(each, units)}</small>
              </Link>
              {each.driveId !== '' && <DueJob due={each} />}
            </li>
          ))}
        </ul>
      )}
      {data?.more === true && <p className="soft">and more, less urgent</p>}
    </section>
  )
}

/** A press that makes a job of what is due, or puts it into the one that is open on the drive. */
function DueJob({ due: { driveId, driveName, vehicle, words, part, partName, what } }: { readonly due: BoardDue }) {
  return (
    <ToJob
      driveId={driveId}
      label={`Make it a job: ${vehicle === null ? driveName : vehicleTitle(vehicle)}, ${words}`}
      how={(job) => ({
        ...(what === '' ? job : withWork(job, [workOfDue(part, partName, what, words)])),
        asked: job.asked === '' ? words : job.asked,
      })}
    >
      Make it a job
    </ToJob>
  )
}

function whenWords({ dueOn, dueKm }: BoardDue, units: Units): string {
  const ways = [
    ...(dueOn === null ? [] : [dayjs(dueOn).format('D MMM YYYY')]),
    ...(dueKm === null ? [] : [`at ${units.distance.text(dueKm)}`]),
  ]
  return ways.length === 0 ? 'now' : ways.join(' or ')
}
