import { mixed, type InferType } from 'yup'
import {
  assumed,
  at,
  by,
  choice,
  constant,
  identifier,
  list,
  position,
  quantity,
  record,
  text,
  union,
} from '../schema/schema-kit.ts'

export const SHAFT_KINDS = [
  'crank',
  'alternator',
  'generator',
  'water-pump',
  'power-steering',
  'ac-compressor',
  'air-pump',
  'fan',
  'vacuum-pump',
  'supercharger',
  'idler',
  'tensioner',
  'jackshaft',
  'other',
] as const
export type ShaftKind = (typeof SHAFT_KINDS)[number]

/** What parts are called until someone gives them a name of their own. */
export const SHAFT_KIND_NAMES: Readonly<Record<ShaftKind, string>> = {
  crank: 'Crank',
  alternator: 'Alternator',
  generator: 'Generator',
  'water-pump': 'Water pump',
  'power-steering': 'Power steering pump',
  'ac-compressor': 'A/C compressor',
  'air-pump': 'Air pump',
  fan: 'Fan',
  'vacuum-pump': 'Vacuum pump',
  supercharger: 'Supercharger',
  tensioner: 'Tensioner',
  idler: 'Idler',
  jackshaft: 'Jackshaft',
  other: 'Other part',
}

/** Whether a part only leads the belt: it drives nothing, and what is right for it follows from the others. */
export function onlyLeads(kind: ShaftKind): boolean {
  return kind === 'idler' || kind === 'tensioner'
}

/** One corner of a load curve: the shaft's own speed in rpm, then the torque it resists with in N·m. */
export type LoadPoint = readonly [rpm: number, torque: number]

function isLoadPoint(value: unknown): value is LoadPoint {
  return (
    Array.isArray(value) &&
    value.length === 2 &&
    value.every((part) => typeof part === 'number' && Number.isFinite(part) && part >= 0 && part <= 100000)
  )
}

const LOAD_POINT_RULE = 'must be a pair of numbers from 0 to 100000: own rpm, then N·m'

const loadPoint = mixed<LoadPoint>(isLoadPoint)
  .typeError(LOAD_POINT_RULE)
  .required(LOAD_POINT_RULE)
  .meta({ description: 'Own rpm, then torque in N·m.' })

const curve = (description: string) =>
  list(loadPoint, description, { min: 1, max: 60 }).test(
    'rising-speed',
    'must rise in speed from one point to the next',
    (points) =>
      !Array.isArray(points) ||
      points.every((point, i) => !isLoadPoint(point) || i === 0 || point[0] > (points[i - 1]?.[0] ?? -1)),
  )

const offset = (description: string) => quantity('mm', description, { min: -200, max: 200 })

/** What alignment may change on a shaft. */
const moveSchema = union('kind', {
  press: record({
    kind: constant('press', 'must be press', 'The pulley is pressed along its shaft.'),
    min: offset('Furthest toward the block.'),
    max: offset('Furthest from the block.'),
  }),
  shim: record({
    kind: constant('shim', 'must be shim', 'Shims of one thickness behind the part.'),
    step: quantity('mm', 'One shim.', { min: 0.01, max: 50 }),
    min: offset('Furthest toward the block.'),
    max: offset('Furthest from the block.'),
  }),
  spacer: record({
    kind: constant('spacer', 'must be spacer', 'One spacer out of a set.'),
    thicknesses: list(offset('One spacer.'), 'The spacers at hand.', { min: 1, max: 40 }),
  }),
  groove: record({ kind: constant('groove', 'must be groove', 'Use another groove.') }),
  straighten: record({ kind: constant('straighten', 'must be straighten', 'The tilt can be taken out.') }),
})

/** Ways to know where a shaft stands. */
export const PLACED_HOW = ['typed', 'dragged', 'photo', 'distances', 'file'] as const
export type PlacedHow = (typeof PLACED_HOW)[number]

const placedSchema = record({
  how: choice(PLACED_HOW, 'How the place was found.'),
  sigma: quantity('mm', 'Standard deviation of the place, where the survey can tell it.', {
    min: 0,
    max: 5000,
  }).optional(),
  by,
  at,
})

/** How a part lets its shaft run on by itself. */
export const CLUTCHES = ['one-way', 'decoupler'] as const

/** What stands on a part’s plate, from which its torque follows where no curve is known. */
const ratingSchema = record({
  amps: quantity('A', 'Rated current of an alternator or a generator.', { min: 1, max: 1000 }).optional(),
  volts: quantity('V', 'Its voltage.', { min: 1, max: 120 }).optional(),
  bar: quantity('bar', 'Highest pressure of a pump.', { min: 1, max: 400 }).optional(),
  cm3PerTurn: quantity('cm³', 'What a pump or a compressor displaces in one turn.', { min: 0.1, max: 2000 }).optional(),
  kW: quantity('kW', 'Power a compressor or a fan takes.', { min: 0.01, max: 200 }).optional(),
  atRpm: quantity('rpm', 'Own speed at which it takes that power.', { min: 1, max: 100000 }).optional(),
})

const markSeen = (description: string) => quantity('', description, { min: 0, max: 1 }).nullable()

export const shaftSchema = record({
  id: identifier('The name by which pulleys and adjusters refer to this shaft.'),
  name: text('What the mechanic calls it.', 80),
  kind: choice(SHAFT_KINDS, 'What the shaft drives, or the crank itself.'),
  x: position('Centre, to the right of the origin; null if not measured yet.').nullable(),
  y: position('Centre, above the origin; null if not measured yet.').nullable(),
  placed: placedSchema.optional(),
  mustTurn: choice(['cw', 'ccw', 'any'], 'The way the part has to turn; any when it does not mind.').optional(),
  maxRpm: quantity('rpm', 'Maximum speed the part is made for.', { min: 1, max: 500000 }).optional(),
  minRpm: quantity('rpm', 'Speed below which the part does not do its work: an alternator’s cut-in.', {
    min: 1,
    max: 500000,
  }).optional(),
  bladeDiameter: quantity('mm', 'Across the tips of a fan’s blades.', { min: 10, max: 3000 }).optional(),
  maxSideLoad: quantity('N', 'Highest load its bearing takes from the belt.', { min: 0, max: 1e6 }).optional(),
  minWrap: quantity('deg', 'Least wrap it needs; the nominal one for its kind when left out.', {
    min: 0,
    max: 360,
  }).optional(),
  load: record({
    light: curve('Torque at no load, over own speed.'),
    heavy: curve('Torque at full load, over own speed.'),
  }).optional(),
  rating: ratingSchema.optional(),
  inertia: quantity('kg·m²', 'Moment of inertia of what turns.', { min: 0, max: 10 }).optional(),
  clutch: choice(CLUTCHES, 'A pulley that lets the shaft run on: freely one way, or over a spring.').optional(),
  hubDepth: quantity('mm', 'How far the hub’s face stands behind the shaft’s end, where the part wants it.', {
    min: -50,
    max: 50,
  }).optional(),
  hubStands: quantity('mm', 'How far the hub’s face stands behind the shaft’s end now.', {
    min: -50,
    max: 50,
  }).optional(),
  marks: record({
    min: markSeen('Travel at a tensioner’s first mark; null where the mark is there and its travel is not known.'),
    nominal: markSeen('Travel at its mark for a new belt.'),
    max: markSeen('Travel at its last mark.'),
  }).optional(),
  assumed: assumed.optional(),
  moves: list(moveSchema, 'Moves allowed here to align the pulley.', { max: 10 }).optional(),
})

export type Shaft = Readonly<InferType<typeof shaftSchema>>
