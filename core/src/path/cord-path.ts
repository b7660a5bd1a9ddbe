import { TURN_RAD, wrapPositive, type Point } from '../numerics/vectors.ts'
import { WRAP_ZERO_RAD } from '../numerics/tolerances.ts'

/** One pulley as the cord sees it. Not read-only: an adjuster moves its circle in place while L(u) is searched. */
export interface CordCircle {
  x: number
  y: number
  /** Cord radius, mm. */
  r: number
  /** +1 where the belt carries the pulley round counter-clockwise, −1 clockwise. `σ` */
  readonly sigma: 1 | -1
}

export interface CordPath {
  readonly ok: true
  /** mm. Span k leaves circle k for circle k + 1, and the last one comes back to the first. */
  readonly spans: readonly number[]
  /** Radians, of travel along each span. */
  readonly directions: readonly number[]
  /** Radians in [0, 2π), on each circle. */
  readonly wraps: readonly number[]
  /** mm. `L_c = Σ s + Σ r·w` */
  readonly length: number
  /** Whole turns of the path, counter-clockwise positive: ±1 for a belt that goes round once, 0 for a figure of eight. */
  readonly turning: number
}

/** Two circles next to each other that leave no straight line between them; `at` is the first one's place in the route. */
export interface CirclesOverlap {
  readonly ok: false
  readonly why: 'overlap'
  readonly at: number
}

/**
 * The closed path of a cord round circles in order: docs/mechanics/path.md.
 *
 *   k = σ_b·r_b − σ_a·r_a,  |k| < d        θ = atan2(B − A) − asin(k / d)
 *   s = sqrt(d² − k²)                      w_i = σ_i·(θ_out − θ_in) mod 2π
 *
 * Degenerate: no circle or one has no span; one is wrapped a full turn. Coincident centres and a circle inside its
 * neighbour overlap. A span that only touches its pulley wraps it by zero, not by a full turn.
 */
export function traceCord(circles: readonly CordCircle[]): CordPath | CirclesOverlap {
  const n = circles.length
  const [only] = circles
  if (only === undefined) return { ok: true, spans: [], directions: [], wraps: [], length: 0, turning: 0 }
  if (n === 1)
    return { ok: true, spans: [], directions: [], wraps: [TURN_RAD], length: TURN_RAD * only.r, turning: only.sigma }

  const spans = new Array<number>(n)
  const directions = new Array<number>(n)
  const wraps = new Array<number>(n)
  let length = 0
  for (let i = 0; i < n; i++) {
    const a = circles[i] as CordCircle
    const b = circles[i + 1 === n ? 0 : i + 1] as CordCircle
    const dx = b.x - a.x
    const dy = b.y - a.y
    const square = dx * dx + dy * dy
    const k = b.sigma * b.r - a.sigma * a.r
    if (!(k * k < square)) return { ok: false, why: 'overlap', at: i }
    const s = Math.sqrt(square - k * k)
    spans[i] = s
    // asin(k / d) in a form that keeps its digits near ±90°.
    directions[i] = Math.atan2(dy, dx) - Math.atan2(k, s)
    length += s
  }
  let turned = 0
  let incoming = directions[n - 1] as number
  for (let i = 0; i < n; i++) {
    const { sigma, r } = circles[i] as CordCircle
    const outgoing = directions[i] as number
    let wrap = wrapPositive(sigma * (outgoing - incoming), TURN_RAD)
    if (wrap > TURN_RAD - WRAP_ZERO_RAD) wrap = 0
    wraps[i] = wrap
    length += r * wrap
    turned += sigma * wrap
    incoming = outgoing
  }
  return { ok: true, spans, directions, wraps, length, turning: Math.round(turned / TURN_RAD) }
}

/**
 * Where a span touches a circle, given the span's direction in radians: `P = C − σ·r·n`, n the left normal.
 * The same formula serves the circle it leaves and the one it meets.
 */
export function tangentPoint({ x, y, r, sigma }: CordCircle, direction: number): Point {
  return { x: x + sigma * r * Math.sin(direction), y: y - sigma * r * Math.cos(direction) }
}

/**
 * Rate of the path's length when circle i's centre moves by (vx, vy): `dL = (û_in − û_out)·v`. The wraps on either side
 * do not enter: a belt on its circles is as short as it can be, so its length does not change with where it touches.
 */
export function lengthRateOfMove(path: CordPath, i: number, vx: number, vy: number): number {
  const n = path.directions.length
  const incoming = path.directions[(i + n - 1) % n] as number
  const outgoing = path.directions[i] as number
  return (Math.cos(incoming) - Math.cos(outgoing)) * vx + (Math.sin(incoming) - Math.sin(outgoing)) * vy
}
