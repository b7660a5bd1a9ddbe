import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import type { BoardDue } from '@emery/core/api'
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
        <p className="soft">Nothing inspected is worn. What was not inspected is not known.</p>
      ) : (
        <ul>
          {data.due.map((each) => (
            <li key={`${each.driveId} ${each.words}`}>
              <Link to={`/inspection/${each.driveId}`}>
                <strong>{each.vehicle === null ? each.driveName : vehicleTitle(each.vehicle)}</strong>
                <span>{each.words}</span>
                <small>{whenWords(each, units)}</small>
              </Link>
            </li>
          ))}
        </ul>
      )}
      {data?.more === true && <p className="soft">and more, less urgent</p>}
    </section>
  )
}

function whenWords({ dueOn, dueKm }: BoardDue, units: Units): string {
  const ways = [
    ...(dueOn === null ? [] : [dayjs(dueOn).format('D MMM YYYY')]),
    ...(dueKm === null ? [] : [`at ${units.distance.text(dueKm)}`]),
  ]
  return ways.length === 0 ? 'now' : ways.join(' or ')
}
