import { mixed, type InferType } from 'yup'
import { at, by, choice, constant, identifier, list, position, quantity, record, text, union } from './schema-kit.ts'

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
  list(loadPoint, description, { least: 1, most: 60 }).test(
    'rising-speed',
    'must rise in speed from one point to the next',
    (points) =>
      !Array.isArray(points) ||
      points.every((point, i) => !isLoadPoint(point) || i === 0 || point[0] > (points[i - 1]?.[0] ?? -1)),
  )

const offset = (description: string) => quantity('mm', description, { min: -200, max: 200 })

/** What line-up may change on a shaft. */
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
    thicknesses: list(offset('One spacer.'), 'The spacers at hand.', { least: 1, most: 40 }),
  }),
  groove: record({ kind: constant('groove', 'must be groove', 'The belt may use another groove.') }),
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

export const shaftSchema = record({
  id: identifier('The name by which pulleys and adjusters refer to this shaft.'),
  name: text('What the mechanic calls it.', 80),
  kind: choice(SHAFT_KINDS, 'What the shaft drives, or the crank itself.'),
  x: position('Centre, to the right of the origin; null if not measured yet.').nullable(),
  y: position('Centre, above the origin; null if not measured yet.').nullable(),
  placed: placedSchema.optional(),
  mustTurn: choice(['cw', 'ccw', 'any'], 'The way the part has to turn; any when it does not mind.').optional(),
  maxRpm: quantity('rpm', 'Highest speed the part is made for.', { min: 1, max: 500000 }).optional(),
  leastRpm: quantity('rpm', 'Speed below which the part does not do its work: an alternator’s cut-in.', {
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
  moves: list(moveSchema, 'What line-up may change here.', { most: 10 }).optional(),
})

export type Shaft = Readonly<InferType<typeof shaftSchema>>
