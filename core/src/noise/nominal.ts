/** Nominal figures of noises: averages of published practice that stand in for what nobody has read. docs/mechanics/noise.md */

import type { Need } from './knowledge-file.ts'

/** km that a belt counts as new for; where nobody read the distance, days within which it surely is and after which it is not (nominal). */
export const NEW_FOR_KM = 1000

export const NEW_FOR_DAYS = 30

export const OLD_AFTER_DAYS = 180

/** Faults that are there at once, on average, before anything is asked (nominal): one as a rule, two in a quarter of all jobs. */
export const FAULTS_AT_ONCE = 0.8

/** How much less common it is that nothing at all is wrong with a drive that somebody complains of (nominal). */
export const NOTHING_WRONG = 0.05

/** How much less common a cause is on a drive that seems to have no such part: it may only not be drawn (nominal). */
export const NOT_DRAWN = 0.02

/** Share of drives that have what a test needs, for a drive of which nobody has said (nominal). */
export const HAS_PART: Readonly<Record<Need, number>> = {
  arm: 0.75,
  byHand: 0.4,
  narrow: 0.25,
  vee: 0.25,
  teeth: 0.03,
  clutch: 0.4,
  pair: 0.08,
}

/** A finding whose false alarm is no more common is not outvoted by symptoms: its cause is there with at least `FOUND_SURELY`. A choice of ours. */
export const RARE_ALARM = 0.002

export const FOUND_SURELY = 0.95

/** A cause that a finding shows counts as found from this probability on. A choice of ours. */
export const FOUND = 0.8

/** Share of a fault’s outcomes from which it explains another’s finding as well (nominal). */
export const EXPLAINS_AS_WELL = 0.3

/** Share by which a repetition may lie beside what keeps time with it (nominal): how well an engine’s speed is read. */
export const KEEPS_TIME = 0.03
