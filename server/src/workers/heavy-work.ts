import type { ErrorDetails } from '../http/errors.ts'
import { ApiError } from '../http/errors.ts'
import { readVehicleFiles, type VehicleFile } from '../vehicles/vehicle-file.ts'
import { unpacked } from '../vehicles/zip.ts'

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
