import { kindOf } from '../adjusters/kinds.ts'
import type { AdjusterMarks } from '../adjusters/adjuster-kind.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'
import { TIGHT_TRAVEL, NEW_TRAVEL, END_TRAVEL } from './nominal.ts'

/** Where an adjuster may stand: with a new belt, and at the end of the belt's life. */
export interface TravelLimits {
  readonly newFrom: number
  readonly newTo: number
  readonly endTo: number
  readonly restsOn: 'marks' | 'nominal'
}

/** The limits of an adjuster: its own marks, or nominal ones where it has none. */
export function travelLimits(adjuster: Adjuster | null): TravelLimits {
  return limitsByMarks(adjuster === null ? undefined : kindOf(adjuster).marks(adjuster))
}

export function limitsByMarks(marks: AdjusterMarks | undefined): TravelLimits {
  if (marks === undefined) return { newFrom: TIGHT_TRAVEL, newTo: NEW_TRAVEL, endTo: END_TRAVEL, restsOn: 'nominal' }
  return { newFrom: Math.max(marks.min, TIGHT_TRAVEL), newTo: marks.nominal, endTo: marks.max, restsOn: 'marks' }
}
