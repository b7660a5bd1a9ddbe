/** What is believed of a belt's path before its readings are weighed: docs/mechanics/length.md. */
import { isWhollyAssumed } from '../adjusters/assumed.ts'
import { momentsOf } from '../numerics/moments.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { statedMinusCord } from '../sections/families.ts'
import type { Mm } from '../units/quantity.ts'
import type { BeltPlace } from './belt-place.ts'
import { drawnCurve, drawnFigureCurves, isPartlyRead, statedPath } from './geometry-curves.ts'
import { geometrySpread } from './geometry-spread.ts'
import { BLUNDER_SIGMA_MM, DRAWING_BLUNDER, NEW_BELT_TRAVEL } from './nominal.ts'
import { givenCurves, unplacedCurves, type CurveFamily } from './possible-curves.ts'
import type { LengthPrior } from './posterior.ts'
import { COMMON_LENGTH_MM, reachPrior } from './reach-prior.ts'
import { drawnPathSays, type Said } from './said.ts'
import { meanOf, type Statement } from './statement.ts'
import { fitSituation, type FitSituation } from './verdict.ts'

/** What the reach of the adjuster rests on: the drawing, figures of the adjuster partly assumed, its own figures alone, or what such drives have. */
export type ReachFrom = 'geometry' | 'partly assumed' | 'adjuster' | 'kind' | 'fixed'

/** The curves there may be, what is believed of them before any reading, and what the drawing says as a reading of its own. */
export interface Knowledge {
  readonly family: CurveFamily
  readonly prior: LengthPrior
  readonly drawn: Statement | null
  /** What the drawing says alone, where it says it as a prior. */
  readonly drawing: { readonly length: Mm; readonly sigma: Mm } | null
  readonly reachFrom: ReachFrom
  readonly situation: FitSituation | undefined
}

export function knowledgeOf(
  all: SettledDrive,
  settled: SettledBelt,
  place: BeltPlace,
  said: readonly Said[],
): Knowledge {
  const { drive, places } = all
  const { adjuster, path } = settled
  const spread = geometrySpread(drive, settled, places)
  const told = spread === undefined ? undefined : Math.max(spread, LEAST_GEOMETRY_SIGMA_MM)
  const sigma = told === undefined ? undefined : told * place.survey.times
  const believed: LengthPrior = {
    around: null,
    scatter:
      told === undefined
        ? []
        : [
            ...place.survey.scales.map(({ times, share }) => ({
              sigma: told * times,
              share: share * (1 - DRAWING_BLUNDER),
            })),
            { sigma: BLUNDER_SIGMA_MM, share: DRAWING_BLUNDER },
          ],
  }
  if (place.u === null && path.ok) {
    const length = path.length + statedMinusCord(settled.belt.section)
    const curve = { prior: 1, centre: length, offsetAt: () => 0 }
    const drawing = sigma === undefined ? null : { length, sigma }
    return {
      family: givenCurves([curve]),
      prior: believed,
      drawn: null,
      drawing,
      reachFrom: 'fixed',
      situation: undefined,
    }
  }
  const u = place.u ?? NEW_BELT_TRAVEL
  const situation = fitSituation(settled)
  if (adjuster !== null && situation !== undefined && !isWhollyAssumed(adjuster.adjuster)) {
    const partly = isPartlyRead(adjuster.adjuster)
    const one = drawnCurve(situation, u)
    const curves = partly ? drawnFigureCurves(drive, settled, u) : one === null ? [] : [one]
    if (one !== null && curves.length > 0) {
      const scatter = partly
        ? momentsOf(curves.map(({ centre, prior }) => ({ value: centre ?? 0, weight: prior }))).sigma
        : 0
      const drawing = sigma === undefined ? null : { length: one.centre ?? 0, sigma: Math.hypot(sigma, scatter) }
      const reachFrom = partly ? ('partly assumed' as const) : ('geometry' as const)
      return { family: givenCurves(curves), prior: believed, drawn: null, drawing, reachFrom, situation }
    }
  }
  const stated = statedPath(drive, settled)
  const drawn = stated === undefined || sigma === undefined ? null : drawnPathSays(stated, sigma)
  const lengths = [...(drawn === null ? [] : [drawn]), ...said.flatMap(({ statement }) => statement ?? [])]
  const about = middleOf(lengths)
  const reach = reachPrior(adjuster?.adjuster ?? null, about ?? COMMON_LENGTH_MM)
  // Nobody tries belts on at random: where readings only bound the answer, it lies about those that were tried.
  const prior: LengthPrior =
    lengths.some(({ says }) => says === 'length') || about === null
      ? { around: null, scatter: [] }
      : { around: about, scatter: [{ sigma: BLUNDER_SIGMA_MM, share: 1 }] }
  return {
    family: unplacedCurves(reach, u),
    prior,
    drawn,
    drawing: null,
    reachFrom: reach.ofItsOwn ? 'adjuster' : 'kind',
    situation: undefined,
  }
}

/** mm. No drawing is better than this. */
const LEAST_GEOMETRY_SIGMA_MM = 0.3

/** The middle one of the lengths that statements speak of; null where there is none. */
function middleOf(statements: readonly Statement[]): Mm | null {
  const lengths = statements
    .flatMap((each) => (each.says === 'length' ? [meanOf(each.meant)] : each.bounds.map(({ than }) => than)))
    .toSorted((a, b) => a - b)
  return lengths[lengths.length >> 1] ?? null
}

/** Whether the length is held from both sides: by the drawing, by one reading that says it, or by bounds below and above. */
export function pinned(statements: readonly Statement[], { scatter, around }: LengthPrior): boolean {
  if (scatter.length > 0 && around === null) return true
  const sides = new Set(
    statements.flatMap((each) => (each.says === 'bounds' ? each.bounds.map(({ side }) => side) : [])),
  )
  return statements.some(({ says }) => says === 'length') || sides.size === 2
}
