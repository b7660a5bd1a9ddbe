/** Nominal figures of what is measured on a pulley: averages of published practice that stand in for what nobody has read. docs/mechanics/readings.md */

/** Rounding at the tips of a multi-rib pulley's grooves, mm (nominal). */
export const TIP_RADIUS_MM = 0.25
