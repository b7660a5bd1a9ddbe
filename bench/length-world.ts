/**
 * Drives as they truly are, and what people would read of them: made without any of Emery's own code for readings, so that a fault of that code
 * is not in the readings as well. Lengths are those of a cord round circles, by tangents worked out here.
 */
import { kindOf, type Adjuster, type AdjusterKind } from '@emery/core/adjusters'
import type { AidLay, CheckedDrive, LengthReading, Pulley } from '@emery/core/drive'
import { settleDrive, type SettledBelt } from '@emery/core/path'
import { sectionFigures } from '@emery/core/sections'
import { adjusterMotion } from '../core/src/adjusters/kinds.ts'
import { surveyedWithTape } from '../core/src/testing/surveys.ts'
import { misread } from '../core/src/testing/tensioned-drives.ts'
import { mustCheck } from '../core/src/testing/vectors.ts'
import { fitLength, fitSituation, type FitSituation } from '@emery/core/length'

/** One drive in truth. */
export interface World {
  readonly kind: AdjusterKind
  readonly drive: CheckedDrive
  readonly belt: SettledBelt
  readonly situation: FitSituation
  /** Travel at which a new belt should stand, and its stated length there. */
  readonly u: number
  readonly wanted: number
}

export function worldOf(drive: CheckedDrive): World {
  const [belt] = settleDrive(drive).belts
  const [adjuster] = drive.adjusters
  const situation = belt === undefined ? undefined : fitSituation(belt)
  if (belt === undefined || situation === undefined || adjuster === undefined)
    throw new Error('The drive takes no belt.')
  const marks = adjuster.kind === 'spring-arm' ? adjuster.marks : undefined
  const u = marks === undefined ? 0.25 : (marks.min + marks.nominal) / 2
  return { kind: adjuster.kind, drive, belt, situation, u, wanted: lengthAt(situation, u) }
}

export function lengthAt({ lengthAt: at }: FitSituation, u: number): number {
  return at(u)?.length ?? NaN
}

/** Whether a belt of this length truly fits. */
export function fits({ situation }: World, length: number): boolean {
  return fitLength(situation, length).verdict === 'good'
}

export interface Laid {
  readonly aid: 'strap' | 'string' | 'rope'
  readonly thickness: number
  readonly lay: AidLay
}

/** What an aid would read without any error, the adjuster at travel u. */
export function aidReads({ drive }: World, laid: Laid, u: number): number {
  const [belt] = drive.belts
  const [adjuster] = drive.adjusters
  if (belt === undefined || adjuster === undefined) return NaN
  const pulleys = new Map(drive.pulleys.map((pulley) => [pulley.id, pulley]))
  const shafts = new Map(drive.shafts.map(({ id, x, y }) => [id, { x: x ?? 0, y: y ?? 0 }]))
  const motion = adjusterMotion(adjuster, (id) => shafts.get(id))
  const moved = motion.moves === 'shaft' ? motion.placeAt(u) : undefined
  const grown = motion.moves === 'radius' ? motion.growthAt(u).by : 0
  const turn = drive.engine.crankTurns === 'cw' ? -1 : 1
  return loopLength(
    belt.route.map(({ pulley: id, contact }) => {
      const pulley = pulleys.get(id) as Pulley
      const centre =
        motion.moves === 'shaft' && motion.shaft === pulley.shaft && moved !== undefined
          ? moved
          : shafts.get(pulley.shaft)
      const rim = 'diameter' in pulley ? (pulley.diameter ?? 0) / 2 : NaN
      const own = motion.moves === 'radius' && motion.pulley === id ? grown : 0
      const above = contact === 'ribs' && pulley.face !== 'smooth' ? aboveRim(belt.section, laid) : laid.thickness / 2
      return { x: centre?.x ?? NaN, y: centre?.y ?? NaN, r: rim + own + above, turn: contact === 'ribs' ? turn : -turn }
    }),
  )
}

/** How far a round aid's middle lies above the rims, by where it lies. */
function aboveRim(section: 'PK' | 'V10' | 'V13' | 'V17' | 'T9.5' | 'T12.7', { thickness: q, lay }: Laid): number {
  const { pitch, topWidth, grooveDepth, flankAngle } = sectionFigures(section)
  if (lay === 'rims') return q / 2
  const bottom = q / 2 - grooveDepth
  if (lay === 'groove') return bottom
  const w = topWidth ?? pitch
  const half = (flankAngle * Math.PI) / 360
  const onFlanks = q / (2 * Math.sin(half)) - w / (2 * Math.tan(half))
  return Math.max(bottom, q * Math.cos(half) > w ? Math.sqrt(q * q - w * w) / 2 : onFlanks)
}

