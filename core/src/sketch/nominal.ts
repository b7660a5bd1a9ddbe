/** Nominal figures of a sketch: where parts usually stand on an engine and how large their pulleys are. They draw, they never measure. docs/mechanics/sketch.md */
import type { ShaftKind } from '../drive/shaft.ts'
import type { Point } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'

/** Where a part of each kind usually stands, mm from the crank; one that finds its place taken moves on to the next. */
export const USUAL_PLACES: Readonly<Record<ShaftKind, readonly Point[]>> = {
  crank: [{ x: 0, y: 0 }],
  'water-pump': [
    { x: 0, y: 195 },
    { x: 60, y: 230 },
  ],
  fan: [
    { x: 0, y: 195 },
    { x: 0, y: 300 },
  ],
  alternator: [
    { x: -215, y: 265 },
    { x: 215, y: 265 },
  ],
  generator: [
    { x: -215, y: 265 },
    { x: 215, y: 265 },
  ],
  'power-steering': [
    { x: 205, y: 255 },
    { x: -205, y: 150 },
  ],
  'ac-compressor': [
    { x: 220, y: 35 },
    { x: -220, y: 35 },
  ],
  'air-pump': [
    { x: -220, y: 60 },
    { x: 220, y: 150 },
  ],
  'vacuum-pump': [
    { x: 60, y: 340 },
    { x: -60, y: 340 },
  ],
  supercharger: [{ x: 0, y: 370 }],
  tensioner: [
    { x: -130, y: 115 },
    { x: 130, y: 120 },
  ],
  idler: [
    { x: 105, y: 150 },
    { x: -75, y: 265 },
    { x: 105, y: 300 },
  ],
  jackshaft: [{ x: 70, y: 250 }],
  other: [
    { x: -110, y: 330 },
    { x: 120, y: 360 },
  ],
}

/** Where parts that usually stand between the others go when a belt has to run round them outside. */
export const OUTER_PLACES: Readonly<Partial<Record<ShaftKind, readonly Point[]>>> = {
  'water-pump': [
    { x: 0, y: 345 },
    { x: 90, y: 350 },
  ],
  fan: [
    { x: 0, y: 345 },
    { x: -90, y: 350 },
  ],
  idler: [
    { x: 190, y: 140 },
    { x: -190, y: 140 },
    { x: 110, y: 345 },
  ],
}

/** How large a pulley of each kind is drawn while nobody has read it: its radius, mm. */
export const USUAL_RADIUS_MM: Readonly<Record<ShaftKind, Mm>> = {
  crank: 76,
  'water-pump': 62,
  fan: 66,
  alternator: 29,
  generator: 36,
  'power-steering': 64,
  'ac-compressor': 58,
  'air-pump': 55,
  'vacuum-pump': 45,
  supercharger: 40,
  tensioner: 37,
  idler: 36,
  jackshaft: 50,
  other: 45,
}

/** mm left free between two parts of a sketch, for a belt and a finger. */
export const SKETCH_GAP_MM = 26
