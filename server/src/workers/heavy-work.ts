import { openStored, readDriveText } from '@emery/core/drive'
import { placesForBelt, type BeltOnShelf, type DrivePlace } from '@emery/core/length'
import type { ErrorDetails } from '../http/errors.ts'
import { ApiError } from '../http/errors.ts'
import { readVehicleFiles, type VehicleFile } from '../vehicles/vehicle-file.ts'
import { unpacked } from '../vehicles/zip.ts'

/** A drive as it is kept, and a belt that may go on it. */
export interface BeltOnDrives {
  readonly drives: readonly { readonly id: string; readonly document: string }[]
  readonly belt: BeltOnShelf
}

/** Where on drives a belt goes, by the drive's id; drives on which it goes nowhere are left out. */
export function placesOnDrives({ drives, belt }: BeltOnDrives): Promise<ReadonlyMap<string, readonly DrivePlace[]>> {
  const found = drives.flatMap(({ id, document }): [string, readonly DrivePlace[]][] => {
    const places = placesForBelt(openStored(document), belt)
    return places.length === 0 ? [] : [[id, places]]
  })
  return Promise.resolve(new Map(found))
}

/** Reads a drive document, with what is wrong in it. */
export function readDrive(text: string): Promise<ReturnType<typeof readDriveText>> {
  return Promise.resolve(readDriveText(text))
}

/** An error as it goes from one thread to another, which keeps no classes. */
interface Refused {
  readonly ok: false
  readonly problems: NonNullable<ErrorDetails['problems']>
}

/** Unpacks the ZIP of a vehicle and checks every file in it. */
export async function readVehicle(
  zip: Uint8Array,
): Promise<{ readonly ok: true; readonly file: VehicleFile } | Refused> {
  try {
    return { ok: true, file: readVehicleFiles(await unpacked(Buffer.from(zip))) }
  } catch (error) {
    if (error instanceof ApiError && error.code === 'BAD_ZIP')
      return { ok: false, problems: error.details.problems ?? [] }
    throw error
  }
}
