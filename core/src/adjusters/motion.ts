import { radians, shortWayRoundDeg, wrapPositive, type Point } from '../numerics/vectors.ts'

export type AdjusterUnit = 'deg' | 'mm' | 'shims'

/** A place of a moving shaft and its velocity, in mm and mm per full travel. */
export interface MovedPlace extends Point {
  readonly vx: number
  readonly vy: number
}

/** What an adjuster does to the drive over its travel u, from 0 at the slack end to 1 at the tight end: docs/mechanics/adjusters.md. */
export type AdjusterMotion = {
  /** The reading a mechanic can check at travel u, in `unit`. */
  readonly valueAt: (u: number) => number
  readonly unit: AdjusterUnit
} & (
  | {
      readonly moves: 'shaft'
      readonly shaft: string
      /** undefined where the parts do not reach: a rod too long or too short for its triangle. */
      readonly placeAt: (u: number) => MovedPlace | undefined
    }
  | {
      readonly moves: 'radius'
      readonly pulley: string
      /** mm added to the cord radius, and mm per full travel. */
      readonly growthAt: (u: number) => { readonly by: number; readonly rate: number }
    }
)

/** The motion of a shaft whose stated place is not known yet. */
export function unplaced(shaft: string, unit: AdjusterUnit): AdjusterMotion {
  return { moves: 'shaft', shaft, unit, valueAt: () => 0, placeAt: () => undefined }
}

interface Arm {
  readonly shaft: string
  readonly pivot: Point
  readonly length: number
  readonly from: number
  readonly to: number
}

/** A shaft on an arm that turns, the short way round, from one angle to the other. */
export function armMotion({ shaft, pivot, length, from, to }: Arm): AdjusterMotion {
  const sweep = shortWayRoundDeg(from, to)
  const rate = radians(sweep)
  return {
    moves: 'shaft',
    shaft,
    unit: 'deg',
    valueAt: (u) => wrapPositive(from + u * sweep, 360),
    placeAt: (u) => {
      const at = radians(from) + u * rate
      const arm = { x: length * Math.cos(at), y: length * Math.sin(at) }
      return { x: pivot.x + arm.x, y: pivot.y + arm.y, vx: -arm.y * rate, vy: arm.x * rate }
    },
  }
}
