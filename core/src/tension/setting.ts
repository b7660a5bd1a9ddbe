/** What a belt should be set to by hand, and how far the adjuster has to go for it: docs/mechanics/tension.md. */
import { READ_SIGMA, AGE_SHARE, SUREST_FINGER, USED_SETTING, WARMING } from './nominal.ts'
import { ribsOf } from '../sections/families.ts'
import { isAssumed } from '../adjusters/assumed.ts'
import { isSprung, kindOf, movedShaft } from '../adjusters/kinds.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'
import type { Belt } from '../drive/belt.ts'
import type { DriveEdit } from '../drive/edits.ts'
import { shortWayRoundDeg } from '../numerics/vectors.ts'
import { beltStiffness } from '../path/belt-stiffness.ts'
import type { AdjusterUnit } from '../adjusters/motion.ts'
import { MIDDLE_TRAVEL } from '../path/drive-parts.ts'
import type { SettledBelt } from '../path/settle.ts'
import { withFact } from '../drive/edits-facts.ts'
import { spanModels, tensionFromPluck, tensionFromPress, type CheckedSpan, type SpanModel } from './hand-checks.ts'

/** Lives of a belt that are set differently. */
export const BELT_AGES = ['new', 'run in', 'used'] as const
export type BeltAge = (typeof BELT_AGES)[number]

/** Static tension to set, N for one belt of its set: what the vehicle's book asks for, else nominal. */
export function settingFor(belt: Pick<Belt, 'section' | 'ribs' | 'book'>, age: BeltAge): number {
  return bookSetting(belt, age) ?? USED_SETTING[belt.section] * ribsOf(belt.section, belt.ribs) * AGE_SHARE[age]
}

/** What the vehicle's book asks for, N for one belt of its set; null where nobody has read it. A belt that has run in is set as a used one. */
export function bookSetting({ book }: Pick<Belt, 'book'>, age: BeltAge): number | null {
  return (age === 'new' ? book?.new : book?.used) ?? null
}

/** Keeps what the vehicle's book says of a belt's tension; null for what it does not say. */
export function setBook<Key extends keyof NonNullable<Belt['book']>>(
  beltId: string,
  key: Key,
  value: NonNullable<Belt['book']>[Key] | null,
): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt === undefined) return
    const book = withFact(belt.book ?? {}, key, value === '' ? null : value)
    // A tension that is typed as one is no longer what another statement came to.
    if (key === 'used' || key === 'new') delete book.stated
    if (Object.keys(book).length === 0) delete belt.book
    else belt.book = book
  }
}

/** Keeps what the vehicle's book or the workshop asks for in other words than a tension: what that comes to, N for one belt, and how it is stated. */
export function setStated(beltId: string, age: BeltAge, tension: number, stated: string): DriveEdit {
  return (draft) => {
    setBook(beltId, age === 'new' ? 'new' : 'used', tension)(draft)
    setBook(beltId, 'stated', stated)(draft)
  }
}

/** How a span's tension was read by hand. */
export type SpanReading =
  | { readonly how: 'finger' | 'gauge'; readonly force: number; readonly deflection: number }
  | { readonly how: 'pluck'; readonly frequency: number }

/** N at rest, with one standard deviation. */
export interface ReadTension {
  readonly tension: number
  readonly sigma: number
}

/** How well the force or the pitch itself is known, where that is better known than by habit: a finger tried on a scale, a pitch found in a recording. */
export interface KnownBetter {
  /** Share of the force. */
  readonly force?: number | undefined
  /** Hz. */
  readonly frequency?: number | undefined
}

/** N that a gauge shows which is laid or clicked on a belt, with its standard deviation. */
export function dialTension(tension: number): ReadTension {
  return { tension, sigma: READ_SIGMA.dial * tension }
}

/**
 * N at rest that a reading comes to, with its standard deviation: from what hands can tell apart, and from how a belt leaves its pulleys and creeps
 * over them, which nobody knows (anywhere between the ends of `spanModels` is as likely).
 */
