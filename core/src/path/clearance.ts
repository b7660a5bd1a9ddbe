import type { Belt, RouteEntry } from '../drive/belt.ts'
import type { Pulley } from '../drive/pulley.ts'
import { approach, segmentsCross, type Point } from '../numerics/vectors.ts'
import { CROSSING_END_SHARE } from '../numerics/tolerances.ts'
import { groovesTaken } from '../sections/families.ts'
import { sectionFigures } from '../sections/sections.ts'
import { cordAboveSurface } from './cord-radius.ts'
import { tangentPoint } from './cord-path.ts'
import type { SettledBelt, SettledDrive } from './settle.ts'

export interface Span {
  readonly from: Pulley
  readonly to: Pulley
  readonly start: Point
  readonly end: Point
  readonly length: number
  /** Radians. */
  readonly direction: number
}

/** The straight stretches of a settled belt, in route order; none when its pulleys overlap. */
export function spansOf({ pulleys, circles, path }: SettledBelt): readonly Span[] {
  if (!path.ok) return []
  return path.spans.map((length, i) => {
    const next = (i + 1) % pulleys.length
    const direction = path.directions[i] as number
    const [from, to] = [pulleys[i], pulleys[next]] as [Pulley, Pulley]
    const [leaves, meets] = [circles[i], circles[next]] as [
      SettledBelt['circles'][number],
      SettledBelt['circles'][number],
    ]
    return { from, to, start: tangentPoint(leaves, direction), end: tangentPoint(meets, direction), length, direction }
  })
}

/** Pairs of spans, by their places in the route, that cross each other. */
export function crossingSpans(spans: readonly Span[]): (readonly [number, number])[] {
  const crossing: (readonly [number, number])[] = []
  for (const [i, a] of spans.entries())
    for (let j = i + 1; j < spans.length; j++) {
      const b = spans[j] as Span
      if (segmentsCross(a.start, a.end, b.start, b.end, CROSSING_END_SHARE)) crossing.push([i, j])
    }
  return crossing
}

export interface NearMiss {
  readonly span: Span
  readonly pulley: Pulley
  /** mm between the belt's surface and the metal; negative where they run into each other. */
  readonly gap: number
}

/**
 * Spans that come nearer than `least` mm to the metal of a pulley they do not touch, where both share a stretch of the
 * shaft direction. The gap is taken from the span's own surface on the side of the pulley. What runs in a plane of its own whose depth
 * nobody has read is nothing that a span could touch: which of the two is further out is a question, not a collision.
 */
export function nearMisses(
  settled: SettledDrive,
  { belt, pulleys, ribsSign }: SettledBelt,
  spans: readonly Span[],
  least: number,
): NearMiss[] {
  const runs = belt.route.map((entry, i) => beltAcross(belt, pulleys[i] as Pulley, entry))
  const planes = new Planes(settled.drive)
  const near: NearMiss[] = []
  const [above, below] = [cordAboveSurface(belt.section, 'ribs'), cordAboveSurface(belt.section, 'back')]
  for (const pulley of settled.drive.pulleys) {
    const centre = settled.places.get(pulley.shaft)
    const metal = settled.metal.get(pulley.id)
    if (centre === undefined || metal === undefined) continue
    for (const [i, span] of spans.entries()) {
      if (pulley.id === span.from.id || pulley.id === span.to.id) continue
      // Most spans are far away, which is told soonest.
      const { distance, side } = approach(span.start, span.end, centre)
      // Ribs lie to the left of travel where the rib side turns counter-clockwise.
      const gap = distance - (side * ribsSign > 0 ? above : below) - metal
      if (!(gap < least)) continue
      const here = joinedRange(runs[i] as Range, runs[(i + 1) % runs.length] as Range)
      if (!overlap(here, faceRange(pulley)) || planes.mayDiffer(span.from, pulley) || planes.mayDiffer(span.to, pulley))
        continue
      near.push({ span, pulley, gap })
    }
  }
  return near
}

/** In which plane pulleys run, as far as that is known. */
class Planes {
  private readonly belts = new Map<string, Set<string>>()

  constructor({ belts }: SettledDrive['drive']) {
    for (const { id, route } of belts)
      for (const { pulley } of route) this.belts.set(pulley, (this.belts.get(pulley) ?? new Set()).add(id))
  }

