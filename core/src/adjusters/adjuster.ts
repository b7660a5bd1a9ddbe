import type { InferType } from 'yup'
import {
  angle,
  assumed,
  choice,
  constant,
  identifier,
  position,
  quantity,
  record,
  union,
} from '../schema/schema-kit.ts'

const id = identifier('The name by which a belt refers to this adjuster.')
const shaft = identifier('The shaft it moves.')
const point = (description: string) => record({ x: position(`${description}, x.`), y: position(`${description}, y.`) })
const reach = (description: string) => quantity('mm', description, { min: 0.1, max: 2000 })
/** mm that one turn of the screw or rod gives. */
const perTurn = quantity('mm', 'How far one turn of its screw moves it.', { min: 0.1, max: 20 }).meta({
  fallback: 'nominal',
})
const mark = (description: string) => quantity('', description, { min: 0, max: 1 })

export const adjusterSchema = union('kind', {
  'spring-arm': record({
    kind: constant('spring-arm', 'must be spring-arm', 'An arm that a spring or a strut turns into the belt.'),
    id,
    assumed: assumed.optional(),
    shaft,
    pivot: point('The arm’s pivot'),
    armLength: reach('Pivot to pulley centre.'),
    angleReleased: angle('Direction of the arm held back for fitting.'),
    angleFree: angle('Direction of the arm at its far stop.'),
    preload: quantity('N·m', 'Spring torque at the free end.', { min: 0, max: 1000 }),
    rate: quantity('N·m/deg', 'Spring torque gained for each degree back from the free end.', { min: 0, max: 100 }),
    by: choice(['spring', 'hydraulic'], 'What pushes the arm.').meta({ fallback: 'spring' }).optional(),
    marks: record({
      min: mark('Travel at the first mark.'),
      nominal: mark('Travel at the mark for a new belt.'),
      max: mark('Travel at the last mark.'),
    }).optional(),
  }),
  swing: record({
    kind: constant('swing', 'must be swing', 'An accessory that pivots on one bolt and is clamped in a slot.'),
    id,
    assumed: assumed.optional(),
    shaft,
    pivot: point('The pivot bolt'),
    angleFrom: angle('Direction from the pivot to the shaft, at the slack end.'),
    angleTo: angle('The same, at the tight end.'),
    perTurn: perTurn.optional(),
  }),
  slide: record({
    kind: constant('slide', 'must be slide', 'A shaft that slides along a straight slot.'),
    id,
    assumed: assumed.optional(),
    shaft,
    direction: angle('The way it slides to take up.'),
    from: position('Along the slide from the stated place, at the slack end.'),
    to: position('The same, at the tight end.'),
    perTurn: perTurn.optional(),
  }),
  turnbuckle: record({
    kind: constant('turnbuckle', 'must be turnbuckle', 'A threaded rod that swings an accessory about its pivot.'),
    id,
    assumed: assumed.optional(),
    shaft,
    pivot: point('The accessory’s pivot'),
    lug: point('Where the rod holds the accessory, in its stated place'),
    anchor: point('Where the rod holds the engine'),
    lengthMin: reach('Rod length, at the slack end.'),
    lengthMax: reach('Rod length that must never be exceeded: the thread needs its engagement.'),
    perTurn: perTurn.optional(),
  }),
  eccentric: record({
    kind: constant('eccentric', 'must be eccentric', 'A pulley on an off-centre bush.'),
    id,
    assumed: assumed.optional(),
    shaft,
    pivot: point('The centre the bush turns on'),
    throw: reach('Pivot to pulley centre.'),
    angleFrom: angle('Direction of the throw, at the slack end.'),
    angleTo: angle('The same, at the tight end.'),
  }),
  shim: record({
    kind: constant('shim', 'must be shim', 'A split pulley: fewer shims between the halves make it run larger.'),
    id,
    assumed: assumed.optional(),
    pulley: identifier('The split pulley.'),
    shimsFrom: quantity('', 'Shims between the halves, released; the diameter is read like this.', {
      min: 0,
      max: 40,
      integer: true,
    }),
    shimsTo: quantity('', 'Shims between the halves, at the tight end.', { min: 0, max: 40, integer: true }),
    diameterPerShim: quantity('mm', 'Running diameter gained by taking one shim out.', { min: 0.01, max: 50 }),
  }),
})

export type Adjuster = Readonly<InferType<typeof adjusterSchema>>
export type AdjusterKind = Adjuster['kind']
export type AdjusterOf<Kind extends AdjusterKind> = Extract<Adjuster, { kind: Kind }>
