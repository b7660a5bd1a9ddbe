import type { InferType } from 'yup'
import { adjusterSchema } from '../adjusters/adjuster.ts'
import { beltSchema } from './belt.ts'
import { engineSchema } from './engine.ts'
import { lengthReadingSchema } from './length-reading.ts'
import { pulleySchema } from './pulley.ts'
import { alignmentReadingSchema, alignmentWorkSchema } from './alignment-reading.ts'
import { photoSchema } from './photo.ts'
import { readingSchema } from './reading.ts'
import { surveySchema } from './survey.ts'
import { constant, list, record, text } from '../schema/schema-kit.ts'
import { shaftSchema } from './shaft.ts'
import { tensionReadingSchema } from './tension-reading.ts'
import { vehicleUseSchema } from './vehicle-use.ts'

export const DRIVE_FORMAT = 'emery-drive'
export const DRIVE_VERSION = 2
export const DRIVE_MEDIA_TYPE = 'application/vnd.emery.drive+json'

/** Most entries a document may have; far above any engine, far below what would stall a tablet. */
export const MOST = {
  shafts: 40,
  pulleys: 60,
  belts: 12,
  adjusters: 12,
  readings: 240,
  distances: 240,
  lengths: 120,
  tensions: 240,
  alignment: 240,
  alignmentWork: 60,
} as const

/** Characters of a drive's notes. */
export const MAX_NOTES = 10_000

export const driveSchema = record({
  format: constant(DRIVE_FORMAT, `must be "${DRIVE_FORMAT}"`, 'What this file is.'),
  version: constant(DRIVE_VERSION, `must be ${DRIVE_VERSION}`, 'Version of the format.'),
  name: text('Name of the drive.', 120).required('must not be empty'),
  notes: text('Anything worth knowing.', MAX_NOTES),
  engine: engineSchema,
  use: vehicleUseSchema.optional(),
  shafts: list(shaftSchema, 'Everything that turns.', { min: 1, max: MOST.shafts }),
  pulleys: list(pulleySchema, 'Everything a belt can touch.', { max: MOST.pulleys }),
  belts: list(beltSchema, 'Belts and their routes.', { max: MOST.belts }),
  adjusters: list(adjusterSchema, 'What tensions the belts.', { max: MOST.adjusters }),
  readings: list(readingSchema, 'Pulley readings, oldest first.', { max: MOST.readings }).optional(),
  lengths: list(lengthReadingSchema, 'Length readings, oldest first.', {
    max: MOST.lengths,
  }).optional(),
  tensions: list(tensionReadingSchema, 'Tension readings, oldest first.', {
    max: MOST.tensions,
  }).optional(),
  alignment: list(alignmentReadingSchema, 'Alignment readings, oldest first.', {
    max: MOST.alignment,
  }).optional(),
  alignmentWork: list(alignmentWorkSchema, 'Alignment work done, oldest first.', {
    max: MOST.alignmentWork,
  }).optional(),
  survey: surveySchema.optional(),
  photo: photoSchema.optional(),
})

/** A drive document as it is written; not yet known to hold together. */
export type DriveDocument = Readonly<InferType<typeof driveSchema>>

declare const checked: unique symbol

/** A document that read.ts has accepted: every key known, every number finite and in range, every reference found. */
export type CheckedDrive = DriveDocument & { readonly [checked]: true }
