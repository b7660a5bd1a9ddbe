import { kindOf } from '../adjusters/kinds.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'

/** Travel nearer to the release stop than this leaves nothing to slacken (nominal). */
const TIGHT_TRAVEL = 0.08
/** Travel of a new belt and of one at its end where the adjuster has no marks (nominal). */
const NEW_TRAVEL = 0.35
const END_TRAVEL = 0.95

/** Where an adjuster may stand: with a new belt, and at the end of the belt's life. */
export interface TravelLimits {
  readonly newFrom: number
  readonly newTo: number
  readonly endTo: number
  readonly restsOn: 'marks' | 'nominal'
}

export function travelLimits(adjuster: Adjuster | null): TravelLimits {
  const marks = adjuster === null ? undefined : kindOf(adjuster).marks(adjuster)
  if (marks !== undefined)
    return {
      newFrom: Math.max(marks.min, TIGHT_TRAVEL),
      newTo: marks.nominal,
      endTo: marks.max,
      restsOn: 'marks',
    }
  return { newFrom: TIGHT_TRAVEL, newTo: NEW_TRAVEL, endTo: END_TRAVEL, restsOn: 'nominal' }
}
