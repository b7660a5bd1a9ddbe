import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { DataSource } from 'typeorm'
import {
  vehicleFieldsSchema,
  jobFieldsSchema,
  newJob,
  type FittingFields,
  type JobFields,
  type PersonFields,
  type Inspection,
} from '@emery/core/api'
import { problemLine, readDriveText } from '@emery/core/drive'
import { readShelfCsv, readBeltLinePartsCsv } from '@emery/core/exchange'
import { inspectionFieldsSchema } from '@emery/core/wear'
import { PeopleService } from '../people/people-service.ts'
import { DriveService } from '../drives/drive-service.ts'
import { JobService } from '../jobs/job-service.ts'
import { DueService } from '../jobs/due-service.ts'
import { fittingsOf } from '../fittings/fittings.ts'
import { ShelfService } from '../shelf/shelf-service.ts'
import { beltLineParts } from '../belt-line-parts/belt-line-parts.ts'
import { inspectionsOf } from '../inspections/inspections.ts'
import { VehicleService } from '../vehicles/vehicle-service.ts'

interface Garage {
  /** Made-up people without a passphrase. */
  readonly people: readonly (PersonFields & { readonly id: string })[]
  readonly vehicles: readonly {
    readonly id: string
    readonly name: string
    readonly plate: string
    readonly engine: string
    readonly distance: number | null
    readonly notes: string
    readonly owner?: string
    readonly reach?: string
    readonly drives: readonly {
      readonly id: string
      readonly file: string
      readonly fittings?: readonly (FittingFields & { readonly id: string })[]
      readonly inspections?: readonly Inspection[]
      /** Jobs, when they were opened and by whom. */
      readonly jobs?: readonly (Partial<Omit<JobFields, 'driveId'>> & {
        readonly id: string
        readonly openedAt: string
        readonly by: string
        /** Days from the one on which it is loaded, so that the week always has something in it. */
        readonly promised?: { readonly inDays: number; readonly at: string }
      })[]
    }[]
  }[]
  /** A table of belts. */
  readonly shelf: string
  /** A table of parts for belt lines. */
  readonly beltLineParts: string
}

/** A day so many days from a moment, by this machine's calendar. */
function dayFrom(now: Date, days: number): string {
  const day = new Date(now.getFullYear(), now.getMonth(), now.getDate() + days)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`
}

/**
 * Loads the made-up garage. Vehicles, drives and what was done to them have fixed ids: what is there already, changed or deleted
 * by the user or not, is left as it is. The shelf and the table of parts are filled once, before anything was ever in them.
 */
export async function loadDemo(source: DataSource, folder: string, now: () => Date): Promise<void> {
  const garage = JSON.parse(readFileSync(join(folder, 'garage.json'), 'utf8')) as Garage
  const vehicles = new VehicleService(source, now)
  const drives = new DriveService(source, now)
  const fittings = fittingsOf(source, now)
  const inspections = inspectionsOf(source, now)
  const jobs = new JobService(source, now)
  const people = new PeopleService(source, now)
  if (await people.noneYet()) for (const { id, ...fields } of garage.people) await people.add(fields, { id })
  for (const { id, drives: ofVehicle, ...fields } of garage.vehicles) {
    await vehicles.create(await vehicleFieldsSchema.validate(fields), id)
    for (const { id: driveId, file, fittings: fitted = [], inspections: walked = [], jobs: open = [] } of ofVehicle) {
      const read = readDriveText(readFileSync(join(folder, file), 'utf8'))
      if (!read.ok) throw new Error(`${file}: ${read.problems.map(problemLine).join(' ')}`)
      await drives.create({ id: driveId, vehicleId: id, document: read.drive, reason: 'made-up garage', by: '' })
      for (const { id: fittingId, ...fields } of fitted) await fittings.addOnce(driveId, fields, fittingId)
      for (const { id: inspectionId, at, ...fields } of walked)
        await inspections.addOnce(driveId, await inspectionFieldsSchema.validate(fields), inspectionId, new Date(at))
      for (const { id: jobId, openedAt, by, promised, ...fields } of open) {
        const promisedFor = promised === undefined ? '' : `${dayFrom(now(), promised.inDays)}T${promised.at}`
        const job = await jobFieldsSchema.validate({ ...newJob(driveId), promisedFor, ...fields })
        const ticks = job.ticks.map((tick) => ({ ...tick, by }))
        await jobs.addOnce({ ...job, ticks }, jobId, new Date(openedAt))
      }
    }
  }
  const dues = new DueService(source, now)
  for (const { drives: ofVehicle } of garage.vehicles) for (const { id } of ofVehicle) await dues.refresh(id)
  const table = <Read extends { readonly problems: readonly string[] }>(
    file: string,
    read: (text: string) => Read,
  ): Read => {
    const found = read(readFileSync(join(folder, file), 'utf8'))
    if (found.problems.length > 0) throw new Error(`${file}: ${found.problems.join(' ')}`)
    return found
  }
  await new ShelfService(source, now).belts.fillEmpty(table(garage.shelf, readShelfCsv).belts)
  await beltLineParts(source, now).fillEmpty(table(garage.beltLineParts, readBeltLinePartsCsv).parts)
}
