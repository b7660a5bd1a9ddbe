/** Nominal figures of belt-line parts: averages of published practice that stand in for what nobody has read. docs/mechanics/alignment.md */

/** mm that a pulley’s rear rim must keep from block or head (nominal): what an engine shakes, and a little. */
export const BELT_LINE_CLEARANCE = 3

/** mm that a belt must keep from the edge of a smooth face (nominal). */
export const SMOOTH_EDGE = 1

/** mm by which a belt may run off the middle of a smooth face of which nobody has read the width (nominal). */
export const SLACK_OF_UNREAD = 2

/** Ways of putting one shaft together that are gone through at most. */
export const MAX_CHOICES = 5000

/** mm by which a belt line may lie to either side of the common one (nominal). */
export const LINE_WITHIN = 0.5
