import type { InferType } from 'yup'
import { SECTIONS } from '../sections/sections.ts'
import { assumed, choice, constant, identifier, quantity, record, union } from '../schema/schema-kit.ts'

export const DIAMETER_PLACES = ['outside', 'effective', 'pitch', 'overBelt'] as const
export type DiameterPlace = (typeof DIAMETER_PLACES)[number]

/** What a diameter can be measured with: a caliper, a tape across it or round it, or a guess by eye. */
export const MEASURED_WITH = ['caliper', 'round', 'across', 'eye'] as const
export type MeasuredWith = (typeof MEASURED_WITH)[number]

const everyFace = {
  id: identifier('The name by which routes and adjusters refer to this pulley.'),
  shaft: identifier('The shaft it sits on.'),
  z: quantity('mm', 'Middle of the face, toward the observer; nobody knows it when left out.', {
    min: -1000,
    max: 1000,
  }).optional(),
  assumed: assumed.optional(),
  flange: quantity('mm', 'How far a flange stands above the metal.', { min: 0, max: 50 })
    .meta({ fallback: 0 })
    .optional(),
  tilt: record({
    x: quantity('deg', 'Lean of the face toward the right, dz/dx.', { min: -20, max: 20 }),
    y: quantity('deg', 'Lean of the face toward the top, dz/dy.', { min: -20, max: 20 }),
  }).optional(),
}

const diameter = {
  diameter: quantity('mm', 'The diameter as it was read; null if not measured yet.', { min: 5, max: 2000 }).nullable(),
  diameterAt: choice(DIAMETER_PLACES, 'How the diameter was measured.'),
  measuredWith: choice(MEASURED_WITH, 'What the diameter was measured with.')
    .meta({ fallback: 'not known' })
    .optional(),
}

const section = choice(SECTIONS, 'The belt section the grooves or teeth are cut for.')
const grooves = quantity('', 'Number of grooves.', { min: 1, max: 30, integer: true })
const width = quantity('mm', 'Width of the face.', { min: 1, max: 500 })

export const pulleySchema = union('face', {
  ribbed: record({
    ...everyFace,
    ...diameter,
    face: constant('ribbed', 'must be ribbed', 'Grooves for a multi-rib belt.'),
    section,
    grooves,
    width: width.optional(),
  }),
  vee: record({
    ...everyFace,
    ...diameter,
    face: constant('vee', 'must be vee', 'One or more V grooves.'),
    section,
    grooves,
    width: width.optional(),
    ride: quantity('mm', 'How far the belt’s top lies below the rim; negative when it stands proud.', {
      min: -10,
      max: 20,
    })
      .meta({ fallback: 0 })
      .optional(),
  }),
  toothed: record({
    ...everyFace,
    face: constant('toothed', 'must be toothed', 'Teeth for a toothed belt.'),
    section,
    teeth: quantity('', 'Number of teeth; null if not counted yet.', { min: 6, max: 400, integer: true }).nullable(),
    width,
  }),
  smooth: record({
    ...everyFace,
    ...diameter,
    face: constant('smooth', 'must be smooth', 'A plain face, for the back of a belt or as an idler inside.'),
    width: width.optional(),
  }),
})

export type Pulley = Readonly<InferType<typeof pulleySchema>>
export type PulleyFace = Pulley['face']

/** A pulley of which the size has been read. */
export type SizedPulley = Pulley extends infer Each
  ? Each extends { face: 'toothed' }
    ? Each & { readonly teeth: number }
    : Each & { readonly diameter: number }
  : never

export function isSized(pulley: Pulley): pulley is SizedPulley {
  return pulley.face === 'toothed' ? pulley.teeth !== null : pulley.diameter !== null
}
