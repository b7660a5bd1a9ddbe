import { NEW_BELT_TRAVEL } from './nominal.ts'
import { kindOf } from '../adjusters/kinds.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'
import type { SettledBelt } from '../path/settle.ts'
import { statedMinusCord } from '../sections/families.ts'
import type { Mm } from '../units/quantity.ts'

export interface BeltWanted {
  /** Stated length, mm. */
  readonly length: Mm
  /** The adjuster's travel with a belt of that length; null for fixed centres. */
  readonly u: number | null
  /** What the travel rests on: the adjuster's own marks, a nominal value, or fixed centres. */
  readonly restsOn: 'marks' | 'nominal' | 'fixed'
}

/** Travel a new belt should stand at: half-way between the first and the nominal mark, or NEW_BELT_TRAVEL without marks. */
export function newBeltTravel(adjuster: Adjuster): { readonly u: number; readonly restsOn: 'marks' | 'nominal' } {
  const marks = kindOf(adjuster).marks(adjuster)
  return marks === undefined
    ? { u: NEW_BELT_TRAVEL, restsOn: 'nominal' }
    : { u: (marks.min + marks.nominal) / 2, restsOn: 'marks' }
}

/** The belt a drive wants, from its geometry alone; undefined where there is no path to measure. */
export function beltWanted({ belt, path, adjuster }: SettledBelt): BeltWanted | undefined {
  if (adjuster === null) {
    return path.ok ? { length: path.length + statedMinusCord(belt.section), u: null, restsOn: 'fixed' } : undefined
  }
  const { u, restsOn } = newBeltTravel(adjuster.adjuster)
  const wanted = adjuster.lengthAt(u)
  return wanted === undefined ? undefined : { length: wanted.length, u, restsOn }
}
