import { TURN_RAD, wrapPositive } from '../numerics/vectors.ts'
import { WRAP_ZERO_RAD } from '../numerics/tolerances.ts'
import type { CordCircle } from './cord-path.ts'

/**
 * The length of one closed path, evaluated again and again while some of its circles move: docs/mechanics/path.md. Only what touches a moved circle
 * is worked out each time, and nothing is allocated. The formulas are those of `traceCord`, with the spans' unit vectors in place of their angles:
 *
 *   û = ((dx·s + dy·k) / d²,  (dy·s − dx·k) / d²)        w = σ·atan2(û_in × û_out, û_in · û_out) mod 2π
 */
export class CordLoop {
  /** mm, after `measure`. */
  length = 0
  /** Whole turns of the path, after `measure`. */
  turning = 0
  private readonly span: number[]
  private readonly ux: number[]
  private readonly uy: number[]
  private readonly wrap: number[]
  private readonly movedSpans: number[] = []
  private readonly movedWraps: number[] = []
  /** mm and radians of all that never moves; NaN where circles that never move overlap. */
  private readonly fixedLength: number
  private readonly fixedTurned: number

  /** Circles in route order, at least two; those at the places `moved` may be changed between two calls of `measure`. */
  constructor(
    private readonly circles: readonly CordCircle[],
    moved: readonly number[],
  ) {
    const n = circles.length
    this.span = new Array<number>(n).fill(0)
    this.ux = new Array<number>(n).fill(0)
    this.uy = new Array<number>(n).fill(0)
    this.wrap = new Array<number>(n).fill(0)
    let [length, turned] = [0, 0]
    // A span moves with either of its circles, a wrap with either of its spans.
    for (let i = 0; i < n; i++) {
      if (moved.includes(i) || moved.includes((i + 1) % n)) this.movedSpans.push(i)
      else length += this.spanOf(i) ? (this.span[i] as number) : NaN
    }
    let beforeMoved = this.movedSpans.at(-1) === n - 1
    for (let i = 0, k = 0; i < n; i++) {
      const moves = this.movedSpans[k] === i
      if (moves) k++
      if (moves || beforeMoved) this.movedWraps.push(i)
      else {
        const { r, sigma } = circles[i] as CordCircle
        const wrap = this.wrapOf(i)
        length += r * wrap
        turned += sigma * wrap
      }
      beforeMoved = moves
    }
    this.fixedLength = length
    this.fixedTurned = turned
  }

  /** Works the spans out where the circles stand now, which is enough for rates; false where two neighbours overlap. */
  measureSpans(): boolean {
    if (Number.isNaN(this.fixedLength)) return false
    for (const i of this.movedSpans) if (!this.spanOf(i)) return false
    return true
  }

  /**
   * After `measureSpans`: which of the wraps that move lie in their last quarter turn, as bits. A belt that comes off a pulley goes from the
   * first quarter to the last one, so two places of an adjuster with the same bits belong together.
   */
  lastQuarters(): number {
    let bits = 0
    for (let k = 0; k < this.movedWraps.length; k++) {
      const i = this.movedWraps[k] as number
      const before = i === 0 ? this.circles.length - 1 : i - 1
      const [ax, ay] = [this.ux[before] as number, this.uy[before] as number]
      const [bx, by] = [this.ux[i] as number, this.uy[i] as number]
      const { sigma } = this.circles[i] as CordCircle
      if (sigma * (ax * by - ay * bx) < 0 && ax * bx + ay * by > 0) bits |= 1 << (k % 31)
    }
    return bits
  }

  /** Works the path out where its circles stand now; false where two neighbours overlap. */
  measure(): boolean {
    if (!this.measureSpans()) return false
    let [length, turned] = [this.fixedLength, this.fixedTurned]
    for (const i of this.movedSpans) length += this.span[i] as number
    for (const i of this.movedWraps) {
      const { r, sigma } = this.circles[i] as CordCircle
      const wrap = this.wrapOf(i)
      this.wrap[i] = wrap
      length += r * wrap
      turned += sigma * wrap
    }
    this.length = length
    this.turning = Math.round(turned / TURN_RAD)
    return true
  }

  /** Rate of the length while the centre of a moved circle goes by (vx, vy): `dL = (û_in − û_out)·v`. */
  rateOfMove(i: number, vx: number, vy: number): number {
    const before = i === 0 ? this.circles.length - 1 : i - 1
    const [x, y] = [
      (this.ux[before] as number) - (this.ux[i] as number),
      (this.uy[before] as number) - (this.uy[i] as number),
    ]
    return x * vx + y * vy
  }

  /** Rate of the length while the radius of a moved circle grows by `rate`: `dL = w·dr`. */
  rateOfGrowth(i: number, rate: number): number {
    return (this.wrap[i] as number) * rate
  }

  private spanOf(i: number): boolean {
    const a = this.circles[i] as CordCircle
    const b = this.circles[i + 1 === this.circles.length ? 0 : i + 1] as CordCircle
    const [dx, dy] = [b.x - a.x, b.y - a.y]
    const square = dx * dx + dy * dy
    const k = b.sigma * b.r - a.sigma * a.r
    if (!(k * k < square)) return false
    const s = Math.sqrt(square - k * k)
    this.span[i] = s
    this.ux[i] = (dx * s + dy * k) / square
    this.uy[i] = (dy * s - dx * k) / square
    return true
  }

  private wrapOf(i: number): number {
    const before = i === 0 ? this.circles.length - 1 : i - 1
    const [ax, ay] = [this.ux[before] as number, this.uy[before] as number]
    const [bx, by] = [this.ux[i] as number, this.uy[i] as number]
    const { sigma } = this.circles[i] as CordCircle
    const wrap = wrapPositive(sigma * Math.atan2(ax * by - ay * bx, ax * bx + ay * by), TURN_RAD)
    return wrap > TURN_RAD - WRAP_ZERO_RAD ? 0 : wrap
  }
}
