import { MIN_CLEARANCE_MM } from '../path/nominal.ts'
import { joinedRange, overlap } from '../path/clearance.ts'
import { tangentPoint, type CordCircle } from '../path/cord-path.ts'
import { cordAboveSurface } from '../path/cord-radius.ts'
import { CROSSING_END_SHARE } from '../numerics/tolerances.ts'
import { approach, segmentsCross, type Point } from '../numerics/vectors.ts'
import { TRAVELS_LOOKED_AT, type RouteSet, type Stop } from './route-set.ts'

/** Why a span between two stops, or two spans together, are no part of any route. */
export type SpanRefusal = 'PULLEYS_OVERLAP' | 'SPAN_HITS_PULLEY'

interface Segment {
  readonly start: Point
  readonly end: Point
}

/** A span between two stops that stays clear of everything at every travel looked at. */
export interface TableSpan {
  readonly segments: readonly Segment[]
  /** Radians, at each travel. */
  readonly directions: readonly number[]
  /** mm to the nearest metal it does not touch, over all travels. */
  readonly clearance: number
}

/**
 * Every span that a route could have, worked out once: a span depends on its two stops alone. Whether two of them cross is
 * found when first asked and remembered.
 */
export class SpanTable {
  private readonly spans: readonly (TableSpan | SpanRefusal | undefined)[]
  private readonly crossings: Uint8Array
  private readonly size: number

  constructor(private readonly set: RouteSet) {
    const { stops } = set
    this.size = stops.length
    this.spans = stops.flatMap((from) =>
      stops.map((to) => (from.pulley === to.pulley ? undefined : this.spanBetween(from, to))),
    )
    this.crossings = new Uint8Array(this.spans.length * this.spans.length)
  }

  /** The number by which a span is asked for. */
  number(from: number, to: number): number {
    return from * this.size + to
  }

  span(number: number): TableSpan | SpanRefusal | undefined {
    return this.spans[number]
  }

  /** Whether two spans, both of which there are, cross at any travel. */
  cross(a: number, b: number): boolean {
    const at = a * this.spans.length + b
    const known = this.crossings[at] as number
    if (known !== 0) return known === 2
    const [one, other] = [this.spans[a], this.spans[b]] as [TableSpan, TableSpan]
    const crosses = one.segments.some((segment, t) => {
      const { start, end } = other.segments[t] as Segment
      return segmentsCross(segment.start, segment.end, start, end, CROSSING_END_SHARE)
    })
    this.crossings[at] = this.crossings[b * this.spans.length + a] = crosses ? 2 : 1
    return crosses
  }

  private spanBetween(from: Stop, to: Stop): TableSpan | SpanRefusal {
    const segments: Segment[] = []
    const directions: number[] = []
    let clearance = Infinity
    for (const t of TRAVELS_LOOKED_AT.keys()) {
      const [a, b] = [from.circles[t], to.circles[t]] as [CordCircle, CordCircle]
      const [dx, dy] = [b.x - a.x, b.y - a.y]
      const k = b.sigma * b.r - a.sigma * a.r
      const square = dx * dx + dy * dy - k * k
      if (!(square > 0)) return 'PULLEYS_OVERLAP'
      const direction = Math.atan2(dy, dx) - Math.atan2(k, Math.sqrt(square))
      const segment = { start: tangentPoint(a, direction), end: tangentPoint(b, direction) }
      clearance = Math.min(clearance, this.clearanceOf(segment, from, to, t))
      if (clearance < MIN_CLEARANCE_MM) return 'SPAN_HITS_PULLEY'
      segments.push(segment)
      directions.push(direction)
    }
    return { segments, directions, clearance }
  }

  private clearanceOf({ start, end }: Segment, from: Stop, to: Stop, t: number): number {
    const { obstacles, pulleys, belt, ribsSign } = this.set
    const across = joinedRange(from.across, to.across)
    const [own, next] = [pulleys[from.pulley]?.id, pulleys[to.pulley]?.id]
    let least = Infinity
    for (const { id, radius, places, across: metal } of obstacles) {
      const centre = places[t]
      if (centre === undefined || id === own || id === next || !overlap(across, metal)) continue
      const { distance, side } = approach(start, end, centre)
      const surface = cordAboveSurface(belt.section, side * ribsSign > 0 ? 'ribs' : 'back')
      least = Math.min(least, distance - surface - radius)
    }
    return least
  }
}
