import type { InferType } from 'yup'
import { adjusterSchema } from './adjuster.ts'
import { beltSchema } from './belt.ts'
import { engineSchema } from './engine.ts'
import { lengthReadingSchema } from './length-reading.ts'
import { pulleySchema } from './pulley.ts'
import { lineUpReadingSchema, lineUpWorkSchema } from './line-up-reading.ts'
import { photoSchema } from './photo.ts'
import { readingSchema } from './reading.ts'
import { surveySchema } from './survey.ts'
import { constant, list, record, text } from './schema-kit.ts'
import { shaftSchema } from './shaft.ts'
import { tensionReadingSchema } from './tension-reading.ts'
import { vehicleUseSchema } from './vehicle-use.ts'

export const DRIVE_FORMAT = 'emery-drive'
export const DRIVE_VERSION = 1
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
  lineUp: 240,
  lineUpWork: 60,
} as const

export const driveSchema = record({
  format: constant(DRIVE_FORMAT, `must be "${DRIVE_FORMAT}"`, 'What this file is.'),
  version: constant(DRIVE_VERSION, `must be ${DRIVE_VERSION}`, 'Version of the format.'),
  name: text('Name of the drive.', 120).required('must not be empty'),
  notes: text('Anything worth knowing.', 10000),
  engine: engineSchema,
  use: vehicleUseSchema.optional(),
  shafts: list(shaftSchema, 'Everything that turns.', { least: 1, most: MOST.shafts }),
  pulleys: list(pulleySchema, 'Everything a belt can touch.', { most: MOST.pulleys }),
  belts: list(beltSchema, 'Belts and their routes.', { most: MOST.belts }),
  adjusters: list(adjusterSchema, 'What takes the belts up.', { most: MOST.adjusters }),
  readings: list(readingSchema, 'What was read of the pulleys, oldest first.', { most: MOST.readings }).optional(),
  lengths: list(lengthReadingSchema, 'What was read of the belts’ lengths, oldest first.', {
    most: MOST.lengths,
  }).optional(),
  tensions: list(tensionReadingSchema, 'What was read of the belts’ tension, oldest first.', {
    most: MOST.tensions,
  }).optional(),
  lineUp: list(lineUpReadingSchema, 'What was read of the belts’ line, oldest first.', {
    most: MOST.lineUp,
  }).optional(),
  lineUpWork: list(lineUpWorkSchema, 'What was done to bring the belts into line, oldest first.', {
    most: MOST.lineUpWork,
  }).optional(),
  survey: surveySchema.optional(),
  photo: photoSchema.optional(),
})

/** A drive document as it is written; not yet known to hold together. */
export type DriveDocument = Readonly<InferType<typeof driveSchema>>

declare const checked: unique symbol

/** A document that read.ts has accepted: every key known, every number finite and in range, every reference found. */
export type CheckedDrive = DriveDocument & { readonly [checked]: true }
