/** What to say of a sum that someone did on cardboard: docs/mechanics/speeds.md. */
export type SpeedSlip = 'right' | 'tape' | 'upside down' | 'added' | 'other'

/** Share within which a sum on cardboard counts as the same number. */
const SAME_SHARE = 0.015

export interface KnownRatio {
  /** Turns of the shaft for one turn of the crank, along the cord. */
  readonly ratio: number
  /** The same from outside diameters, as a tape gives it; null where they are not known. */
  readonly tapeRatio: number | null
}

/**
 * Whether a typed ratio is right, and which of the common slips explains it: diameters across the outside in place of the cord's
 * (`tape`), dividing the wrong way round (`upside down`), or adding the engine's own turn to it (`added`: 1 + ratio, 1 + 1/ratio).
 * What is right within 1.5 % is right, whatever else it may also be.
 */
export function judgeRatio(typed: number, { ratio, tapeRatio }: KnownRatio): SpeedSlip {
  const is = (other: number) => Math.abs(typed / other - 1) < SAME_SHARE
  if (is(ratio)) return 'right'
  if (tapeRatio !== null && is(tapeRatio)) return 'tape'
  if (is(1 / ratio)) return 'upside down'
  return is(1 + ratio) || is(1 + 1 / ratio) ? 'added' : 'other'
}

/**
 * The same for a typed speed at an engine speed, both rpm. Adding shows in two ways there: a turn of the engine's own beside the
 * ratio's, or the bare ratio added to the engine's speed (`n + ratio`, `n + 1/ratio`), which leaves nearly the engine's speed.
 */
export function judgeSpeed(typed: number, engineRpm: number, known: KnownRatio): SpeedSlip {
  const slip = judgeRatio(typed / engineRpm, known)
  if (slip !== 'other') return slip
  const more = typed - engineRpm
  const isSum = [known.ratio, 1 / known.ratio].some((share) => Math.abs(more - share) < BARE_SUM_RPM)
  return isSum ? 'added' : 'other'
}

/** rpm within which a typed speed is the engine's with a bare ratio added; nobody writes more digits. */
const BARE_SUM_RPM = 0.6
