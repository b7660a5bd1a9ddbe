/** A tensioner's arm over its travel: what it does to the belt's length, and what its spring does to it. Lengths in m. */
import { isSprung, type SprungAdjuster } from '../adjusters/kinds.ts'
import { radians, shortWayRoundDeg } from '../numerics/vectors.ts'
import { traceCord, type CordPath } from '../path/cord-path.ts'
import type { SettledBelt } from '../path/settle.ts'
import { springTorque } from '../tension/span-tensions.ts'

const MM_PER_M = 1000
/** Places along the travel at which the path is traced; between them everything goes straight. */
const PLACES = 96

/** What a travel does to one belt, by places from 0, slack, to 1, tight. */
export interface ArmTravel {
  readonly adjuster: SprungAdjuster
  /** Route position of its pulley. */
  readonly at: number
  readonly reach: number
  /** rad over the whole travel, positive. */
  readonly sweep: number
  /** Travel between which the belt has a path. */
  readonly from: number
  readonly to: number
  /** m by which the span before its pulley, and the one after it, are longer than released; and their slopes, m per travel. */
  readonly before: Curve
  readonly after: Curve
  /** Wraps, rad, of the pulley before it, its own, and the one after it. */
  readonly wraps: readonly [Curve, Curve, Curve]
  /** N·m of its spring. */
  readonly torque: (u: number) => number
}

/** A value along the travel whose slope goes straight between places, so that what it stores and what it pulls with agree. */
export class Curve {
  private readonly values: Float64Array

  /** `slopes` at places evenly spread from `from` to `to`; the value is nothing at the first. */
  constructor(
    private readonly slopes: Float64Array,
    private readonly from: number,
    private readonly to: number,
    start = 0,
  ) {
    this.values = new Float64Array(slopes.length)
    this.values[0] = start
    for (let i = 1; i < slopes.length; i++)
      this.values[i] =
        (this.values[i - 1] as number) + (this.wide * ((slopes[i - 1] as number) + (slopes[i] as number))) / 2
  }

  /** A curve through values; between places it goes nearly straight. */
  static through(values: Float64Array, from: number, to: number): Curve {
    const wide = (to - from) / (values.length - 1)
    const slopes = values.map((_, i) => {
      const [a, b] = [Math.max(0, i - 1), Math.min(values.length - 1, i + 1)]
      return ((values[b] as number) - (values[a] as number)) / ((b - a) * wide)
    })
    return new Curve(slopes, from, to, values[0])
  }

  at(u: number): number {
    const x = this.placeOf(u)
    const i = Math.min(this.slopes.length - 2, Math.floor(x))
    const f = x - i
    const [a, b] = [this.slopes[i] as number, this.slopes[i + 1] as number]
    return (this.values[i] as number) + this.wide * f * (a + (f * (b - a)) / 2)
  }

  slope(u: number): number {
    const x = this.placeOf(u)
    const i = Math.min(this.slopes.length - 2, Math.floor(x))
    const [a, b] = [this.slopes[i] as number, this.slopes[i + 1] as number]
    return a + (x - i) * (b - a)
  }

  /** How fast the slope changes. */
  bend(u: number): number {
    const i = Math.min(this.slopes.length - 2, Math.floor(this.placeOf(u)))
    return ((this.slopes[i + 1] as number) - (this.slopes[i] as number)) / this.wide
  }

  private get wide(): number {
    return (this.to - this.from) / (this.slopes.length - 1)
  }

  private placeOf(u: number): number {
    const share = (u - this.from) / (this.to - this.from)
    return Math.min(1, Math.max(0, share)) * (this.slopes.length - 1)
  }
}

/** The arm that tightens a belt; null where a hand does, or nothing. */
export function armTravel({ belt, circles, adjuster, pulleys, path }: SettledBelt): ArmTravel | null {
  if (adjuster === null || !isSprung(adjuster.adjuster) || adjuster.motion.moves !== 'shaft' || !path.ok) return null
  const { motion, u } = adjuster
  const arm = adjuster.adjuster
  const at = pulleys.findIndex(({ shaft }) => shaft === arm.shaft)
  const own = circles[at]
  if (at < 0 || own === undefined || belt.route.length < 3) return null
  const traced = (travel: number): CordPath | null => {
    const place = motion.placeAt(travel)
    if (place === undefined) return null
    const found = traceCord(circles.with(at, { ...own, x: place.x, y: place.y }))
    return found.ok ? found : null
  }
  const [from, to] = reachFrom(u ?? 0.5, (travel) => traced(travel) !== null)
  if (!(to - from > 1e-3)) return null
  const n = circles.length
  const [prev, next] = [(at + n - 1) % n, (at + 1) % n]
  const before = new Float64Array(PLACES)
  const after = new Float64Array(PLACES)
  const wraps = [new Float64Array(PLACES), new Float64Array(PLACES), new Float64Array(PLACES)] as const
  for (let i = 0; i < PLACES; i++) {
    const travel = from + ((to - from) * i) / (PLACES - 1)
    const now = traced(travel)
    const place = motion.placeAt(travel)
    if (now === null || place === undefined) return null
    const [incoming, outgoing] = [now.directions[prev] ?? 0, now.directions[at] ?? 0]
    // A span grows by the way its end moves along it; where it touches its pulleys does not enter.
    before[i] = (Math.cos(incoming) * place.vx + Math.sin(incoming) * place.vy) / MM_PER_M
    after[i] = -(Math.cos(outgoing) * place.vx + Math.sin(outgoing) * place.vy) / MM_PER_M
    for (const [k, p] of [prev, at, next].entries()) (wraps[k] as Float64Array)[i] = now.wraps[p] ?? 0
  }
  const through = (values: Float64Array) => Curve.through(values, from, to)
  return {
    adjuster: arm,
    at,
    reach: arm.armLength / MM_PER_M,
    sweep: Math.abs(radians(shortWayRoundDeg(arm.angleReleased, arm.angleFree))),
    from,
    to,
    before: new Curve(before, from, to),
    after: new Curve(after, from, to),
    wraps: [through(wraps[0]), through(wraps[1]), through(wraps[2])],
    torque: (travel) => springTorque(arm, travel),
  }
}

/** The stretch about a travel over which the belt keeps a path. */
function reachFrom(u: number, reaches: (travel: number) => boolean): readonly [number, number] {
  let [from, to] = [u, u]
  for (const [end, sign] of [
    [0, -1],
    [1, 1],
  ] as const)
    for (let i = 1; i <= PLACES; i++) {
      const travel = u + sign * (i / PLACES) * Math.abs(end - u)
      if (!reaches(travel)) break
      if (sign < 0) from = travel
      else to = travel
    }
  return [from, to]
}
