/** Nominal figures of belt-line parts: averages of published practice that stand in for what nobody has read. docs/mechanics/alignment.md */

/** mm that a pulley’s rear rim must keep from block or head (nominal): what an engine shakes, and a little. */
export const BELT_LINE_CLEARANCE = 3

/** mm by which a belt line may lie to either side of the common one (nominal). */
export const LINE_WITHIN = 0.5
