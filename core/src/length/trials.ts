/** What belts that were tried on say of the drive, and of each other: docs/mechanics/length.md. */
import { TRIAL_SIGMA_MM, TRAVEL_SIGMA } from './nominal.ts'
import type { LengthReadingOf } from '../drive/length-reading.ts'
import { shortWayRoundDeg } from '../numerics/vectors.ts'
import type { AdjusterMotion } from '../adjusters/motion.ts'
import type { LengthAt } from '../path/reach-curve.ts'
import type { Mm } from '../units/quantity.ts'
import { OUTLIER_SIGMAS } from './fusion.ts'

export type Trial = LengthReadingOf<'trial'>
const READING_SIGMA = { deg: 2, mm: 1, shims: 0.5 } as const

/** Where the adjuster stood with a belt on, 0 to 1, and how closely that was read; undefined where it was not, or cannot be told. */
export function travelOfTrial(
  { scale, place }: Trial,
  motion: AdjusterMotion | undefined,
): { readonly u: number; readonly sigma: number } | undefined {
  if (scale === undefined || place === undefined) return undefined
  if (scale !== 'reading') return { u: Math.min(1, Math.max(0, place)), sigma: TRAVEL_SIGMA[scale] }
  if (motion === undefined) return undefined
  const [from, to] = [motion.valueAt(0), motion.valueAt(1)]
  const span = motion.unit === 'deg' ? shortWayRoundDeg(from, to) : to - from
  if (span === 0) return undefined
  const along = motion.unit === 'deg' ? shortWayRoundDeg(from, place) : place - from
  return { u: Math.min(1, Math.max(0, along / span)), sigma: READING_SIGMA[motion.unit] / Math.abs(span) }
}

/** A trial with what it measured: the length the path wanted where the adjuster stood, in the curve's own terms. */
interface Measured {
  readonly trial: Trial
  readonly path: Mm
  readonly sigma: Mm
}

/** Two belts that cannot both be what their marks say. */
export interface TrialFinding {
  readonly kind: 'same mark, different fit' | 'different mark, same fit'
  readonly trials: readonly [Trial, Trial]
  /** mm by which they sat apart, or by which their marks differ. */
  readonly apart: Mm
}

/** mm. Marks nearer than this are the same mark. */
const SAME_MARK_MM = 0.6

/** Every pair of belts tried on that contradict each other. */
export function contradictingTrials(
  trials: readonly Trial[],
  lengthAt: LengthAt,
  motion: AdjusterMotion | undefined,
): TrialFinding[] {
  const measured = trials.flatMap((trial): Measured[] => {
    const read = trial.outcome === 'on' ? travelOfTrial(trial, motion) : undefined
    const at = read === undefined ? undefined : lengthAt(read.u)
    if (read === undefined || at === undefined) return []
    return [{ trial, path: at.length, sigma: TRIAL_SIGMA_MM + read.sigma * Math.abs(at.perU) }]
  })
  return [...pairs(measured).flatMap(judgePair), ...pairs(trials).flatMap(judgeOutcomes)]
}

function judgePair([one, other]: readonly [Measured, Measured]): TrialFinding[] {
  const trials = [one.trial, other.trial] as const
  const marks = Math.abs(one.trial.value - other.trial.value)
  const sat = Math.abs(one.path - other.path)
  const sigma = Math.hypot(one.sigma, other.sigma)
  if (marks < SAME_MARK_MM)
    return sat > OUTLIER_SIGMAS * sigma ? [{ kind: 'same mark, different fit', trials, apart: sat }] : []
  return sat <= sigma && marks - sat > OUTLIER_SIGMAS * sigma
    ? [{ kind: 'different mark, same fit', trials, apart: marks }]
    : []
}

/** One belt would not go on, another of the same mark did. */
function judgeOutcomes([one, other]: readonly [Trial, Trial]): TrialFinding[] {
  const refused = [one, other].filter(({ outcome, seated }) => outcome === 'too-short' && seated === true)
  const same = Math.abs(one.value - other.value) < SAME_MARK_MM
  return same && refused.length === 1 && one.outcome !== other.outcome
    ? [{ kind: 'same mark, different fit', trials: [one, other], apart: 0 }]
    : []
}

function pairs<Item>(items: readonly Item[]): (readonly [Item, Item])[] {
  return items.flatMap((one, i) => items.slice(i + 1).map((other) => [one, other] as const))
}
