/** Nominal figures of belt lengths: averages of published practice that stand in for what nobody has read. docs/mechanics/length.md */
import type { Aid } from '../drive/length-reading.ts'
import type { PlacedHow } from '../drive/shaft.ts'
import type { Mm } from '../units/quantity.ts'

/** Travel at which a new belt should stand where the adjuster has no marks (nominal): room left for stretch and wear. */
export const NEW_BELT_TRAVEL = 0.25

/** Standard deviation of a diameter that was read, mm (nominal). */
export const DIAMETER_SIGMA_MM = 0.5

/** Standard deviation of each coordinate of a place, by how it was found, where the survey does not say; mm (nominal). */
export const PLACE_SIGMA_MM: Readonly<Record<PlacedHow, Mm>> = { typed: 1, dragged: 3, photo: 2, distances: 1, file: 1 }

/** The same for a place of which nobody said how it was found, mm (nominal). */
export const UNTOLD_SIGMA_MM = 1

/** mm by which a belt's back can be eased over a plain rim with a wedge of wood or plastic (nominal). */
export const EASED_MM = 1.5

/** Share of its length that an adjuster of which nothing is known takes up (nominal), and how uncertain that is. */
export const UNKNOWN_REACH_SHARE = 0.03

/** Standard deviation of an old belt measured off the engine, and of what its label says; mm (nominal). */
export const OLD_BELT_SIGMA_MM = 4

/** Standard deviation of a belt's length about its mark, mm (nominal). */
export const TRIAL_SIGMA_MM = 1

/** Standard deviation of the travel by how it was read; degrees, mm and shims are turned into travel (nominal). */
export const TRAVEL_SIGMA = { travel: 0.05, pointer: 0.03 } as const

/** Shares by which a belt grows (nominal): once it has seated itself, and by the end of its life. */
export const SEATED_SHARE = 0.0015

/** mm that a V belt's top lies below the rim when it is due (nominal): the sinking that the adjuster has to take up. */
export const END_OF_LIFE_RIDE_MM = 2

/**
 * Static tension per rib, per V belt or per 25.4 mm of toothed belt on fixed centres, N (nominal): below the first the belt
 * is slack for its work, above the last it is more than bearings and hands should take; the middle pair is what is wanted.
 */
export const FIXED_TENSION = {
  'multi-rib': { slack: 60, from: 100, to: 220, max: 300 },
  vee: { slack: 120, from: 200, to: 480, max: 700 },
  toothed: { slack: 60, from: 120, to: 400, max: 600 },
} as const

interface AidFigures {
  readonly sigma: Mm
  readonly stretch: number
  /** Thickness to start from, mm. */
  readonly usual: Mm
}

/** How well each aid does (nominal): its standard deviation, how much it gives, how thick it usually is. */
export const AID_FIGURES: Readonly<Record<Aid, AidFigures>> = {
  strap: { sigma: 3, stretch: 0, usual: 2 },
  tape: { sigma: 3, stretch: 0, usual: 0.3 },
  wire: { sigma: 5, stretch: 0, usual: 1.5 },
  string: { sigma: 8, stretch: 0.008, usual: 2 },
  rope: { sigma: 8, stretch: 0.008, usual: 6 },
  oldbelt: { sigma: 4, stretch: 0, usual: 0 },
}
