/** mm that one turn of a coarse screw gives (nominal). */
export const SCREW_PER_TURN = 1.25
/** mm that one turn of a rod with a thread at either end gives (nominal). */
export const ROD_PER_TURN = 3