/** A closed cord round circles: straight spans along the common tangents, arcs between them. */
function loopLength(circles: readonly { x: number; y: number; r: number; turn: number }[]): number {
  const n = circles.length
  const spans = circles.map((a, i) => {
    const b = circles[(i + 1) % n] ?? a
    const d = Math.hypot(b.x - a.x, b.y - a.y)
    const across = b.turn * b.r - a.turn * a.r
    const along = Math.atan2(b.y - a.y, b.x - a.x) - Math.asin(across / d)
    return { length: Math.sqrt(d * d - across * across), along }
  })
  return circles.reduce((sum, { r, turn }, i) => {
    const before = spans[(i + n - 1) % n]?.along ?? 0
    const after = spans[i]?.along ?? 0
    const turned = (((turn * (after - before)) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)
    return sum + (spans[i]?.length ?? 0) + r * turned
  }, 0)
}

const stamp = { belt: 'belt', written: '', by: '', at: '2026-01-01T00:00:00Z' }

export function aid(id: string, { aid: what, thickness }: Laid, value: number, u: number, lay?: AidLay): LengthReading {
  return { ...stamp, id, how: 'aid', aid: what, thickness, value, u, ...(lay === undefined ? {} : { lay }) }
}

export function trialOn(id: string, value: number, place?: number): LengthReading {
  return {
    ...stamp,
    id,
    how: 'trial',
    value,
    outcome: 'on',
    ...(place === undefined ? {} : { scale: 'travel', place }),
  }
}

export function trialNot(id: string, value: number, outcome: 'too-short' | 'slack'): LengthReading {
  return { ...stamp, id, how: 'trial', value, outcome, seated: true }
}

export function label(id: string, section: World['belt']['belt']['section'], value: number): LengthReading {
  return { ...stamp, id, how: 'label', section, ribs: 6, value }
}

/** The drive before anyone has measured where its shafts are; of its adjuster only the kind and the marks are known. */
export function unplaced({ drive }: World, random: () => number, diameters = 0.5): CheckedDrive {
  return {
    ...drive,
    shafts: drive.shafts.map((shaft) => (shaft.kind === 'crank' ? shaft : { ...shaft, x: null, y: null })),
    pulleys: drive.pulleys.map((pulley) => misread(pulley, random, diameters)),
    adjusters: drive.adjusters.map(unread),
  }
}

/** Figures nobody has read: those a new adjuster of its kind starts with. */
function unread(adjuster: Adjuster): Adjuster {
  const shaft = 'shaft' in adjuster ? adjuster.shaft : ''
  const fresh = kindOf(adjuster).fresh({ id: adjuster.id, shaft, pulley: 'arm', place: { x: 100, y: 200 } })
  const marks = adjuster.kind === 'spring-arm' && adjuster.marks !== undefined ? { marks: adjuster.marks } : {}
  const assumed = Object.keys(fresh).filter((key) => !['id', 'kind', 'shaft', 'pulley', 'marks'].includes(key))
  return { ...fresh, ...marks, assumed }
}

/** The same drive as someone with a tape has it: diameters and distances read with error, told to be as good as `told`. */
export function measured(
  { drive }: World,
  random: () => number,
  noise: { readonly diameters: number; readonly distances: number },
  told: number,
): CheckedDrive {
  const [adjuster] = drive.adjusters
  if (adjuster === undefined) throw new Error('The drive has no adjuster.')
  const ownPivot = adjuster.kind === 'spring-arm' || adjuster.kind === 'eccentric' ? adjuster : null
  const shaft = 'shaft' in adjuster ? adjuster.shaft : null
  const points = [
    ...drive.shafts
      .filter(({ id }) => ownPivot === null || id !== shaft)
      .map(({ id, x, y }) => ({ id, x: x ?? 0, y: y ?? 0, diameter: 0 })),
    ...(ownPivot === null ? [] : [{ id: 'pivot', ...ownPivot.pivot, diameter: 0 }]),
  ]
  const { placeOf, ...surveyed } = surveyedWithTape(drive, points, random, { sigma: noise.distances, told })
  const pivot = placeOf.get('pivot')
  const moved = shaft === null ? undefined : placeOf.get(shaft)
  const was = drive.shafts.find(({ id }) => id === shaft)
  const by = { x: (moved?.x ?? 0) - (was?.x ?? 0), y: (moved?.y ?? 0) - (was?.y ?? 0) }
  return mustCheck({
    ...drive,
    ...surveyed,
    pulleys: drive.pulleys.map((pulley) => misread(pulley, random, noise.diameters)),
    adjusters: [
      ownPivot !== null && pivot !== undefined
        ? { ...ownPivot, pivot: { x: pivot.x, y: pivot.y } }
        : alongWith(adjuster, by),
    ],
  })
}

/** An adjuster whose points were measured from its shaft goes where the shaft was found. */
function alongWith(adjuster: Adjuster, { x, y }: { readonly x: number; readonly y: number }): Adjuster {
  const drawn: Record<string, unknown> = { ...adjuster }
  for (const key of ['pivot', 'lug', 'anchor']) {
    const point = drawn[key] as { x: number; y: number } | undefined
    if (point !== undefined) drawn[key] = { x: point.x + x, y: point.y + y }
  }
  return drawn as unknown as Adjuster
}
