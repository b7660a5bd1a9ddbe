/** Nominal figures of practice: from where on something shows to a hand or an eye, and how well hands read. docs/mechanics/practice.md */

/** mm and degrees from which something shows to the hand and eye; shares of what should be from which a reading is off (nominal). */
export const OUT_MM = 1
export const LEANS_DEG = 1
export const PLAY_MM = 0.8
export const WOBBLES_DEG = 0.8
export const JUMPS_DEG = 3.6
export const LOW = 0.75
export const HIGH = 1.35
export const LITTLE_LOUDER = 0.12
/** W of slip that burns a belt. */
export const BURNS = 150

/** mm that a strap laid round is off by (nominal). */
export const STRAP_SIGMA = 1.5

/** mm within which a pulley counts as in line, and that a straightedge reads to (nominal). */
export const IN_LINE = 0.5
export const EDGE_SIGMA = 0.12

/** mm of belt that one turn takes up (nominal). */
export const TAKES_UP = 1.2
