/** Nominal figures of places found from distances and photographs: averages of published practice that stand in for what nobody has read. docs/mechanics/survey.md */

/** Standard deviation of a mark set with a finger or a pen on the screen, pixels of the picture (nominal). */
export const MARK_SIGMA_PX = 1.5

/** Focal length of a telephone's usual lens, as a share of the picture's longer side (nominal). */
export const FOCAL_SHARE = 0.75

/** How far rims of one drive stand before or behind that of the crank where nobody has said so, standard deviation, mm (nominal). */
export const AHEAD_SIGMA_MM = 5

/** Standard deviations of a known diameter and a known distance, mm (nominal). */
export const DIAMETER_SIGMA_MM = 0.5

export const DISTANCE_SIGMA_MM = 1
