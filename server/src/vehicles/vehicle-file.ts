import { array, object, string, ValidationError, type InferType } from 'yup'
import {
  findingFieldsSchema,
  fittingFieldsSchema,
  jobFieldsSchema,
  problemLine,
  readDriveText,
  vehicleFieldsSchema,
  walkroundFieldsSchema,
  type CheckedDrive,
} from '@emery/core'
import type { Checks } from '../http/request-checks.ts'
import { badZip } from './zip.ts'

/** The file in the ZIP that says what the others are: docs/reference/vehicle-zip.md. */
export const MANIFEST = 'vehicle.json'
export const FORMAT = 'emery-vehicle'

const name = string().required()
const moment = string().required()
const manifestSchema = object({
  format: string().required().oneOf([FORMAT]),
  version: string().required().oneOf(['1']),
  vehicle: vehicleFieldsSchema,
  drives: array(object({ document: name, records: name }))
    .required()
    .max(50),
  photos: array(object({ id: string().required().uuid(), file: name }))
    .required()
    .max(1000),
})

const recordsSchema = object({
  fittings: array(fittingFieldsSchema).required().max(2000),
  findings: array(object({ id: string().uuid(), at: moment, fields: findingFieldsSchema }))
    .required()
    .max(2000),
  walkrounds: array(object({ at: moment, fields: walkroundFieldsSchema }))
    .required()
    .max(2000),
  jobs: array(object({ openedAt: moment, fields: jobFieldsSchema }))
    .required()
    .max(2000),
})

export type DriveRecords = InferType<typeof recordsSchema>

/** A vehicle as it stands in a ZIP. */
export interface VehicleFile {
  readonly vehicle: InferType<typeof vehicleFieldsSchema>
  readonly drives: readonly { readonly document: CheckedDrive; readonly records: DriveRecords }[]
  readonly photos: readonly { readonly id: string; readonly bytes: Buffer }[]
}

/** Reads the files of a ZIP, every one checked before anything is stored. */
export function readVehicleFiles(files: ReadonlyMap<string, Buffer>): VehicleFile {
  const bytes = (path: string) => {
    const found = files.get(path)
    if (found === undefined) throw badZip(path, 'is missing from the ZIP')
    return found
  }
  const { vehicle, drives, photos } = checkedPart(manifestSchema, MANIFEST, parsed(MANIFEST, bytes(MANIFEST)))
  return {
    vehicle,
    drives: drives.map(({ document, records }) => {
      const read = readDriveText(bytes(document).toString('utf8'))
      if (!read.ok)
        throw badZip(document, read.problems[0] === undefined ? 'is no drive' : problemLine(read.problems[0]))
      return { document: read.drive, records: checkedPart(recordsSchema, records, parsed(records, bytes(records))) }
    }),
    photos: photos.map(({ id, file }) => ({ id, bytes: bytes(file) })),
  }
}

function parsed(path: string, bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'))
  } catch {
    throw badZip(path, 'is not JSON')
  }
}

function checkedPart<Value>(schema: Checks<Value>, path: string, value: unknown): Value {
  try {
    return schema.validateSync(value, { strict: true, abortEarly: true })
  } catch (error) {
    if (error instanceof ValidationError)
      throw badZip(path, error.path === undefined ? error.message : `${error.path} ${error.message}`)
    throw error
  }
}

/** What a job says when it goes out: on whatever drive it will be. */
export const JOB_ON_NO_DRIVE = '00000000-0000-4000-8000-000000000000'
