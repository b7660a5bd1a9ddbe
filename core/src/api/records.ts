/** What the server and its clients say to each other, beside drive documents themselves. */
import { number, string, type InferType } from 'yup'
import { list, quantity, record, text } from '../schema/schema-kit.ts'
import type { CheckedDrive } from '../drive/drive.ts'

/** Letters and digits of any script, and the signs that stand between them on plates. */
const PLATE = /^[\p{L}\p{M}\p{N} .·/()-]*$/u
const PLATE_RULE = 'must be letters, digits, spaces, dots, hyphens, slashes or brackets, as it stands on the plate'

const vehicleFields = {
  name: text('What the vehicle is called.', 120).trim().required('must not be empty'),
  plate: text('Its plate, or how else it is known.', 40).trim().matches(PLATE, PLATE_RULE),
  engine: text('Its engine, as the workshop calls it.', 120).trim(),
  distance: quantity('km', 'What it has run; null if nobody read it.', { min: 0, max: 5_000_000 }).nullable(),
  notes: text('Anything worth knowing.', 10000),
  owner: text('Whose it is.', 120).trim().optional(),
  reach: text('How to reach them: a telephone number, an address.', 200).trim().optional(),
}

export const vehicleFieldsSchema = record(vehicleFields)

const fleetRowSchema = record({
  ...vehicleFields,
  plate: vehicleFields.plate.required('must name a plate'),
  name: vehicleFields.name.optional(),
  engine: vehicleFields.engine.optional(),
  distance: vehicleFields.distance.optional(),
  notes: vehicleFields.notes.optional(),
})

export type VehicleFields = InferType<typeof vehicleFieldsSchema>

/** Vehicles that one table may bring. */
export const MAX_FLEET = 2000

/** Vehicles by their plates, as a table has them; what is left out stays as it is. */
export const fleetSchema = record({
  vehicles: list(fleetRowSchema, 'Vehicles by their plates.', { min: 1, max: MAX_FLEET }),
})

/** What became of a table of vehicles. */
export interface FleetDone {
  readonly added: number
  readonly changed: number
  /** What was left as it is, and why, a sentence each. */
  readonly refused: readonly string[]
}

/** Vehicles listed at once; the others are searched for. */
export const MAX_VEHICLES_LISTED = 1000

/** Why a distance cannot follow another, in a sentence; undefined where it can. */
export function distanceRefusal(before: number | null, after: number | null): string | undefined {
  if (before === null || after === null || after >= before) return undefined
  return `is lower than the ${Math.round(before).toLocaleString('en')} km of last time. Measure it again, or mark the earlier figure as wrong`
}

export interface VehicleRecord extends VehicleFields {
  readonly id: string
  readonly version: number
  readonly updatedAt: string
}

/** A vehicle as it was after one save. */
export interface VehicleRevision extends VehicleFields {
  readonly version: number
  readonly savedAt: string
}

/** The few words by which a list tells vehicles apart. */
export type VehicleSummary = Pick<VehicleRecord, 'id' | 'name' | 'plate'>

export interface DriveRecord {
  readonly id: string
  readonly vehicle: VehicleSummary | null
  readonly document: CheckedDrive
  /** Goes up by one with every save; a save names the one it was based on. */
  readonly version: number
  readonly updatedAt: string
}

export interface DriveList {
  readonly drives: readonly DriveRecord[]
  /** How many there are in all, of which `drives` may be a part. */
  readonly total: number
}

export interface RevisionSummary {
  readonly version: number
  readonly reason: string
  /** Who saved it; empty where nobody had said. */
  readonly by: string
  readonly savedAt: string
}

export interface RevisionRecord extends RevisionSummary {
  readonly document: CheckedDrive
}

/** A picture the server keeps, upright and downscaled for the screen; its original is kept beside it. */
export interface PhotoRecord {
  readonly id: string
  /** Pixels of the picture as it is shown. */
  readonly width: number
  readonly height: number
  readonly by: string
  readonly addedAt: string
}

/** A picture as it is listed with the room it takes. */
export interface ListedPhoto extends PhotoRecord {
  readonly bytes: number
}

/** A page of all pictures, the newest first. */
export interface PhotoPage {
  readonly photos: readonly ListedPhoto[]
  readonly more: boolean
  /** Bytes that all of them take, and may take. */
  readonly taken: number
  readonly limit: number
}

/** A drive on which a picture is used. */
export interface PhotoUse {
  readonly id: string
  readonly name: string
}

/** One thing that a search has found, in words. */
export interface Found {
  readonly kind: 'vehicle' | 'drive' | 'job' | 'belt'
  readonly id: string
  /** The drive a job is on; null for what is no job. */
  readonly driveId: string | null
  readonly title: string
  readonly hint: string
}

/** Bytes of a picture as it is sent. */
export const MAX_PHOTO_BYTES = 15_000_000
/** Bytes of a picture that is opened in a browser at all, to be scaled down before it is sent: the largest telephones make 30 MB. */
export const MAX_TAKEN_BYTES = 60_000_000
/** Longer side of a picture as it is shown, pixels: finer than a finger can mark. What is larger is scaled down, on the phone or on the server. */
export const SHOWN_PHOTO_PX = 2048

/** A drive to start from, or to look round in. */
export interface ExampleDrive {
  readonly id: string
  /** Vehicle and drive. */
  readonly name: string
  readonly document: CheckedDrive
}

const versionRule = 'must be the version this was based on'

/** What a write based on an earlier version has to name. */
export const basedOnSchema = number()
  .typeError(versionRule)
  .required(versionRule)
  .integer(versionRule)
  .min(1, versionRule)

/** A save's own name, so that saying it twice after a lost answer saves once. */
export const saveIdSchema = string().typeError('must be a UUID').required('must be a UUID').uuid('must be a UUID')

export interface DriveConflict {
  /** The document that was to be saved; none where the drive was to be deleted. */
  readonly yours: { readonly basedOn: number; readonly document?: CheckedDrive }
  readonly current: DriveRecord
}

export interface VehicleConflict {
  /** The fields that were to be saved; none where the vehicle was to be deleted. */
  readonly yours: { readonly basedOn: number; readonly fields?: VehicleFields }
  readonly current: VehicleRecord
}

/** Says which change a request is, a UUID made once by whoever makes the change; said again, the change is not made again. */
export const EDIT_HEADER = 'Emery-Edit'
