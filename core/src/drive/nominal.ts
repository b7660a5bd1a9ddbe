/** Nominal figures of a drive that has just been begun: averages of published practice that stand in for what nobody has read. docs/mechanics/limitations.md */

/** Standard deviation of a tape between two rims, mm (nominal). */
export const TAPE_SIGMA_MM = 1
/** The same of a caliper, and of what was read loosely: by eye, round a hose, to where a bolt might be (nominal). */
export const CALIPER_SIGMA_MM = 0.2
export const LOOSE_SIGMA_MM = 3

/** Engine speeds a new drive starts from (nominal); they are the engine's own and stand to be changed. */
export const NOMINAL_SPEEDS = { idleRpm: 800, cruiseRpm: 2200, maxRpm: 5000 } as const

/** Width of a toothed face nobody has measured, mm: one inch (nominal). */
export const NOMINAL_TOOTHED_WIDTH = 25.4
