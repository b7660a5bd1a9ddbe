/** How far misaligned every span of a belt runs, and at what angle it meets its grooves: docs/mechanics/alignment.md. */
import { SMOOTH_SHARE, ENTRY_LIMITS } from './nominal.ts'
import type { Verdict } from '../verdict/verdict.ts'
import type { Belt } from '../drive/belt.ts'
import type { Pulley } from '../drive/pulley.ts'
import { degrees, radians, type Point } from '../numerics/vectors.ts'
import { beltLine, spansOf } from '../path/clearance.ts'
import type { SettledBelt } from '../path/settle.ts'
import { sectionFigures, type Section, type SectionFamily } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'

export interface SpanLine {
  readonly from: string
  readonly to: string
  readonly length: Mm
  /** mm by which the belt line where it enters the next pulley lies in front of where it leaves this one. */
  readonly offset: Mm
  /** Degrees against the groove it leaves, and against the groove it enters. `δ_leave`, `δ_enter` */
  readonly leaveAngle: number
  readonly enterAngle: number
  /** Unknown where nobody has read where one of the two stands; then the offset and the angles are none. */
  readonly verdict: Verdict
}

/** Where a belt runs on one pulley: its line at the pulley's centre, and how the face leans, mm a mm. */
export interface GroovePlane {
  /** Middle of the belt at the shaft's centre. */
  readonly z: Mm
  /** dz/dx and dz/dy. `a`, `b` */
  readonly leanX: number
  readonly leanY: number
}

/** Whether somebody has read where a pulley stands along its shaft; without that nothing can be said of the spans beside it. */
export function isLineKnown({ z }: Pick<Pulley, 'z'>): boolean {
  return z !== undefined
}

export function groovePlane(belt: Belt, pulley: Pulley, entry: Belt['route'][number]): GroovePlane {
  return {
    z: beltLine(belt, pulley, entry),
    leanX: Math.tan(radians(pulley.tilt?.x ?? 0)),
    leanY: Math.tan(radians(pulley.tilt?.y ?? 0)),
  }
}

/** One span's geometry, which alignment does not change. */
export interface SpanFrame {
  readonly from: number
  readonly to: number
  readonly length: Mm
  /** Unit vector along it. */
  readonly along: Point
  /** From each pulley's centre to where the span leaves or meets its cord circle. */
  readonly leaves: Point
  readonly enters: Point
}

export function spanFrames(settled: SettledBelt): readonly SpanFrame[] {
  const { circles } = settled
  const n = circles.length
  return spansOf(settled).map(({ start, end, length }, from) => {
    const to = (from + 1) % n
    const [a, b] = [circles[from] ?? start, circles[to] ?? end]
    return {
      from,
      to,
      length,
      along: { x: (end.x - start.x) / length, y: (end.y - start.y) / length },
      leaves: { x: start.x - a.x, y: start.y - a.y },
      enters: { x: end.x - b.x, y: end.y - b.y },
    }
  })
}

/** `offset = z_b(q) − z_a(p)`, `δ_leave = slope − slope_a`, `δ_enter = slope_b − slope`, angles in degrees. */
export function anglesOf(
  { length, along, leaves, enters }: SpanFrame,
  a: GroovePlane,
  b: GroovePlane,
): { readonly offset: Mm; readonly leaveAngle: number; readonly enterAngle: number } {
  const at = ({ z, leanX, leanY }: GroovePlane, p: Point) => z + leanX * p.x + leanY * p.y
  const own = ({ leanX, leanY }: GroovePlane) => leanX * along.x + leanY * along.y
  const offset = at(b, enters) - at(a, leaves)
  const slope = offset / length
  return { offset, leaveAngle: degrees(slope - own(a)), enterAngle: degrees(own(b) - slope) }
}

/** The larger of a span’s entry angles, degrees. */
export function worseAngle({ leaveAngle, enterAngle }: Pick<SpanLine, 'leaveAngle' | 'enterAngle'>): number {
  return Math.max(Math.abs(leaveAngle), Math.abs(enterAngle))
}

/** Share of an entry angle that counts on a pulley. */
export function angleShare({ face }: Pick<Pulley, 'face'>): number {
  return face === 'smooth' ? SMOOTH_SHARE : 1
}

/** The worse of both ends against the limits of the section. */
export function verdictOfAngles(family: SectionFamily, counted: number): Verdict {
  const { fine, watch } = ENTRY_LIMITS[family]
  return counted <= fine ? 'fine' : counted <= watch ? 'watch' : 'act'
}

/** The entry angle that an offset alone makes over one span, both pulleys standing square, degrees, and what it comes to. */
export function angleOverSpan(
  section: Section,
  offset: Mm,
  span: Mm,
): { readonly angle: number; readonly verdict: Verdict } {
  const angle = degrees(Math.atan2(Math.abs(offset), span))
  return { angle, verdict: verdictOfAngles(sectionFigures(section).family, angle) }
}
