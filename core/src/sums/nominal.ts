/** Nominal figures of sums without a drive: averages of published practice that stand in for what nobody has read. docs/mechanics/sums.md */

/** A belt's length where nobody says, mm (nominal): what a press stretches is shared with the whole belt. */
export const USUAL_BELT_MM = 1500

/** Angle between the flanks of a common V pulley, degrees (nominal). */
export const USUAL_FLANK_DEG = 36
