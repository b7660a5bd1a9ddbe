import { useQueries, useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useParams } from 'react-router'
import type { DriveRecord } from '@emery/core/api'
import { workTitle } from '@emery/core/jobs'
import { beltLabel } from '@emery/core/sections'
import { jobsQuery } from '../jobs/jobs-api.ts'
import { STAGE_WORDS } from '../jobs/stage-words.ts'
import { fittingsQuery } from '../length/fittings-api.ts'
import { Notice } from '../ui/notice.tsx'
import { PlainSheet } from '../ui/print/sheet.tsx'
import paper from '../ui/print/sheet.module.css'
import { useUnits } from '../ui/use-units.ts'
import { vehicleDrivesQuery, vehicleQuery } from './vehicles-api.ts'

/** Lines of each drive's record that go on the page, the newest first. */
const MOST_LINES = 12

/** A vehicle's record on one page: what it is, the belts it takes, what was fitted when, and what was done. */
export function VehicleSheetScreen() {
  const { vehicleId = '' } = useParams()
  const units = useUnits()
  const { data: vehicle, error } = useQuery(vehicleQuery(vehicleId))
  const { data: drives } = useQuery(vehicleDrivesQuery(vehicleId))
  if (error !== null && vehicle === undefined)
    return <Notice title="The vehicle could not be loaded" detail={error.message} />
  if (vehicle === undefined || drives === undefined)
    return (
      <p role="status" style={{ padding: 32 }}>
        Loading the record …
      </p>
    )
  const facts = [
    vehicle.engine === '' ? '' : `Engine ${vehicle.engine}`,
    vehicle.distance === null ? 'odometer not read' : units.distance.text(vehicle.distance),
    vehicle.notes,
  ]
  return (
    <PlainSheet
      name={`Record of ${vehicle.name}`}
      head={vehicle.name}
      beside={vehicle.plate}
      back={{ to: `/vehicles/${vehicleId}`, label: 'Back to the vehicle' }}
    >
      <h1>Record</h1>
      <p>{facts.filter((each) => each !== '').join('. ')}</p>
      {drives.length === 0 && <p>No drive of it is known yet.</p>}
      {drives.map((drive) => (
        <DriveRecordLines key={drive.id} drive={drive} />
      ))}
    </PlainSheet>
  )
}

function DriveRecordLines({ drive: { id, document } }: { readonly drive: DriveRecord }) {
  const units = useUnits()
  const [{ data: fittings = [] }, { data: jobs = [] }] = useQueries({ queries: [fittingsQuery(id), jobsQuery(id)] })
  const at = (distance: number | null) => (distance === null ? '' : ` at ${units.distance.text(distance)}`)
  const nameOf = (belt: string) => document.belts.find((each) => each.id === belt)?.name ?? belt
  return (
    <section>
      <h2>{document.name}</h2>
      <ul className={paper['lines']}>
        {document.belts.map(({ id: belt, name, section, ribs, length, construction }) => (
          <li key={belt}>
            {name}: {length === null ? 'length not known' : beltLabel(section, ribs, length, construction)}
          </li>
        ))}
      </ul>
      {fittings.length > 0 && (
        <>
          <h3>Fitted</h3>
          <ul className={paper['lines']}>
            {fittings.slice(0, MOST_LINES).map((each) => (
              <li key={each.id}>
                {dayjs(each.fittedOn).format('D MMM YYYY')}
                {at(each.distance)}: {nameOf(each.belt)} {each.mark}
                {each.reason === '' ? '' : `, ${each.reason}`}
              </li>
            ))}
          </ul>
        </>
      )}
      {jobs.length > 0 && (
        <>
          <h3>Jobs</h3>
          <ul className={paper['lines']}>
            {jobs.slice(0, MOST_LINES).map((job) => (
              <li key={job.id}>
                Job {job.number}, {dayjs(job.closedAt ?? job.openedAt).format('D MMM YYYY')}
                {at(job.distance)}: {job.complaint === '' ? 'no complaint' : job.complaint}
                {job.work.length === 0 ? '' : `. ${job.work.map((work) => workTitle(work)).join(', ')}`} (
                {STAGE_WORDS[job.status.stage].toLowerCase()})
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}
