/** All the ways in which a belt's length may run over its adjuster's travel, as far as a drive is known: docs/mechanics/length.md. */
import type { Mm } from '../units/quantity.ts'
import type { ReachPrior } from './reach-prior.ts'

/** One of them: how much longer the path is at travel u than where a new belt should stand, and how likely it is before any reading. */
export interface PossibleCurve {
  readonly prior: number
  /** The length where a new belt should stand, as the drive's geometry has it; null where no place is known. */
  readonly centre: Mm | null
  readonly offsetAt: (u: number) => Mm
}

export interface CurveFamily {
  readonly curves: readonly PossibleCurve[]
  /** The same family, its curves closer together where readings leave some weight. */
  finer(weights: Float64Array): CurveFamily
}

/** A family of curves that are all there are. */
export function givenCurves(curves: readonly PossibleCurve[]): CurveFamily {
  const family: CurveFamily = { curves, finer: () => family }
  return family
}

/** Reaches and curvatures tried: first over all that is possible, then over what readings leave. */
const COARSE = { reaches: 15, curvatures: 5 }
const FINE = { reaches: 20, curvatures: 7 }

/** Standard deviations to either side that are tried. */
const SIDE = { reach: 2.6, curvature: 2 }

/** Share of the weight beyond an end of the first pass that the second may leave out. */
const LEFT_OUT = 1e-5

/** Curves of a drive of which no place is known: reach by curvature, about travel `wantedAt`. */
export function unplacedCurves(prior: ReachPrior, wantedAt: number): CurveFamily {
  const reaches = evenly(-SIDE.reach, SIDE.reach, COARSE.reaches)
  const curvatures = evenly(-SIDE.curvature, SIDE.curvature, COARSE.curvatures)
  const first = curvesOf(prior, wantedAt, reaches, curvatures)
  return {
    curves: first,
    finer: (weights) => {
      const byReach = reaches.map((_, i) => sumOf(curvatures.map((__, k) => weights[i * curvatures.length + k] ?? 0)))
      const byCurvature = curvatures.map((_, k) =>
        sumOf(reaches.map((__, i) => weights[i * curvatures.length + k] ?? 0)),
      )
      return givenCurves(
        curvesOf(
          prior,
          wantedAt,
          narrowed(reaches, byReach, FINE.reaches),
          narrowed(curvatures, byCurvature, FINE.curvatures),
        ),
      )
    },
  }
}

/** Reaches and curvatures in standard deviations from their middle. */
function curvesOf(
  { reach, curvature, base }: ReachPrior,
  wantedAt: number,
  reaches: readonly number[],
  curvatures: readonly number[],
): PossibleCurve[] {
  const baseWanted = base(wantedAt)
  const bendWanted = wantedAt * (1 - wantedAt)
  return reaches.flatMap((z) => {
    const b = reach.median * Math.exp(reach.spread * z)
    return curvatures.map((y): PossibleCurve => {
      const c = curvature.mean + curvature.sigma * y
      return {
        prior: Math.exp((-z * z - y * y) / 2),
        centre: null,
        offsetAt: (u) => b * (base(u) - baseWanted + c * (u * (1 - u) - bendWanted)),
      }
    })
  })
}

/** As many places as asked for, over those of the first pass that carry weight and one more to either side. */
function narrowed(places: readonly number[], weights: readonly number[], count: number): number[] {
  const least = LEFT_OUT * sumOf(weights)
  const carrying = weights.flatMap((weight, i) => (weight > least ? [i] : []))
  const from = Math.max(0, (carrying[0] ?? 0) - 1)
  const to = Math.min(places.length - 1, (carrying.at(-1) ?? places.length - 1) + 1)
  return evenly(places[from] ?? 0, places[to] ?? 0, count)
}

function evenly(from: number, to: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1))
}

function sumOf(numbers: readonly number[]): number {
  return numbers.reduce((sum, each) => sum + each, 0)
}
