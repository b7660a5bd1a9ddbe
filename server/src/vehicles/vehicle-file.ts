import { array, object, string, type InferType } from 'yup'
import {
  diagnosisFieldsSchema,
  fittingFieldsSchema,
  jobFieldsSchema,
  vehicleFieldsSchema,
  wholeJob,
} from '@emery/core/api'
import { problemLine, readDriveText, type CheckedDrive } from '@emery/core/drive'
import { at, nestedDeeper, problemsOf } from '@emery/core/schema'
import { inspectionFieldsSchema } from '@emery/core/wear'
import type { Checks } from '../http/request-checks.ts'
import { recordsFromVersion1 } from './records-from-version-1.ts'
import { badZip } from './zip.ts'

/** The file in the ZIP that says what the others are: docs/reference/vehicle-zip.md. */
export const MANIFEST = 'vehicle.json'
export const FORMAT = 'emery-vehicle'
export const VERSION = '2'

const name = string().required()
const manifestSchema = object({
  format: string().required().oneOf([FORMAT]),
  version: string().required().oneOf(['1', VERSION]),
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
  diagnoses: array(object({ id: string().uuid(), at, fields: diagnosisFieldsSchema }))
    .required()
    .max(2000),
  inspections: array(object({ at, fields: inspectionFieldsSchema }))
    .required()
    .max(2000),
  jobs: array(object({ openedAt: at, fields: jobFieldsSchema }))
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
  const { version, vehicle, drives, photos } = checkedPart(manifestSchema, MANIFEST, parsed(MANIFEST, bytes(MANIFEST)))
  return {
    vehicle,
    drives: drives.map(({ document, records }) => {
      const read = readDriveText(bytes(document).toString('utf8'))
      if (!read.ok)
        throw badZip(document, read.problems[0] === undefined ? 'is no drive' : problemLine(read.problems[0]))
      const found = parsed(records, bytes(records))
      const inPresentWords = version === VERSION ? found : recordsFromVersion1(found)
      return { document: read.drive, records: checkedPart(recordsSchema, records, withWholeJobs(inPresentWords)) }
    }),
    photos: photos.map(({ id, file }) => ({ id, bytes: bytes(file) })),
  }
}

/** Jobs of a file that was written before jobs had all that they have now. */
function withWholeJobs(records: unknown): unknown {
  if (typeof records !== 'object' || records === null) return records
  const { jobs } = records as { readonly jobs?: unknown }
  if (!Array.isArray(jobs)) return records
  return {
    ...records,
    jobs: jobs.map((job: unknown) => (hasFields(job) ? { ...job, fields: wholeJob(job.fields) } : job)),
  }
}

function hasFields(job: unknown): job is { readonly fields: object } {
  const { fields } = (job ?? {}) as { readonly fields?: unknown }
  return typeof fields === 'object' && fields !== null && !Array.isArray(fields)
}

/** Bytes of one JSON file; ten years of a busy drive's records are a tenth of it. */
const MAX_JSON_BYTES = 8_000_000
/** Values inside each other; records have eight. */
const MAX_NESTING = 32

function parsed(path: string, bytes: Buffer): unknown {
  if (bytes.length > MAX_JSON_BYTES)
    throw badZip(path, `is ${Math.round(bytes.length / 1e6)} MB of JSON, more than a vehicle can have`)
  const text = bytes.toString('utf8')
  if (nestedDeeper(text, MAX_NESTING) !== undefined) throw badZip(path, `is nested more than ${MAX_NESTING} deep`)
  try {
    return JSON.parse(text)
  } catch {
    throw badZip(path, 'is not JSON')
  }
}

function checkedPart<Value>(schema: Checks<Value>, path: string, value: unknown): Value {
  const [problem] = problemsOf(schema, value, '', 1)
  if (problem !== undefined) throw badZip(path, `${problem.path.replace(/^\./, '')} ${problem.message}`.trim())
  return value as Value
}

/** What a job says when it goes out: on whatever drive it will be. */
export const JOB_ON_NO_DRIVE = '00000000-0000-4000-8000-000000000000'
