import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { DataSource } from 'typeorm'
import { problemLine, readDriveText, readShelfCsv, vehicleFieldsSchema, type FittingFields } from '@emery/core'
import { DriveService } from '../drives/drive-service.ts'
import { FittingService } from '../fittings/fitting-service.ts'
import { ShelfService } from '../shelf/shelf-service.ts'
import { VehicleService } from '../vehicles/vehicle-service.ts'

interface Garage {
  readonly vehicles: readonly {
    readonly id: string
    readonly name: string
    readonly plate: string
    readonly notes: string
    readonly drives: readonly {
      readonly id: string
      readonly file: string
      readonly fittings?: readonly (FittingFields & { readonly id: string })[]
    }[]
  }[]
  /** A table of belts. */
  readonly shelf: string
}

/**
 * Loads the made-up garage. Vehicles, drives and fittings have fixed ids: what is there already, changed or deleted
 * by the user or not, is left as it is. The shelf is filled once, before anything was ever on it.
 */
export async function loadDemo(source: DataSource, folder: string, now: () => Date): Promise<void> {
  const garage = JSON.parse(readFileSync(join(folder, 'garage.json'), 'utf8')) as Garage
  const vehicles = new VehicleService(source, now)
  const drives = new DriveService(source, now)
  const fittings = new FittingService(source, now)
  for (const { id, drives: ofVehicle, ...fields } of garage.vehicles) {
    await vehicles.create(await vehicleFieldsSchema.validate(fields), id)
    for (const { id: driveId, file, fittings: fitted = [] } of ofVehicle) {
      const read = readDriveText(readFileSync(join(folder, file), 'utf8'))
      if (!read.ok) throw new Error(`${file}: ${read.problems.map(problemLine).join(' ')}`)
      await drives.create({ id: driveId, vehicleId: id, document: read.drive, reason: 'made-up garage', by: '' })
      for (const { id: fittingId, ...fields } of fitted) await fittings.addOnce(driveId, fields, fittingId)
    }
  }
  const { belts, problems } = readShelfCsv(readFileSync(join(folder, garage.shelf), 'utf8'))
  if (problems.length > 0) throw new Error(`${garage.shelf}: ${problems.join(' ')}`)
  await new ShelfService(source, now).fillEmpty(belts)
}
