import type { InferType } from 'yup'
import { assumed, choice, numberOutOf, quantity, record } from '../schema/schema-kit.ts'

/** The two ways a shaft can turn, as someone in front of the pulleys sees it. */
export const TURNS = ['cw', 'ccw'] as const
export type Turn = (typeof TURNS)[number]

export const TURN_WORDS: Readonly<Record<Turn, string>> = { cw: 'clockwise', ccw: 'counter-clockwise' }

const rpm = (description: string) => quantity('rpm', description, { min: 1, max: 30000 })

export const engineSchema = record({
  crankTurns: choice(TURNS, 'The way the crank turns, seen from in front of the pulleys.'),
  idleRpm: rpm('Engine speed at idle.'),
  cruiseRpm: rpm('Engine speed at an ordinary cruise.'),
  maxRpm: rpm('Highest engine speed the drive has to live with.'),
  cylinders: quantity('', 'Cylinders; how often it fires follows from them.', {
    min: 1,
    max: 24,
    integer: true,
  }).optional(),
  strokes: numberOutOf([2, 4], 'Strokes of one working cycle.').optional(),
  assumed: assumed.optional(),
})

export type Engine = Readonly<InferType<typeof engineSchema>>
