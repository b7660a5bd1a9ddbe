import type { Standing } from '@emery/core/length'
import { isSprung } from '@emery/core/adjusters'
import type { SettledBelt } from '@emery/core/path'

/** A place at which an adjuster can be seen to stand, in the words of whoever looks. */
export interface StandingChoice extends Standing {
  readonly words: string
}

const marks = (words: string, place: number): StandingChoice => ({ words, scale: 'marks', place })
const travel = (words: string, place: number): StandingChoice => ({ words, scale: 'travel', place })

/** A spring arm has marks of its own, which hold even where nothing else of the drive is known. */
const BY_MARKS = [
  marks('before the first mark', 0.5),
  marks('at the first mark', 1),
  marks('between first mark and middle', 1.5),
  marks('at the middle mark', 2),
  marks('between middle and last mark', 2.5),
  marks('at or past the last mark', 3.2),
]

const BY_TRAVEL = [
  travel('near its slack end', 0.05),
  travel('a quarter of the way', 0.25),
  travel('half-way', 0.5),
  travel('three quarters of the way', 0.75),
  travel('near its tight end', 0.95),
]

/** What takes a belt up: an arm with marks, an adjuster set by hand, or nothing. */
export function standingChoices({ adjuster }: SettledBelt, unhung: boolean): readonly StandingChoice[] {
  if (adjuster === null) return unhung ? BY_MARKS : []
  return isSprung(adjuster.adjuster) ? BY_MARKS : BY_TRAVEL
}

/** What is looked at: the arm of a tensioner, or whatever else takes the belt up. */
export function adjusterWord({ adjuster }: SettledBelt): string {
  return adjuster === null || isSprung(adjuster.adjuster) ? 'arm' : 'adjuster'
}
