/** Which spans ring, at which engine speed, and with what: docs/mechanics/tension.md. */
import { beltStiffness } from '../path/belt-stiffness.ts'
import { spansOf } from '../path/clearance.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { nominalSpeeds } from '../speeds/engine-speeds.ts'
import { shaftSpeeds } from '../speeds/shaft-speeds.ts'
import type { Mm } from '../units/quantity.ts'
import type { Verdict } from '../verdict/verdict.ts'
import { pluckFrequency, spanModels, type CheckedSpan } from './hand-checks.ts'
import { RINGS_NEAR, RINGING_STEPS } from './nominal.ts'
import { TensionModel } from './span-tensions.ts'

/** A span's pitch at one engine speed, Hz: of a string, and up to where bending can raise it. */
export interface PitchAt {
  readonly rpm: number
  readonly hz: number
  readonly high: number
}

export interface RingingSpan {
  readonly from: string
  readonly to: string
  readonly length: Mm
  readonly pitches: readonly PitchAt[]
}

/** What shakes a span: the engine's firing, a shaft beside it once a turn, the belt once round. */
export interface Shaker {
  readonly of: 'firing' | 'shaft' | 'belt'
  /** Of a shaft. */
  readonly shaft: string | null
  /** Hz for every engine rpm. */
  readonly perRpm: number
}

export interface Crossing {
  readonly from: string
  readonly to: string
  readonly shaker: Shaker
  readonly rpm: number
  readonly hz: number
  /** Worth watching within 5 % of idle or cruise; elsewhere it is only run through. Unknown where tensions or speeds are not known. */
  readonly verdict: Verdict
}

export interface Ringing {
  readonly spans: readonly RingingSpan[]
  readonly shakers: readonly Shaker[]
  readonly crossings: readonly Crossing[]
  /** Whether every load on the belt is known; with one unknown, the spans are those at rest. */
  readonly loadsKnown: boolean
  /** Whether tensions and speeds are known too, so that no crossing where there is none says something. */
  readonly isKnown: boolean
}

/**
 * First mode of a moving string: `f = √(T/m)/(2s)·(1 − m·v²/T)`, T its running tension; 0 from where its own throw takes it up.
 */
export function movingPitch({ length, mass }: CheckedSpan, tension: number, speed: number): number {
  return (
    pluckFrequency({ length, mass, stiffness: 0, cordLength: length }, tension) *
    Math.max(0, 1 - (mass * speed * speed) / tension)
  )
}

/** The pitches of a belt's spans from below idle to the engine's greatest speed, with a share of every load, and what they meet there. Null without a path or speeds. */
export function ringing(settled: SettledDrive, settledBelt: SettledBelt, load = 0): Ringing | null {
  const { belt, pulleys } = settledBelt
  const { idleRpm, cruiseRpm, maxRpm, cylinders, strokes = 4 } = settled.drive.engine
  const named = spansOf(settledBelt)
  if (!settledBelt.path.ok || named.length === 0) return null
  const { mass, stiffness, bending } = beltStiffness(belt, pulleys)
  const cordLength = settledBelt.path.length
  const model = new TensionModel(settled)
  const from = RINGING_STEPS.from * idleRpm
  const speeds = Array.from(
    { length: RINGING_STEPS.count },
    (_, i) => from + ((maxRpm - from) * i) / (RINGING_STEPS.count - 1),
  )
  const running = speeds.flatMap((rpm) => {
    const at = model.at({ rpm, load }).find((each) => each.belt === belt.id)
    return at === undefined ? [] : [{ rpm, at }]
  })
  const [first] = running
  if (first === undefined) return null
  const spans = named.map(({ from: a, to: b, length }, k): RingingSpan => {
    const span: CheckedSpan = { length, mass, stiffness, cordLength, bending }
    const stiffest = spanModels(span).ends.at(-1)
    return {
      from: a.id,
      to: b.id,
      length,
      pitches: running.map(({ rpm, at }) => {
        const tension = Math.max(at.spans[k] ?? 0, 1e-6)
        const hz = movingPitch(span, tension, at.beltSpeed)
        const raised =
          stiffest === undefined ? 1 : pluckFrequency(span, tension, stiffest) / pluckFrequency(span, tension)
        return { rpm, hz, high: hz * raised }
      }),
    }
  })
  const shaft = shaftSpeeds(settled)
  const shakers: Shaker[] = [
    ...(cylinders === undefined
      ? []
      : [{ of: 'firing' as const, shaft: null, perRpm: (cylinders * 2) / strokes / 60 }]),
    ...[...new Set(pulleys.map((pulley) => pulley.shaft))].flatMap((id): Shaker[] => {
      const ratio = shaft.reached.get(id)?.ratio ?? null
      return ratio === null ? [] : [{ of: 'shaft', shaft: id, perRpm: ratio / 60 }]
    }),
    { of: 'belt', shaft: null, perRpm: (first.at.beltSpeed * 1000) / cordLength / first.rpm },
  ]
  const beside = ({ from: a, to: b }: RingingSpan, { of, shaft: id }: Shaker) =>
    of !== 'shaft' || pulleys.some((pulley) => pulley.shaft === id && (pulley.id === a || pulley.id === b))
  const { source, loads } = first.at
  const isKnown =
    loads !== 'unknown' &&
    !(source.of === 'spring' && source.assumed) &&
    nominalSpeeds(settled.drive.engine).length === 0
  const near = (rpm: number) => [idleRpm, cruiseRpm].some((of) => Math.abs(rpm / of - 1) <= RINGS_NEAR)
  const crossings = spans.flatMap((span) =>
    shakers
      .filter((shaker) => beside(span, shaker))
      .flatMap((shaker) =>
        crossingsOf(span.pitches, shaker.perRpm).map((rpm): Crossing => ({
          from: span.from,
          to: span.to,
          shaker,
          rpm,
          hz: rpm * shaker.perRpm,
          verdict: !isKnown ? 'unknown' : near(rpm) ? 'watch' : 'fine',
        })),
      ),
  )
  return { spans, shakers, crossings, loadsKnown: first.at.loads !== 'unknown', isKnown }
}

/** Where a span's line meets a ray, straight between the speeds that were looked at. */
function crossingsOf(pitches: readonly PitchAt[], perRpm: number): number[] {
  return pitches.slice(1).flatMap((after, i) => {
    const before = pitches[i] as PitchAt
    const [a, b] = [before.hz - before.rpm * perRpm, after.hz - after.rpm * perRpm]
    return a > 0 === b > 0 ? [] : [before.rpm + ((after.rpm - before.rpm) * a) / (a - b)]
  })
}
