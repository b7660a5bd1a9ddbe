/** Whether a tensioner’s spring and its place are what they should be: docs/mechanics/tension.md. */
import { DAMPING, SPRING_SHARES } from './nominal.ts'
import type { Verdict } from '../verdict/verdict.ts'
import type { SprungAdjuster } from '../adjusters/kinds.ts'
import type { TensionReading, TensionReadingOf } from '../drive/tension-reading.ts'
import { travelLimits } from '../path/travel-limits.ts'
import { springTorque } from './span-tensions.ts'

export interface SpringCheck {
  /** N·m the arm should hold there. */
  readonly expected: number
  /** What was read over that, less one: negative for a weak spring. */
  readonly off: number
  readonly verdict: Verdict
  readonly why: 'weak' | 'stiff' | 'correct'
}

/**
 * A torque read at a place of the arm against the spring’s own numbers. Pried up and let down, the mean of both is the spring. Stiffer than its
 * numbers means that the arm binds.
 */
export function checkSpring(
  arm: SprungAdjuster,
  { u, torque, letDown = torque }: Pick<TensionReadingOf<'torque'>, 'u' | 'torque' | 'letDown'>,
): SpringCheck {
  const expected = springTorque(arm, u)
  const off = expected === 0 ? 0 : (torque + letDown) / 2 / expected - 1
  const much = Math.abs(off)
  const verdict = much > SPRING_SHARES.act ? 'act' : much > SPRING_SHARES.watch ? 'watch' : 'fine'
  return { expected, off, verdict, why: verdict === 'fine' ? 'correct' : off < 0 ? 'weak' : 'stiff' }
}

export interface DampingCheck {
  /** Half the difference between prying up and letting down, as a share of their mean. */
  readonly share: number
  readonly verdict: Verdict
  readonly why: 'dead' | 'binds' | 'correct'
}

/** The friction that calms an arm: with too little it flutters, with too much it cannot follow the belt. Null where it was not let down. */
export function checkDamping({
  torque,
  letDown,
}: Pick<TensionReadingOf<'torque'>, 'torque' | 'letDown'>): DampingCheck | null {
  if (letDown === undefined || torque + letDown <= 0) return null
  const share = (torque - letDown) / (torque + letDown)
  const why = share < DAMPING.dead ? 'dead' : share > DAMPING.binds ? 'binds' : 'correct'
  return { share, verdict: why === 'correct' ? 'fine' : 'act', why }
}

/**
 * Where the pointer stands between its marks: up to the mark of a new belt fine, beyond it worth a look, beyond the last mark the belt (or
 * the spring) is done.
 */
export function checkPointer(arm: SprungAdjuster, u: number): Exclude<Verdict, 'unknown'> {
  const { newTo, endTo } = travelLimits(arm)
  return u > endTo ? 'act' : u > newTo ? 'watch' : 'fine'
}

export type PointerReading = TensionReadingOf<'pointer'>

/** The readings of one tensioner’s pointer, oldest first. */
export function pointerReadings(readings: readonly TensionReading[], adjuster: string): readonly PointerReading[] {
  return readings.filter(
    (reading): reading is PointerReading => reading.how === 'pointer' && reading.adjuster === adjuster,
  )
}
