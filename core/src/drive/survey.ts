import type { InferType } from 'yup'
import { angle, at, by, choice, identifier, list, quantity, record, text } from '../schema/schema-kit.ts'
import { TAPE_SIGMA_MM } from './nominal.ts'

export const DISTANCE_KINDS = ['centre', 'outside', 'gap'] as const
/** Centre to centre, over both rims from outside to outside, or the gap between the rims. */
export type DistanceKind = (typeof DISTANCE_KINDS)[number]

const distanceSchema = record({
  id: identifier('The name of this reading within the document.'),
  from: identifier('One pulley.'),
  to: identifier('The other pulley.'),
  kind: choice(DISTANCE_KINDS, 'What the tape was laid between.'),
  value: quantity('mm', 'The distance as it was read.', { min: 0, max: 5000 }),
  sigma: quantity('mm', 'Standard deviation of the reading.', { min: 0.01, max: 100 })
    .meta({ fallback: TAPE_SIGMA_MM })
    .optional(),
  written: text('The reading as it was written down.', 40),
  by,
  at,
})

const sideSchema = record({
  from: identifier('The pulley one looks from.'),
  to: identifier('The pulley one looks toward.'),
  of: identifier('The pulley that lies on the side.'),
  side: choice(['left', 'right'], 'The side of the line on which it lies, seen from the front.'),
})

/** Distances taken between pulleys, and what they cannot say: which way is up, and which of two mirror images is meant. */
export const surveySchema = record({
  distances: list(distanceSchema, 'Distances between pulleys, oldest first.', { max: 240 }),
  upright: record({
    from: identifier('The pulley one looks from.'),
    to: identifier('The pulley whose direction is known.'),
    direction: angle('The direction to it.'),
  }).optional(),
  sides: list(sideSchema, 'Which of two mirror images is meant, pulley by pulley.', { max: 40 }),
})

export type Survey = Readonly<InferType<typeof surveySchema>>
export type DistanceReading = Survey['distances'][number]
export type SideAnswer = Survey['sides'][number]
