import { UNKNOWN_REACH_SHARE } from './nominal.ts'
import type { LengthAt } from '../path/reach-curve.ts'
import type { SettledBelt } from '../path/settle.ts'
import { familyOf, statedMinusCord } from '../sections/families.ts'
import type { Mm } from '../units/quantity.ts'
import { NEW_BELT_TRAVEL } from './nominal.ts'
import { travelLimits } from '../path/travel-limits.ts'
import { fitSituation, type FitSituation } from './verdict.ts'
import { END_OF_LIFE_RIDE_MM } from './nominal.ts'

/** A length that a reading found the path to want with the adjuster at travel u. */
export interface CurvePoint {
  readonly u: number
  readonly length: Mm
  readonly sigma: Mm
}

/**
 * How the wanted length runs over the adjuster's travel, and what that rests on: the drive's geometry, readings at two
 * places of the adjuster, one reading and a nominal reach, or fixed centres.
 */
export type LengthCurve =
  | { readonly of: 'geometry' | 'readings' | 'nominal'; readonly situation: FitSituation; readonly slopeSigma: number }
  | { readonly of: 'fixed'; readonly length: Mm }
const UNKNOWN_REACH_SIGMA_SHARE = 0.012

/** Travel that two readings must lie apart before the reach is taken from them. */
const MIN_TRAVEL_APART = 0.3

/**
 * The curve of a belt, from what is known of it; undefined while nothing is. A belt that some adjuster must take up which
 * nobody has hung on the drawing yet (`unhung`) is taken to be drawn as it stands with a new belt.
 */
export function lengthCurve(
  settled: SettledBelt,
  points: readonly CurvePoint[],
  unhung: boolean,
): LengthCurve | undefined {
  const situation = fitSituation(settled)
  if (situation !== undefined) return { of: 'geometry', situation, slopeSigma: 0 }
  const { path, adjuster, belt } = settled
  const stated = path.ok && adjuster === null ? path.length + statedMinusCord(belt.section) : undefined
  if (stated !== undefined && !unhung) return { of: 'fixed', length: stated }
  const line = lineThrough(stated === undefined ? points : [{ u: NEW_BELT_TRAVEL, length: stated, sigma: 1 }])
  if (line === undefined) return undefined
  const lengthAt: LengthAt = (u) => ({ length: line.at0 + line.perU * u, perU: line.perU, turning: 1 })
  const vee = familyOf(belt.section).wedges
  return {
    of: line.of,
    slopeSigma: line.slopeSigma,
    situation: {
      belt,
      lengthAt,
      stretch: { from: 0, to: 1, lengthFrom: line.at0, lengthTo: line.at0 + line.perU, turnsAt: null },
      limits: travelLimits(adjuster?.adjuster ?? null),
      lastPulleys: [],
      // One full turn of V groove at the least, however the belt runs.
      sinking: vee ? 2 * Math.PI * END_OF_LIFE_RIDE_MM : 0,
    },
  }
}

/** Least squares through readings at different travels; through their mean with the nominal reach where they lie together. */
function lineThrough(points: readonly CurvePoint[]) {
  const weight = points.reduce((sum, { sigma }) => sum + 1 / sigma ** 2, 0)
  if (weight === 0) return undefined
  const mean = (of: (point: CurvePoint) => number) =>
    points.reduce((sum, point) => sum + of(point) / point.sigma ** 2, 0) / weight
  const [u, length] = [mean((point) => point.u), mean((point) => point.length)]
  const travels = points.map((point) => point.u)
  const square = mean((point) => (point.u - u) ** 2)
  const slope = square === 0 ? 0 : mean((point) => (point.u - u) * (point.length - length)) / square
  if (Math.max(...travels) - Math.min(...travels) >= MIN_TRAVEL_APART && slope > 0)
    return { of: 'readings' as const, at0: length - slope * u, perU: slope, slopeSigma: 1 / Math.sqrt(weight * square) }
  const perU = UNKNOWN_REACH_SHARE * length
  return { of: 'nominal' as const, at0: length - perU * u, perU, slopeSigma: UNKNOWN_REACH_SIGMA_SHARE * length }
}
