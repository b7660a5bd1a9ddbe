import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { DataSource } from 'typeorm'
import { readDriveText, vehicleFieldsSchema, problemLine } from '@emery/core'
import { DriveService } from '../drives/drive-service.ts'
import { VehicleService } from '../vehicles/vehicle-service.ts'

interface Garage {
  readonly vehicles: readonly {
    readonly id: string
    readonly name: string
    readonly plate: string
    readonly notes: string
    readonly drives: readonly { readonly id: string; readonly file: string }[]
  }[]
}

/**
 * Loads the made-up garage. Vehicles and drives have fixed ids: what is there already, changed or deleted
 * by the user or not, is left as it is.
 */
export async function loadDemo(source: DataSource, folder: string, now: () => Date): Promise<void> {
  const garage = JSON.parse(readFileSync(join(folder, 'garage.json'), 'utf8')) as Garage
  const vehicles = new VehicleService(source, now)
  const drives = new DriveService(source, now)
  for (const { id, drives: ofVehicle, ...fields } of garage.vehicles) {
    await vehicles.create(await vehicleFieldsSchema.validate(fields), id)
    for (const { id: driveId, file } of ofVehicle) {
      const read = readDriveText(readFileSync(join(folder, file), 'utf8'))
      if (!read.ok) throw new Error(`${file}: ${read.problems.map(problemLine).join(' ')}`)
      await drives.create({ id: driveId, vehicleId: id, document: read.drive, reason: 'made-up garage', by: '' })
    }
  }
}
