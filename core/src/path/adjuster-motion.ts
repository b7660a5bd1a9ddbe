import type { Adjuster, AdjusterOf } from '../drive/adjuster.ts'
import { cross, distance, minus, radians, shortWayRoundDeg, wrapPositive, type Point } from '../numerics/vectors.ts'

export type AdjusterUnit = 'deg' | 'mm' | 'shims'

/** A place of a moving shaft and its velocity, in mm and mm per full travel. */
export interface MovedPlace extends Point {
  readonly vx: number
  readonly vy: number
}

/** What an adjuster does to the drive over its travel u, from 0 released to 1 fully taken up: docs/mechanics/adjusters.md. */
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

/**
 * The motion of an adjuster. `placeOf` gives the stated place for those kinds that start from it; while that is not
 * measured, they place nothing.
 */
export function adjusterMotion(adjuster: Adjuster, placeOf: (shaft: string) => Point | undefined): AdjusterMotion {
  switch (adjuster.kind) {
    case 'spring-arm':
      return armMotion(adjuster.shaft, adjuster.pivot, adjuster.armLength, adjuster.angleReleased, adjuster.angleFree)
    case 'eccentric':
      return armMotion(adjuster.shaft, adjuster.pivot, adjuster.throw, adjuster.angleFrom, adjuster.angleTo)
    case 'swing': {
      const stated = placeOf(adjuster.shaft)
      if (stated === undefined) return unplaced(adjuster.shaft, 'deg')
      const length = distance(stated, adjuster.pivot)
      return armMotion(adjuster.shaft, adjuster.pivot, length, adjuster.angleFrom, adjuster.angleTo)
    }
    case 'slide': {
      const stated = placeOf(adjuster.shaft)
      return stated === undefined ? unplaced(adjuster.shaft, 'mm') : slideMotion(adjuster, stated)
    }
    case 'turnbuckle': {
      const stated = placeOf(adjuster.shaft)
      return stated === undefined ? unplaced(adjuster.shaft, 'mm') : turnbuckleMotion(adjuster, stated)
    }
    case 'shim':
      return shimMotion(adjuster)
  }
}

/** The motion of a shaft whose stated place is not known yet. */
function unplaced(shaft: string, unit: AdjusterUnit): AdjusterMotion {
  return { moves: 'shaft', shaft, unit, valueAt: () => 0, placeAt: () => undefined }
}

/** A shaft on an arm that turns, the short way round, from one angle to the other. */
function armMotion(shaft: string, pivot: Point, length: number, from: number, to: number): AdjusterMotion {
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

function slideMotion({ shaft, direction, from, to }: AdjusterOf<'slide'>, stated: Point): AdjusterMotion {
  const along = { x: Math.cos(radians(direction)), y: Math.sin(radians(direction)) }
  const valueAt = (u: number) => from + u * (to - from)
  return {
    moves: 'shaft',
    shaft,
    unit: 'mm',
    valueAt,
    placeAt: (u) => {
      const by = valueAt(u)
      return {
        x: stated.x + by * along.x,
        y: stated.y + by * along.y,
        vx: (to - from) * along.x,
        vy: (to - from) * along.y,
      }
    },
  }
}

/**
 * The rod's length ℓ sets the angle γ between pivot→anchor and pivot→lug, `cos γ = (ρ² + D² − ℓ²) / (2ρD)`, on the side
 * of the line to the anchor on which the lug stands now; the whole accessory turns with its lug.
 */
function turnbuckleMotion(
  { shaft, pivot, lug, anchor, lengthMin, lengthMax }: AdjusterOf<'turnbuckle'>,
  stated: Point,
): AdjusterMotion {
  const toLug = minus(lug, pivot)
  const toAnchor = minus(anchor, pivot)
  const rho = Math.hypot(toLug.x, toLug.y)
  const D = Math.hypot(toAnchor.x, toAnchor.y)
  const side = cross(toAnchor, toLug) < 0 ? -1 : 1
  const gammaNow = side * Math.atan2(Math.abs(cross(toAnchor, toLug)), toAnchor.x * toLug.x + toAnchor.y * toLug.y)
  const toShaft = minus(stated, pivot)
  const valueAt = (u: number) => lengthMin + u * (lengthMax - lengthMin)
  return {
    moves: 'shaft',
    shaft,
    unit: 'mm',
    valueAt,
    placeAt: (u) => {
      const rod = valueAt(u)
      const cosine = (rho * rho + D * D - rod * rod) / (2 * rho * D)
      if (!(Math.abs(cosine) < 1)) return undefined
      const gamma = side * Math.acos(cosine)
      const turn = gamma - gammaNow
      const x = toShaft.x * Math.cos(turn) - toShaft.y * Math.sin(turn)
      const y = toShaft.x * Math.sin(turn) + toShaft.y * Math.cos(turn)
      // sin γ dγ = ℓ dℓ / (ρD); sin γ carries the side.
      const rate = ((rod / (rho * D)) * (lengthMax - lengthMin)) / Math.sin(gamma)
      return { x: pivot.x + x, y: pivot.y + y, vx: -y * rate, vy: x * rate }
    },
  }
}

/** The diameter is read with `shimsFrom` shims between the halves; each one taken out lets the belt run larger. */
function shimMotion({ pulley, shimsFrom, shimsTo, diameterPerShim }: AdjusterOf<'shim'>): AdjusterMotion {
  const rate = ((shimsFrom - shimsTo) * diameterPerShim) / 2
  return {
    moves: 'radius',
    pulley,
    unit: 'shims',
    valueAt: (u) => shimsFrom + u * (shimsTo - shimsFrom),
    growthAt: (u) => ({ by: u * rate, rate }),
  }
}
