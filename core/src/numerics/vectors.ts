/** A point or a free vector in the plane of the pulleys: mm, +x right, +y up. */
export interface Point {
  readonly x: number
  readonly y: number
}

export const TURN_RAD = 2 * Math.PI

export function radians(degrees: number): number {
  return (degrees * Math.PI) / 180
}

export function degrees(rad: number): number {
  return (rad * 180) / Math.PI
}

/** An angle brought into [0, full turn) of its own unit. */
export function wrapPositive(angle: number, turn: number): number {
  const rest = angle % turn
  // Adding nothing makes a minus zero plain.
  return rest < 0 ? rest + turn : rest + 0
}

/** The short way round from one direction to another, in degrees, in (−180, 180]; the half turn is counter-clockwise. */
export function shortWayRoundDeg(from: number, to: number): number {
  const turn = wrapPositive(to - from, 360)
  return turn > 180 ? turn - 360 : turn
}

/** The z component of a × b: positive where b lies to the left of a. */
export function cross(a: Point, b: Point): number {
  return a.x * b.y - a.y * b.x
}

export function minus(a: Point, b: Point): Point {
  return { x: a.x - b.x, y: a.y - b.y }
}

export function distance(a: Point, b: Point): number {
  return Math.hypot(a.x - b.x, a.y - b.y)
}

export interface SegmentApproach {
  /** mm from the point to the nearest place on the segment. */
  readonly distance: number
  /** z component of (segment direction) × (point − start): positive where the point lies on the left. */
  readonly side: number
}

/** How near a segment comes to a point, and on which side the point lies. A segment of no length is a point. */
export function approach(start: Point, end: Point, point: Point): SegmentApproach {
  const along = minus(end, start)
  const to = minus(point, start)
  const square = along.x * along.x + along.y * along.y
  const share = square === 0 ? 0 : Math.min(1, Math.max(0, (to.x * along.x + to.y * along.y) / square))
  const near = { x: start.x + share * along.x, y: start.y + share * along.y }
  return { distance: distance(near, point), side: cross(along, to) }
}

/**
 * Whether two segments cross in their interiors. Segments that share an end, or only touch there, do not;
 * parallel ones do not. `endShare` is the share of each segment's length that counts as its end.
 */
export function segmentsCross(a1: Point, a2: Point, b1: Point, b2: Point, endShare: number): boolean {
  const a = minus(a2, a1)
  const b = minus(b2, b1)
  const between = minus(b1, a1)
  const denominator = cross(a, b)
  const scale = Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y)
  if (Math.abs(denominator) <= endShare * scale) return false
  const s = cross(between, b) / denominator
  const t = cross(between, a) / denominator
  return s > endShare && s < 1 - endShare && t > endShare && t < 1 - endShare
}