  /** Whether two pulleys may stand one in front of the other: belts of their own, or one shaft, and no depth read of one of them. */
  mayDiffer(a: Pulley, b: Pulley): boolean {
    if (a.z !== undefined && b.z !== undefined) return false
    if (a.shaft === b.shaft) return true
    const [mine, other] = [this.belts.get(a.id), this.belts.get(b.id)]
    return mine !== undefined && other !== undefined && [...mine].every((belt) => !other.has(belt))
  }
}

/** A stretch along the shafts, mm. */
export interface Range {
  readonly from: number
  readonly to: number
}

export function overlap(a: Range, b: Range): boolean {
  return a.from < b.to && b.from < a.to
}

export function joinedRange(a: Range, b: Range): Range {
  return { from: Math.min(a.from, b.from), to: Math.max(a.to, b.to) }
}

/** Width of a belt, or of its matched set side by side. */
export function beltWidth(belt: Belt, pulley: Pulley): number {
  const { family, pitch, topWidth } = sectionFigures(belt.section)
  if (family === 'multi-rib') return belt.ribs * pitch
  if (topWidth !== null) return topWidth + ((belt.count ?? 1) - 1) * pitch
  return pulley.face === 'smooth' ? (pulley.width ?? 2 * pitch) : faceWidth(pulley)
}

/** Width of a pulley's face: as measured, or as its grooves need. A smooth face of unknown width is taken as 25 mm. */
export function faceWidth(pulley: Pulley): number {
  if (pulley.width !== undefined) return pulley.width
  if (pulley.face === 'smooth') return 25
  if (pulley.face === 'toothed') return pulley.width
  const { pitch, topWidth } = sectionFigures(pulley.section)
  return topWidth === null ? pulley.grooves * pitch : topWidth + (pulley.grooves - 1) * pitch
}

export function faceRange(pulley: Pulley): Range {
  const half = faceWidth(pulley) / 2
  const z = pulley.z ?? 0
  return { from: z - half, to: z + half }
}

/**
 * Where a belt runs along the shaft on one pulley, mm: on the middle of the face, or, with a first groove g given, at
 * `z = z_mid + ((G − 1)/2 − (g − 1) − (R − 1)/2)·e`.
 */
export function beltLine(belt: Belt, pulley: Pulley, { groove }: RouteEntry): number {
  const middle = pulley.z ?? 0
  if (groove === undefined || (pulley.face !== 'ribbed' && pulley.face !== 'vee')) return middle
  return (
    middle +
    ((pulley.grooves - 1) / 2 - (groove - 1) - (groovesTaken(belt) - 1) / 2) * sectionFigures(pulley.section).pitch
  )
}

/** Where a belt runs along the shaft on one pulley, from edge to edge. */
export function beltAcross(belt: Belt, pulley: Pulley, entry: RouteEntry): Range {
  const line = beltLine(belt, pulley, entry)
  const half = beltWidth(belt, pulley) / 2
  return { from: line - half, to: line + half }
}

/** Two pulleys whose metal is in one place. */
export interface MetalClash {
  readonly pulleys: readonly [Pulley, Pulley]
  /** mm by which they are too large together. */
  readonly by: number
}

/** Pulleys of different shafts that share a stretch of the shaft direction and whose rims run into each other. */
export function metalClashes({ drive, places, metal }: SettledDrive): readonly MetalClash[] {
  const planes = new Planes(drive)
  const clashes: MetalClash[] = []
  for (const [i, a] of drive.pulleys.entries()) {
    const [placeA, rA] = [places.get(a.shaft), metal.get(a.id)]
    if (placeA === undefined || rA === undefined) continue
    for (let j = i + 1; j < drive.pulleys.length; j++) {
      const b = drive.pulleys[j] as Pulley
      const [placeB, rB] = [places.get(b.shaft), metal.get(b.id)]
      if (placeB === undefined || rB === undefined || a.shaft === b.shaft) continue
      const by = rA + rB - Math.hypot(placeB.x - placeA.x, placeB.y - placeA.y)
      if (by > 0 && !planes.mayDiffer(a, b) && overlap(faceRange(a), faceRange(b)))
        clashes.push({ pulleys: [a, b], by })
    }
  }
  return clashes
}
