/** One part whose length counts in a belt line: docs/mechanics/alignment.md. */
import type { InferType } from 'yup'
import { SHAFT_KINDS } from '../drive/shaft.ts'
import { choice, flag, quantity, record, text } from '../schema/schema-kit.ts'
import { SECTIONS } from '../sections/sections.ts'

/** What a part adds to a belt line. */
export const BELT_LINE_ROLES = ['mount', 'part', 'pulley', 'spacer'] as const
export type BeltLineRole = (typeof BELT_LINE_ROLES)[number]

/** What the belt runs on. */
export const FACES = ['grooved', 'smooth'] as const
export const TURNS = ['cw', 'ccw', 'any'] as const

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
  face: choice(FACES, 'pulley: cut for a belt’s ribs, or smooth for its back; null for not known.').nullable(),
  section: choice(SECTIONS, 'pulley: the section its grooves or teeth are cut for.').nullable(),
  grooves: quantity('', 'pulley: how many grooves it has.', { min: 1, max: 30, integer: true }).nullable(),
  width: quantity('mm', 'pulley: width of its face.', { min: 1, max: 500 }).nullable(),
  turns: choice(TURNS, 'part: the way it has to turn, seen from the front.').nullable(),
  onHand: flag('Whether it is on hand; else it has to be bought.'),
})

export type BeltLinePartFields = InferType<typeof beltLinePartFieldsSchema>

/** What is not known of a part, and is not on hand, until somebody says so. */
export const NOTHING_MORE_KNOWN = {
  face: null,
  section: null,
  grooves: null,
  width: null,
  turns: null,
  onHand: false,
} as const satisfies Partial<BeltLinePartFields>
