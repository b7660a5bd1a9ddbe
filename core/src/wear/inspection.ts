/** An inspection of a drive as it is kept: what was looked at on which part, what was seen, and the verdict of then. */
import type { InferType } from 'yup'
import { choice, flag, identifier, list, quantity, record, text } from '../schema/schema-kit.ts'
import { markedPhotoSchema, MAX_PICTURES, type MarkedPhoto } from '../drive/marked-photo.ts'
import { VERDICTS } from '../verdict/verdict.ts'
import { CHECK_IDS, WEAR_TOOL_IDS } from './checks.ts'

/** A picture beside a check, with what was marked on it. */
export type CheckPhoto = MarkedPhoto

const checkSchema = record({
  part: text('The part, in the drive’s own ids.', 80).required('must name a part'),
  partName: text('The part as it was called then.', 200),
  check: choice(CHECK_IDS, 'What was looked at.'),
  value: quantity('', 'The figure that was read, in its own unit; null if none.', { min: 0, max: 1000 }).nullable(),
  tool: choice(WEAR_TOOL_IDS, 'What the figure was read with; left out where nobody said.').optional(),
  state: identifier('What was seen beside a figure; null if nothing.').nullable(),
  verdict: choice(VERDICTS, 'What it came to then.'),
  reason: text('Why, in words.', 500),
  note: text('Anything worth knowing.', 1000),
  photos: list(markedPhotoSchema, 'Pictures of it.', { max: MAX_PICTURES }),
})

export type InspectionCheck = Readonly<InferType<typeof checkSchema>>

export const inspectionFieldsSchema = record({
  distance: quantity('km', 'What the vehicle had run; null if nobody read it.', { min: 0, max: 5_000_000 }).nullable(),
  beltOff: flag('Whether the belt was off at the end.'),
  checks: list(checkSchema, 'What was looked at, in the order of the parts.', { max: 600 }),
  renewed: list(text('A part.', 80), 'Parts that are new since they were last looked at: their wear begins again.', {
    max: 120,
  }),
  sum: list(text('One line.', 8000), 'What it came to then: what to replace, to watch, to do together.', { max: 200 }),
  note: text('Anything worth knowing.', 2000).trim(),
  by: text('Who walked round.', 80).trim(),
}).test(
  'something',
  'must have looked at something, or say what is new',
  ({ checks, renewed }) => checks.length > 0 || renewed.length > 0,
)

export type InspectionFields = Readonly<InferType<typeof inspectionFieldsSchema>>
