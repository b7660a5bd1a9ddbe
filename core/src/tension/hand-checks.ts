/** From what a hand can do to a span to its tension, and back: docs/mechanics/tension.md. Lengths in mm, forces in N, frequency in Hz. */
import { ROOT_ITERATIONS } from '../numerics/tolerances.ts'
import { lengthText } from '../units/format-length.ts'
import type { Mm } from '../units/quantity.ts'
import { BENDING_FACTOR } from './nominal.ts'

const MM_PER_M = 1000

/** A span that is pressed or plucked. */
export interface CheckedSpan {
  /** Between the points where it leaves the pulleys. */
  readonly length: Mm
  /** N that would stretch one belt to twice its length. `EA` */
  readonly stiffness: number
  /** Of the whole belt along its cord. */
  readonly cordLength: Mm
  /** kg/m of one belt. */
  readonly mass: number
  /** N·m² of one belt against bending; a bare string where it is left out. `EI` */
  readonly bending?: number
  /** Somebody has measured it; the nominal one is good to a factor of two. */
  readonly bendingKnown?: boolean
  /** Whether a reading is corrected for it: a V belt is too stiff for that, and only its spread is given. */
  readonly correctsBending?: boolean
}

/** How a span is taken to behave: nobody knows exactly how a belt leaves its pulleys, nor how far it creeps over them. */
export interface SpanModel {
  /** N·m² */
  readonly bending: number
  /** How firmly its ends are held in direction, from 0, turning freely, to 1, clamped. */
  readonly held: number
  /** What stretches while it is pressed in: the whole belt, or this span alone. */
  readonly gives: 'belt' | 'span'
}

const BARE_STRING: SpanModel = { bending: 0, held: 0, gives: 'belt' }

/** A belt that leaves a pulley stands between turning freely and clamped. */
const HALF_HELD = 0.5

/** What is most likely, and the ends of what may be: a bare string and clamped ends, the whole belt stretching and this span alone. */
export function spanModels({ bending = 0, bendingKnown = false, correctsBending = false }: CheckedSpan): {
  readonly likely: SpanModel
  readonly ends: readonly SpanModel[]
} {
  const likely = correctsBending ? { bending, held: HALF_HELD, gives: 'belt' as const } : BARE_STRING
  const most = bendingKnown ? bending : BENDING_FACTOR * bending
  const ends = (['belt', 'span'] as const).flatMap((gives) => [
    { ...BARE_STRING, gives },
    { bending: most, held: 1, gives },
  ])
  return { likely, ends: [likely, ...ends] }
}

/**
 * Tension of a span while it is pressed in by q at its middle: `T' = T + (EA / L)·(√(s² + 4q²) − s)`, L being the whole belt along its cord, or
 * the span where it alone gives.
 */
export function pressedTension(
  { length: s, stiffness, cordLength }: CheckedSpan,
  tension: number,
  q: Mm,
  gives: SpanModel['gives'] = 'belt',
): number {
  return tension + (stiffness / (gives === 'belt' ? cordLength : s)) * (Math.hypot(s, 2 * q) - s)
}

/**
 * Share of a string's deflection that is left by bending, for a force at the middle: `1 − tanh(λ)/λ` with ends that turn freely,
 * `1 − 2·tanh(λ/2)/λ` with clamped ones, `λ = s/2·√(T'/EI)` (a beam under tension).
 */
function yielding(length: Mm, tension: number, { bending, held }: SpanModel): number {
  if (bending === 0) return 1
  const lambda = (length / MM_PER_M / 2) * Math.sqrt(Math.max(tension, LEAST_TENSION) / bending)
  return (1 - held) * (1 - Math.tanh(lambda) / lambda) + held * (1 - (2 * Math.tanh(lambda / 2)) / lambda)
}

/** N. Below it a span hangs like a beam, and the share above is a small difference of large numbers. */
const LEAST_TENSION = 0.5

/** Force at the middle of a span that presses it in by q: `F = 4·T'·q / √(s² + 4q²)`, divided by what bending leaves. */
export function forceFor(span: CheckedSpan, tension: number, q: Mm, model: SpanModel = BARE_STRING): number {
  const pressed = pressedTension(span, tension, q, model.gives)
  return (4 * pressed * q) / Math.hypot(span.length, 2 * q) / yielding(span.length, pressed, model)
}

