/** From what a hand can do to a span to its tension, and back: docs/mechanics/tension.md. Lengths in mm, forces in N, frequency in Hz. */
import { ROOT_ITERATIONS } from '../numerics/tolerances.ts'
import { lengthText } from '../units/format-length.ts'
import type { Mm } from '../units/quantity.ts'

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
}

/**
 * Tension of a span while it is pressed in by q at its middle: `T' = T + (EA / L_c)·(√(s² + 4q²) − s)`. Only this span is taken to give.
 */
export function pressedTension({ length: s, stiffness, cordLength }: CheckedSpan, tension: number, q: Mm): number {
  return tension + (stiffness / cordLength) * (Math.hypot(s, 2 * q) - s)
}

/** Force at the middle of a span that presses it in by q: `F = 4·T'·q / √(s² + 4q²)`. */
export function forceFor(span: CheckedSpan, tension: number, q: Mm): number {
  return (4 * pressedTension(span, tension, q) * q) / Math.hypot(span.length, 2 * q)
}

/** Tension at rest of a span that a force F presses in by q. */
export function tensionFromPress(span: CheckedSpan, force: number, q: Mm): number {
  const pressed = (force * Math.hypot(span.length, 2 * q)) / (4 * q)
  return pressed - pressedTension(span, 0, q)
}

/** How far a force presses a span in; the force grows with the deflection, so it is found by halving. */
export function deflectionFor(span: CheckedSpan, tension: number, force: number): Mm {
  if (force <= 0) return 0
  let [low, high] = [0, span.length]
  while (forceFor(span, tension, high) < force && high < MAX_DEFLECTION * span.length) high *= 2
  for (let i = 0; i < ROOT_ITERATIONS; i++) {
    const middle = (low + high) / 2
    if (forceFor(span, tension, middle) < force) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Spans are never pressed in by more than this many times their length: something is broken then. */
const MAX_DEFLECTION = 64

/** First mode of a plucked span, belt at rest: `f = 1/(2s)·√(T/m)`. */
export function pluckFrequency({ length, mass }: CheckedSpan, tension: number): number {
  return (MM_PER_M / (2 * length)) * Math.sqrt(Math.max(0, tension) / mass)
}

/** Tension of a span that rings at f: `T = m·(2·s·f)²`. */
export function tensionFromPluck({ length, mass }: CheckedSpan, frequency: number): number {
  return mass * ((2 * length * frequency) / MM_PER_M) ** 2
}

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

/** What the rest must be. Readings must not be refused by spanReadingsRefusal. */
export function checkSpan(span: CheckedSpan, { tension, force, deflection, frequency }: SpanReadings): SpanChecked {
  const at =
    frequency !== undefined
      ? tensionFromPluck(span, frequency)
      : (tension ?? tensionFromPress(span, force ?? 0, deflection ?? 1))
  const rest = {
    tension: at,
    frequency: frequency ?? pluckFrequency(span, at),
  }
  if (force === undefined && deflection === undefined) return { ...rest, force: null, deflection: null }
  if (force === undefined)
    return { ...rest, deflection: deflection ?? null, force: forceFor(span, at, deflection ?? 0) }
  return { ...rest, force, deflection: deflection ?? deflectionFor(span, at, force) }
}
