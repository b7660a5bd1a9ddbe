/** Belts on the shelf and belts fitted to drives, as the server and its clients say them to each other. */
import type { InferType } from 'yup'
import { choice, dayOrNone, quantity, record, text } from '../schema/schema-kit.ts'
import { SECTIONS } from '../sections/sections.ts'
import type { DrivePlace } from '../length/shelf.ts'
import type { VehicleSummary } from './records.ts'

export const MATERIALS = ['epdm', 'neoprene', 'unknown'] as const

/** How closely its maker keeps to the length marked: one of a matched set, a first-line maker's, another's. */
export const MAKER_CLASSES = ['matched', 'first', 'other', 'unknown'] as const

/** Rows a shelf may hold, and rows one import may bring. */
export const MAX_SHELF_ROWS = 20_000

export const shelfFieldsSchema = record({
  mark: text('Label on the belt.', 60).trim(),
  section: choice(SECTIONS, 'Belt section.'),
  ribs: quantity('', 'Ribs of a multi-rib belt; 1 for the others.', { min: 1, max: 30, integer: true }),
  length: quantity('mm', 'Stated length.', { min: 150, max: 6000 }),
  material: choice(MATERIALS, 'What it is made of.'),
  makerClass: choice(MAKER_CLASSES, 'How closely its maker keeps to the length marked.')
    .meta({ fallback: 'unknown' })
    .optional(),
  count: quantity('', 'How many there are; none for a belt that is only known.', { min: 0, max: 9999, integer: true }),
  place: text('Location.', 80).trim(),
  note: text('Anything worth knowing.', 500).trim(),
})

export type ShelfFields = InferType<typeof shelfFieldsSchema>

export interface ShelfBelt extends ShelfFields {
  readonly id: string
  readonly version: number
}

export interface ShelfConflict {
  /** The fields that were to be saved; none where the belt was to be taken off. */
  readonly yours: { readonly basedOn: number; readonly fields?: ShelfFields }
  readonly current: ShelfBelt
}

/** A drive that a belt fits, with where on it. */
export interface DriveForBelt {
  readonly driveId: string
  readonly name: string
  readonly vehicle: VehicleSummary | null
  readonly places: readonly DrivePlace[]
}

const DAY = /^\d{4}-\d{2}-\d{2}$/
const DAY_RULE = 'must be a day like 2026-11-24'

export const fittingFieldsSchema = record({
  belt: text('Which belt of the drive, by its id.', 60).required('must name a belt of the drive'),
  mark: text('Label on the belt.', 60).trim().required('must say what belt it was'),
  length: quantity('mm', 'Stated length.', { min: 150, max: 6000 }),
  fittedOn: text('The day it was fitted.', 10).required(DAY_RULE).matches(DAY, DAY_RULE),
  distance: quantity('km', 'What the vehicle had run; null if nobody read it.', { min: 0, max: 5_000_000 }).nullable(),
  reason: text('Why the belt was changed.', 200).trim(),
  spare: text('Where the spare is.', 120).trim(),
  by: text('Who fitted it.', 80).trim(),
  warrantyUntil: dayOrNone('The last day of its warranty; empty where nobody has said.').optional(),
})

export type FittingFields = InferType<typeof fittingFieldsSchema>

/** A belt that was fitted to a drive. */
export interface Fitting extends FittingFields {
  readonly id: string
}
