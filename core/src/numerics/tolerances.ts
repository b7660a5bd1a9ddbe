/**
 * Every tolerance of the core, with its unit and what it is for. None of them can be changed by a caller:
 * a tolerance that the user may set is a rule of the workshop and stands with the other nominal values instead.
 */

/** mm of stated length. How closely an adjuster's place is solved; far below anything a tape can read. */
export const LENGTH_SOLVED_MM = 1e-9

/** Adjuster travel (0 to 1). Where a turning point or the end of a usable stretch counts as found. */
export const TRAVEL_SOLVED = 1e-10

/** Adjuster travel (0 to 1). Belts that move each other's pulleys are settled when no adjuster moves more than this. */
export const TRAVEL_SETTLED = 1e-11

/** Sweeps over belts that move each other's pulleys. Real drives have one such pair at most and settle in under ten. */
export const SETTLING_SWEEPS = 60

/** Iterations of a bracketed root; bisection alone reaches 1e-16 of the bracket in 54. */
export const ROOT_ITERATIONS = 80

/** Radians. A wrap this close below a full turn is a span that only touches its pulley: zero wrap, not 360°. */
export const WRAP_ZERO_RAD = 1e-9

/** Share of the two spans' lengths. A crossing nearer than this to an end is the two spans meeting at a pulley. */
export const CROSSING_END_SHARE = 1e-9

/** Places along an adjuster's travel at which L(u) is looked at before it is called monotone. */
export const TRAVEL_SAMPLES = 17

/** mm. An endless belt's teeth are counted; half a tooth is 4 mm and more, a catalogue rounds to 0.1 mm. */
export const TOOTH_COUNT_MM = 0.2

/** Share. Two ratios for one shaft further apart than this cannot both be true (domain of the speeds model). */
export const RATIO_FIGHT_SHARE = 0.005

/** Share of the last step's cost. A least-squares fit whose cost falls by less than this has settled. */
export const FIT_SETTLED_SHARE = 1e-10

/** Steps of a least-squares fit; well-posed surveys settle in under ten. */
export const PLAN_STEPS = 60

/** Share of the largest singular value below which a direction counts as not held by any reading. */
export const RANK_SHARE = 1e-7

/** Share of a unit null vector that a pulley must carry to count as free to move. */
export const FREE_SHARE = 1e-3
