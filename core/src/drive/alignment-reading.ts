import type { InferType } from 'yup'
import { at, by, choice, constant, identifier, list, quantity, record, union } from '../schema/schema-kit.ts'

const ofPulley = {
  id: identifier('The name of this reading within the document.'),
  by,
  at,
  pulley: identifier('The pulley that was read; the crank’s is the reference.'),
}

/** What the engine did while something was read. */
export const READ_WHILE = ['standing', 'revving'] as const
export type ReadWhile = (typeof READ_WHILE)[number]

/** What worked hard while the engine revved and something was read. */
export const READ_UNDER = ['steering', 'compressor', 'electrics', 'throttle'] as const
export type ReadUnder = (typeof READ_UNDER)[number]

const along = {
  ...ofPulley,
  load: choice(READ_UNDER, 'What worked hard while the engine revved.').optional(),
  while: choice(READ_WHILE, 'What the engine did: standing when left out; revving stands for any load.').optional(),
}

const onTarget = (description: string) => quantity('mm', description, { min: -200, max: 200 })

/** What was read of where the belts’ line lies, by how it was read: docs/mechanics/alignment.md. */
export const alignmentReadingSchema = union('how', {
  depth: record({
    ...along,
    how: constant(
      'depth',
      'must be depth',
      'Caliper depth from a straightedge on the crank pulley to the belt’s first rib.',
    ),
    value: quantity('mm', 'The depth.', { min: 0, max: 500 }),
  }),
  laser: record({
    ...along,
    how: constant(
      'laser',
      'must be laser',
      'Where a line laser square to the crank pulley falls on a target in the groove.',
    ),
    near: onTarget('In front of the first rib, at the rim nearest to the crank.'),
    far: onTarget('In front of the first rib, at the rim away from the crank.'),
  }),
  block: record({
    ...along,
    how: constant('block', 'must be block', 'From the face of the block forward to the belt’s first rib.'),
    value: quantity('mm', 'The distance.', { min: 0, max: 1000 }),
  }),
  lean: record({
    ...ofPulley,
    how: constant('lean', 'must be lean', 'Depths from the straightedge to two opposite points of one rim.'),
    across: choice(['sides', 'height'], 'From left to right, or from top to bottom.'),
    first: quantity('mm', 'Depth on the left, or at the top.', { min: 0, max: 500 }),
    second: quantity('mm', 'Depth on the right, or at the bottom.', { min: 0, max: 500 }),
    apart: quantity('mm', 'How far the two points lie apart.', { min: 5, max: 1000 }),
  }),
  margin: record({
    ...ofPulley,
    how: constant('margin', 'must be margin', 'Bare face on either side of a belt that runs on a smooth pulley.'),
    front: quantity('mm', 'In front of the belt; negative where it hangs over.', { min: -50, max: 200 }),
    back: quantity('mm', 'Behind the belt; negative where it hangs over.', { min: -50, max: 200 }),
  }),
})

export type AlignmentReading = Readonly<InferType<typeof alignmentReadingSchema>>

const shaft = identifier('The shaft it was done to.')
const moved = quantity('mm', 'How far, positive away from the block.', { min: -200, max: 200 })
const alongShaft = (kind: 'press' | 'shim' | 'spacer', words: string) =>
  record({ kind: constant(kind, `must be ${kind}`, words), shaft, by: moved })

/** One thing that was done to bring a belt into line. */
const moveDoneSchema = union('kind', {
  press: alongShaft('press', 'The pulley pressed along its shaft.'),
  shim: alongShaft('shim', 'Shims put in or taken out.'),
  spacer: alongShaft('spacer', 'A spacer put in.'),
  groove: record({
    kind: constant('groove', 'must be groove', 'The belt put into another groove.'),
    shaft,
    pulley: identifier('The pulley.'),
    belt: identifier('The belt.'),
    groove: quantity('', 'The first groove it now runs in, from the front.', { min: 1, max: 30, integer: true }),
    by: moved,
  }),
  straighten: record({ kind: constant('straighten', 'must be straighten', 'The tilt taken out.'), shaft, by: moved }),
})

/** One time the line was mended: what was done, and how it had been. */
export const alignmentWorkSchema = record({
  id: identifier('The name of this work within the document.'),
  by,
  at,
  moves: list(moveDoneSchema, 'What was done.', { min: 1, max: 40 }),
  was: list(
    record({
      pulley: identifier('The pulley.'),
      line: quantity('mm', 'Its belt line in front of the reference’s.', { min: -500, max: 500 }),
    }),
    'Where the pulleys that were moved had been.',
    { max: 60 },
  ),
  angles: list(
    record({
      belt: identifier('The belt.'),
      worst: quantity('deg', 'Its largest entry angle.', { min: 0, max: 90 }),
    }),
    'How the belts had run.',
    { max: 12 },
  ),
})