export function tensionOf(span: CheckedSpan, reading: SpanReading, known: KnownBetter = {}): ReadTension {
  const { likely, ends } = spanModels(span)
  const tension = restTension(span, reading, likely)
  const bounds = ends.map((model) => restTension(span, reading, model))
  const ofModel = (Math.max(...bounds) - Math.min(...bounds)) / Math.sqrt(12)
  return { tension, sigma: Math.hypot(handSigma(span, reading, known, likely), ofModel) }
}

function restTension(span: CheckedSpan, reading: SpanReading, model: SpanModel): number {
  return reading.how === 'pluck'
    ? tensionFromPluck(span, reading.frequency, model)
    : tensionFromPress(span, reading.force, reading.deflection, model)
}

function handSigma(span: CheckedSpan, reading: SpanReading, known: KnownBetter, model: SpanModel): number {
  const tension = restTension(span, reading, model)
  if (reading.how === 'pluck') {
    // T grows with the square of the pitch, and with the belt’s mass and the square of the span, which are nominal and read with a rule.
    const ofPitch = (2 * (known.frequency ?? READ_SIGMA.frequency)) / reading.frequency
    return tension * Math.hypot(ofPitch, READ_SIGMA.mass)
  }
  const { force, deflection, how } = reading
  const dForce = tensionFromPress(span, force * (1 + (known.force ?? READ_SIGMA[how])), deflection, model) - tension
  const dDeflection = tensionFromPress(span, force, deflection + READ_SIGMA.deflection, model) - tension
  return Math.hypot(dForce, dDeflection)
}

/** How far an adjuster set by hand has to go, in what it is read in; positive takes up. */
export interface AdjusterMove {
  readonly by: number
  readonly unit: AdjusterUnit
  /** mm that the shaft moves; null where it stays. */
  readonly atShaft: number | null
  /** Turns of its screw or rod; null where it has none. */
  readonly turns: number | null
  /** mm that the belt is stretched by. */
  readonly stretch: number
  /** The end of the adjuster's travel that it would go beyond; null where it stays within. */
  readonly beyond: 'tight end' | 'slack end' | null
}

/**
 * The move that changes a belt's static tension: it is stretched by `ΔT·L_c / EA`, which the adjuster gives at `dL/du`. Tighter is whatever makes
 * the path longer, whichever end was named first. Null where a spring, or nothing, takes it up, where the adjuster changes nothing, and where
 * nobody has read what it is reckoned from.
 */
export function moveForTension(settled: SettledBelt, from: number, to: number): AdjusterMove | null {
  const { belt, pulleys, path, adjuster } = settled
  if (adjuster === null || isSprung(adjuster.adjuster) || isAssumed(adjuster.adjuster) || !path.ok) return null
  const u = adjuster.u ?? MIDDLE_TRAVEL
  const perU = adjuster.lengthAt(u)?.perU
  if (perU === undefined || perU === 0) return null
  const stretch = ((to - from) * path.length) / beltStiffness(belt, pulleys).stiffness
  const { motion } = adjuster
  const [released, takenUp] = [motion.valueAt(0), motion.valueAt(1)]
  const travel = motion.unit === 'deg' ? shortWayRoundDeg(released, takenUp) : takenUp - released
  const by = (stretch / Math.abs(perU)) * Math.abs(travel)
  const kind = kindOf(adjuster.adjuster)
  const shaftAt = settled.circles[pulleys.findIndex(({ shaft }) => shaft === movedShaft(adjuster.adjuster))]
  const atShaft = kind.movedAtShaft(adjuster.adjuster, by, shaftAt)
  // A slot is clamped at the accessory, about as far out as its shaft; a rod is read along itself.
  const screwed = atShaft ?? (motion.unit === 'mm' ? by : null)
  // A swung or sliding part may be levered: turns are told where somebody has read what its screw gives. A rod always has its thread.
  const said = 'perTurn' in adjuster.adjuster && adjuster.adjuster.perTurn !== undefined
  const perTurn = said || adjuster.adjuster.kind === 'turnbuckle' ? turnGives(adjuster.adjuster) : null
  return {
    by,
    unit: motion.unit,
    atShaft,
    turns: perTurn === null || screwed === null ? null : screwed / perTurn,
    stretch,
    // Where the adjuster stands nobody knows while the belt's length does not say so.
    beyond: adjuster.u === null ? null : beyondEnd(u + stretch / perU),
  }
}

