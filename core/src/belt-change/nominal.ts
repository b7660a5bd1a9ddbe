/** Nominal figures of the order of work: averages of published practice that stand in for what nobody has read. docs/mechanics/belt-change.md */

/** Minutes of driving until an engine and its belts are warm all through (nominal). */
export const WARM_MINUTES = 20

/** Minutes at idle after which a noise that comes at idle would have come (nominal). */
export const IDLE_MINUTES = 10

/** Longest that an engine may run cold while its water pump stands still, s (nominal). */
export const WITHOUT_PUMP_S = 60
