/** One part whose length counts in a belt line: docs/mechanics/alignment.md. */
import type { InferType } from 'yup'
import { SHAFT_KINDS } from '../drive/shaft.ts'
import { choice, quantity, record, text } from '../schema/schema-kit.ts'

/** What a part adds to a belt line. */
export const BELT_LINE_ROLES = ['mount', 'part', 'pulley', 'spacer'] as const
export type BeltLineRole = (typeof BELT_LINE_ROLES)[number]

export const beltLinePartFieldsSchema = record({
  role: choice(BELT_LINE_ROLES, 'mount: a face on the engine or a bracket; part: an accessory; pulley; spacer.'),
  family: text('The family of parts it is from.', 60).trim(),
  name: text('Name.', 80).trim().required('must have a name'),
  fits: choice([...SHAFT_KINDS, 'any'], 'What it is for.'),
  length: quantity(
    'mm',
    'mount: face in front of the engine’s front plane; part: face to pulley seat; pulley: seat to belt line, negative behind it; spacer: thickness.',
    { min: -300, max: 600 },
  ),
  rear: quantity('mm', 'mount: how far block or head stands forward there; pulley: its rim behind its belt line.', {
    min: -300,
    max: 600,
  }).nullable(),
  bolt: quantity('mm', 'mount: thread its bolts need; part: the flange they pass.', { min: 0, max: 200 }).nullable(),
})

export type BeltLinePartFields = InferType<typeof beltLinePartFieldsSchema>
