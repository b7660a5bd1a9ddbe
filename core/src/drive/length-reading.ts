import type { InferType } from 'yup'
import { SECTIONS } from '../sections/sections.ts'
import { at, by, choice, constant, flag, identifier, quantity, record, text, union } from '../schema/schema-kit.ts'

/** What can be laid along the route in the belt's place. */
export const AIDS = ['string', 'wire', 'rope', 'strap', 'tape', 'oldbelt'] as const
export type Aid = (typeof AIDS)[number]

/** Where an old belt can be measured once it is off. */
export const BELT_LINES = ['back', 'ribs', 'flat', 'pins'] as const
export type BeltLine = (typeof BELT_LINES)[number]

const everyLengthReading = {
  id: identifier('The name of this reading within the document.'),
  belt: identifier('The belt whose length was sought.'),
  written: text('The reading as it was written down.', 60),
  leftOut: flag('Kept, but not counted: someone has put it aside.').optional(),
  by,
  at,
}

/** How something laid round lies in grooves: on their bottom, held by their flanks, or on the rims. */
export const AID_LAY = ['groove', 'flanks', 'rims'] as const
export type AidLay = (typeof AID_LAY)[number]

/** Where an adjuster stood with a belt on, and how that was read. */
const standing = {
  scale: choice(
    ['travel', 'pointer', 'marks', 'reading'],
    'Travel by eye, a pointer’s travel, places counted by the tensioner’s own marks, or degrees, mm or shims.',
  ).optional(),
  place: quantity(
    '',
    'From 0 to 1; 0 to 4 from the slack stop over the first, middle and last mark to the tight stop, halves between two; or degrees, mm or shims.',
    { min: -1000, max: 5000 },
  ).optional(),
}

const length = (description: string) => quantity('mm', description, { min: 50, max: 20000 })

/** What was read of a belt's length, by how it was taken: docs/mechanics/length.md. */
export const lengthReadingSchema = union('how', {
  aid: record({
    ...everyLengthReading,
    how: constant('aid', 'must be aid', 'Something laid along the route in the belt’s place.'),
    aid: choice(AIDS, 'What was laid round.'),
    thickness: quantity('mm', 'Its diameter, or the thickness of a strap or tape.', { min: 0, max: 30 }),
    value: quantity('mm', 'What it read, before any correction.', { min: 20, max: 20000 }),
    lay: choice(AID_LAY, 'How it lay in the grooves; the way usual for it when left out.').optional(),
    half: flag('Only half of the route was measured; the reading counts twice.').optional(),
    u: quantity('', 'Where the adjuster stood, from 0 at the slack end to 1 at the tight end.', { min: 0, max: 1 }),
    stretch: quantity('', 'Share by which the aid gave when it was pulled.', { min: 0, max: 0.2 })
      .meta({ fallback: 'nominal' })
      .optional(),
    backTurns: quantity('', 'Turns the belt’s back lies on, where the drive itself is not measured.', {
      min: 0,
      max: 4,
    })
      .meta({ fallback: 0 })
      .optional(),
  }),
  label: record({
    ...everyLengthReading,
    how: constant('label', 'must be label', 'The mark on the belt that was on the engine.'),
    section: choice(SECTIONS, 'Section the mark says.'),
    ribs: quantity('', 'Ribs the mark says; 1 for the others.', { min: 1, max: 30, integer: true }),
    value: length('Stated length the mark says.'),
    ...standing,
  }),
  oldBelt: record({
    ...everyLengthReading,
    how: constant('oldBelt', 'must be oldBelt', 'The old belt itself, off the engine.'),
    line: choice(
      BELT_LINES,
      'How it was measured: along its back, inside over the ribs, cut and flat, or on two pins.',
    ),
    value: quantity('mm', 'What was read, before any correction; for two pins, the distance between their centres.', {
      min: 20,
      max: 20000,
    }),
    pin: quantity('mm', 'Diameter of each pin.', { min: 1, max: 500 }).optional(),
    ...standing,
  }),
  trial: record({
    ...everyLengthReading,
    how: constant('trial', 'must be trial', 'A belt that was tried on.'),
    value: length('Stated length its mark says.'),
    outcome: choice(['on', 'too-short', 'slack'], 'Went on and was tensioned, would not go on, or stayed slack.'),
    ...standing,
    seated: flag('It was seen to sit in every groove.').optional(),
    wentTo: record({
      place: choice(['shop', 'shelf'], 'Taken back to where it was bought, or kept on the shelf.'),
      by,
      at,
    }).optional(),
  }),
})

export type LengthReading = Readonly<InferType<typeof lengthReadingSchema>>
export type LengthReadingHow = LengthReading['how']
export type LengthReadingOf<How extends LengthReadingHow> = Extract<LengthReading, { how: How }>
