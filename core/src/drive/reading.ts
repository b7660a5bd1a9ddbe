import type { InferType } from 'yup'
import { at, by, constant, identifier, quantity, record, text, union } from '../schema/schema-kit.ts'

const everyReading = {
  id: identifier('The name of this reading within the document.'),
  pulley: identifier('The pulley that was read.'),
  written: text('The reading as it was written down.', 40),
  by,
  at,
}

const diameter = quantity('mm', 'The diameter that was read.', { min: 1, max: 2000 })

/** What was read of a pulley, by how it was taken. The pulley's own record holds what follows from the newest of them. */
export const readingSchema = union('how', {
  outside: record({
    ...everyReading,
    how: constant('outside', 'must be outside', 'A diameter across the outside.'),
    value: diameter,
  }),
  effective: record({
    ...everyReading,
    how: constant('effective', 'must be effective', 'An effective diameter, as a drawing or a mark states it.'),
    value: diameter,
  }),
  pitch: record({
    ...everyReading,
    how: constant('pitch', 'must be pitch', 'A diameter at the cord line.'),
    value: diameter,
  }),
  overBelt: record({
    ...everyReading,
    how: constant('overBelt', 'must be overBelt', 'A diameter across a belt lying in place.'),
    value: diameter,
  }),
  circumference: record({
    ...everyReading,
    how: constant('circumference', 'must be circumference', 'A tape laid round the outside.'),
    value: quantity('mm', 'The length the tape reads.', { min: 3, max: 6500 }),
    tape: quantity('mm', 'Thickness of the tape.', { min: 0, max: 5 }).meta({ fallback: 0 }).optional(),
  }),
  step: record({
    ...everyReading,
    how: constant('step', 'must be step', 'How deep an inner step lies below an outer one.'),
    value: quantity('mm', 'Depth of the step; it counts twice.', { min: -1000, max: 1000 }),
    outer: identifier('The pulley whose outside the depth was taken from.'),
  }),
  balls: record({
    ...everyReading,
    how: constant('balls', 'must be balls', 'A caliper over two balls or rods in opposite grooves.'),
    value: diameter,
    ball: quantity('mm', 'Diameter of the balls.', { min: 1.5, max: 6 }),
  }),
  grooves: record({
    ...everyReading,
    how: constant('grooves', 'must be grooves', 'Grooves counted.'),
    value: quantity('', 'The count.', { min: 1, max: 30, integer: true }),
  }),
  teeth: record({
    ...everyReading,
    how: constant('teeth', 'must be teeth', 'Teeth counted.'),
    value: quantity('', 'The count.', { min: 6, max: 400, integer: true }),
  }),
  ride: record({
    ...everyReading,
    how: constant('ride', 'must be ride', 'How far a V belt lies below the rim.'),
    value: quantity('mm', 'The depth; negative when the belt stands proud.', { min: -10, max: 20 }),
  }),
})

export type Reading = Readonly<InferType<typeof readingSchema>>
export type ReadingHow = Reading['how']
export type ReadingOf<How extends ReadingHow> = Extract<Reading, { how: How }>