/** Tension at rest of a span that a force F presses in by q; below zero where even a slack one would take more. */
export function tensionFromPress(span: CheckedSpan, force: number, q: Mm, model: SpanModel = BARE_STRING): number {
  const asString = (force * Math.hypot(span.length, 2 * q)) / (4 * q) - pressedTension(span, 0, q, model.gives)
  if (model.bending === 0 || asString <= 0) return asString
  if (forceFor(span, 0, q, model) > force) return 0
  return increasing((tension) => forceFor(span, tension, q, model), force, asString)
}

/** Where a function that grows from 0 on reaches a value that lies below `most`. */
function increasing(of: (at: number) => number, value: number, most: number): number {
  let [low, high] = [0, most]
  for (let i = 0; i < ROOT_ITERATIONS; i++) {
    const middle = (low + high) / 2
    if (of(middle) < value) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** How far a force presses a span in; the force grows with the deflection, so it is found by halving. */
export function deflectionFor(span: CheckedSpan, tension: number, force: number, model: SpanModel = BARE_STRING): Mm {
  if (force <= 0) return 0
  let most = span.length
  while (forceFor(span, tension, most, model) < force && most < MAX_DEFLECTION * span.length) most *= 2
  return increasing((q) => forceFor(span, tension, q, model), force, most)
}

/** Spans are never pressed in by more than this many times their length: something is broken then. */
const MAX_DEFLECTION = 64

/**
 * First mode of a span with clamped ends, as a beam under tension: the least b above π/s with `b·tan(b·s/2) = −a·tanh(a·s/2)`, `a² = b² + T/EI`,
 * `ω = a·b·√(EI/m)`. For a small `ε = √(EI/T)/s` it lies `2ε + (4 + π²/2)·ε²` of a string's pitch above it.
 */
function clampedHz({ length, mass }: CheckedSpan, tension: number, bending: number): number {
  const s = length / MM_PER_M
  const a = (b: number) => Math.sqrt(b * b + Math.max(0, tension) / bending)
  let [low, high] = [Math.PI / s, (2 * Math.PI) / s]
  for (let i = 0; i < HALVINGS; i++) {
    const b = (low + high) / 2
    if (b * Math.tan((b * s) / 2) + a(b) * Math.tanh((a(b) * s) / 2) < 0) low = b
    else high = b
  }
  return (a(low) * low * Math.sqrt(bending / mass)) / (2 * Math.PI)
}

/** To a millionth of a millionth of a pitch. */
const HALVINGS = 44

/** First mode of a plucked span, belt at rest: `f = 1/(2s)·√(T/m)`, raised toward a clamped beam's as far as its ends are held. */
export function pluckFrequency(span: CheckedSpan, tension: number, model: SpanModel = BARE_STRING): number {
  const string = (MM_PER_M / (2 * span.length)) * Math.sqrt(Math.max(0, tension) / span.mass)
  if (model.bending === 0 || model.held === 0) return string
  return string + model.held * (clampedHz(span, tension, model.bending) - string)
}

/** Tension of a span that rings at f: `T = m·(2·s·f)²` for a string, less where bending raises the pitch. */
export function tensionFromPluck(span: CheckedSpan, frequency: number, model: SpanModel = BARE_STRING): number {
  const string = span.mass * ((2 * span.length * frequency) / MM_PER_M) ** 2
  if (model.bending === 0) return string
  return increasing((tension) => pluckFrequency(span, tension, model), frequency, string)
}

/** mm. A pluck on a shorter span says more of the belt's bending than of its tension. */
export const SHORT_SPAN_MM = 200

/**
 * What resists bending, N·m², from the pitches of two spans of one belt: that with which both come to one tension, their ends half held; null
 * where no value does.
 */
export function bendingFromPlucks(
  one: { readonly span: CheckedSpan; readonly frequency: number },
  other: { readonly span: CheckedSpan; readonly frequency: number },
): number | null {
  const [short, long] = one.span.length < other.span.length ? [one, other] : [other, one]
  const apart = (bending: number) => {
    const model: SpanModel = { bending, held: HALF_HELD, gives: 'belt' }
    return tensionFromPluck(short.span, short.frequency, model) - tensionFromPluck(long.span, long.frequency, model)
  }
  if (apart(0) <= 0) return null
  for (let most = LEAST_BENDING; most <= MOST_BENDING; most *= 2)
    if (apart(most) < 0) return increasing((bending) => -apart(bending), 0, most)
  return null
}

/** N·m² of the softest and of the stiffest belt there may be. */
const LEAST_BENDING = 1e-4
const MOST_BENDING = 2

/** What is known of a span: any two of tension, force and deflection, or tension or frequency alone. */
export interface SpanReadings {
  readonly tension?: number | undefined
  readonly force?: number | undefined
  readonly deflection?: Mm | undefined
  readonly frequency?: number | undefined
}

export interface SpanChecked {
  readonly tension: number
  readonly force: number | null
  readonly deflection: Mm | null
  readonly frequency: number
}

/** What follows from readings of a span, and between what it lies, for each number that was not read itself. */
export interface SpanBounded extends SpanChecked {
  readonly low: Partial<SpanChecked>
  readonly high: Partial<SpanChecked>
}

/** Why readings of a span cannot be right, in a sentence; undefined where they can. */
export function spanReadingsRefusal(
  span: CheckedSpan,
  readings: SpanReadings,
  text: (mm: Mm) => string = (mm) => lengthText(mm, { style: 'mm' }),
  forceText: (newtons: number) => string = (newtons) => `${newtons} N`,
): string | undefined {
  const { tension, force, deflection, frequency } = readings
  if (!(span.length > 0)) return 'The span has no length: the pulleys touch.'
  if (!(span.mass > 0)) return 'The mass of the belt is not known, so its pitch gives no tension.'
  for (const [name, value] of Object.entries({ tension, force, deflection, frequency }))
    if (value !== undefined && !(value > 0)) return `The ${name} must be above zero.`
  if (deflection !== undefined && deflection >= span.length)
    return `A deflection of ${text(deflection)} is larger than the span (${text(span.length)}). Measure at its middle, from its rest position.`
  const known = [tension, force, deflection].filter((value) => value !== undefined).length
  if (frequency !== undefined)
    return known === 0 ? undefined : 'The pitch alone gives the tension. Leave the others empty.'
  if (known === 3) return 'Enter two of tension, force and deflection.'
  if (tension === undefined && known < 2) return 'Enter two of tension, force and deflection, or only the pitch.'
  if (force !== undefined && deflection !== undefined && tensionFromPress(span, force, deflection) < 0)
    return `The belt is slack: ${forceText(force)} should press it in by less than ${text(deflectionFor(span, 0, force))}.`
  return undefined
}

/** What the rest must be, as is most likely and between what it lies. Readings must not be refused by spanReadingsRefusal. */
export function checkSpan(span: CheckedSpan, readings: SpanReadings): SpanBounded {
  const { likely, ends } = spanModels(span)
  const checked = checkWith(span, readings, likely)
  const all = ends.map((model) => checkWith(span, readings, model))
  const bound = (of: (...values: number[]) => number): Partial<SpanChecked> =>
    Object.fromEntries(
      COMPUTED.filter((key) => readings[key] === undefined && checked[key] !== null).map((key) => [
        key,
        of(...all.map((each) => each[key] ?? NaN)),
      ]),
    )
  return { ...checked, low: bound(Math.min), high: bound(Math.max) }
}

const COMPUTED = ['tension', 'force', 'deflection', 'frequency'] as const

function checkWith(
  span: CheckedSpan,
  { tension, force, deflection, frequency }: SpanReadings,
  model: SpanModel,
): SpanChecked {
  const at =
    frequency !== undefined
      ? tensionFromPluck(span, frequency, model)
      : (tension ?? tensionFromPress(span, force ?? 0, deflection ?? 1, model))
  const rest = {
    tension: at,
    frequency: frequency ?? pluckFrequency(span, at, model),
  }
  if (force === undefined && deflection === undefined) return { ...rest, force: null, deflection: null }
  if (force === undefined)
    return { ...rest, deflection: deflection ?? null, force: forceFor(span, at, deflection ?? 0, model) }
  return { ...rest, force, deflection: deflection ?? deflectionFor(span, at, force, model) }
}
