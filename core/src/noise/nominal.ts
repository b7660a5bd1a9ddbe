/** Nominal figures of noises: averages of published practice that stand in for what nobody has read. docs/mechanics/noise.md */

/** km that a belt counts as new for; where nobody read the distance, days within which it surely is and after which it is not (nominal). */
export const NEW_FOR_KM = 1000

export const NEW_FOR_DAYS = 30

export const OLD_AFTER_DAYS = 180

/** Share by which a repetition may lie beside what keeps time with it (nominal): how well an engine’s speed is read. */
export const KEEPS_TIME = 0.03