function beyondEnd(u: number): AdjusterMove['beyond'] {
  return u > 1 + ROUNDING ? 'tight end' : u < -ROUNDING ? 'slack end' : null
}

/** Of the travel. */
const ROUNDING = 1e-9

/**
 * What a belt on fixed centres comes to with the engine hot: the centres grow, the cord does not, `ΔT = EA/L·α·ΔT·Σs` over the straight spans. Null
 * where a spring takes the belt up; a drive without an adjuster may yet have one that nobody has drawn.
 */
export function hotTension(settled: SettledBelt, cold: number): number | null {
  const { belt, pulleys, path, adjuster } = settled
  if (!path.ok || (adjuster !== null && isSprung(adjuster.adjuster))) return null
  const spans = path.spans.reduce((sum, each) => sum + each, 0)
  return cold + (beltStiffness(belt, pulleys).stiffness / path.length) * WARMING.perKelvin * WARMING.kelvin * spans
}

/** mm that one turn of an adjuster's screw or rod gives; null where it has neither. */
export function turnGives(adjuster: Adjuster): number | null {
  return ('perTurn' in adjuster ? adjuster.perTurn : undefined) ?? kindOf(adjuster).perTurn
}

/** Says how far one turn of an adjuster's screw or rod moves it; null for the nominal. */
export function setTurnGives(adjusterId: string, mm: number | null): DriveEdit {
  return (draft) => {
    const adjuster = draft.adjusters.find(({ id }) => id === adjusterId)
    if (adjuster === undefined || kindOf(adjuster).perTurn === null) return
    const screwed = adjuster as { perTurn?: number }
    if (mm === null) delete screwed.perTurn
    else screwed.perTurn = mm
  }
}

/** Keeps what a belt was set to, N for one belt of its set; null for not known. */
export function setInstallTension(beltId: string, tension: number | null): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt !== undefined) belt.installTension = tension
  }
}

/** Says how a belt's faces are. */
export function setBeltCondition(beltId: string, condition: NonNullable<Belt['condition']>): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt !== undefined) belt.condition = condition
  }
}

/** A finger that has been tried on a scale: N, and one standard deviation as a share of it. */
export interface Finger {
  readonly force: number
  readonly share: number
}

/** N of one kilogram on a scale. */
const N_PER_KG = 9.80665

/** What a finger gives, from presses on a scale, kg; at least two, none of them nothing. Null for fewer. */
export function fingerFromScale(presses: readonly number[]): Finger | null {
  const real = presses.filter((kg) => kg > 0)
  if (real.length < 2) return null
  const mean = real.reduce((sum, kg) => sum + kg, 0) / real.length
  const scatter = Math.sqrt(real.reduce((sum, kg) => sum + (kg - mean) ** 2, 0) / (real.length - 1))
  return { force: mean * N_PER_KG, share: Math.max(SUREST_FINGER, scatter / mean) }
}

const PARTS_OF_A_TURN: readonly (readonly [share: number, words: string])[] = [
  [1 / 8, 'an eighth'],
  [1 / 4, 'a quarter'],
  [1 / 3, 'a third'],
  [1 / 2, 'half'],
  [2 / 3, 'two thirds'],
  [3 / 4, 'three quarters'],
]

/** Turns of a screw as a hand makes them: `about a third of a turn`, `about 2½ turns`. */
export function turnWords(turns: number): string {
  if (turns < 1 / 16) return 'less than an eighth of a turn'
  if (turns < 7 / 8) {
    const [, words] = PARTS_OF_A_TURN.reduce((near, each) =>
      Math.abs(each[0] - turns) < Math.abs(near[0] - turns) ? each : near,
    )
    return `about ${words}${words === 'half' ? '' : ' of'} a turn`
  }
  const halves = Math.round(2 * turns)
  if (halves === 2) return 'about one turn'
  return `about ${Math.floor(halves / 2)}${halves % 2 === 1 ? '½' : ''} turns`
}
