/** Nominal figures of belt lengths: averages of published practice that stand in for what nobody has read. docs/mechanics/length.md */
import type { Aid, AidLay } from '../drive/length-reading.ts'
import type { PlacedHow } from '../drive/shaft.ts'
import type { Mm } from '../units/quantity.ts'

/** Travel at which a new belt should stand where the adjuster has no marks (nominal): room left for stretch and wear. */
export const NEW_BELT_TRAVEL = 0.25

/** Standard deviation of a diameter by what it was measured with, mm, and where nobody has said (nominal). */
export const DIAMETER_SIGMA_MM = { caliper: 0.2, round: 0.5, across: 1, eye: 3, unsaid: 0.5 } as const

/** Standard deviation of each coordinate of a place, by how it was found, where the survey does not say; mm (nominal). */
export const PLACE_SIGMA_MM: Readonly<Record<PlacedHow, Mm>> = { typed: 1, dragged: 3, photo: 2, distances: 1, file: 1 }

/** The same for a place of which nobody said how it was found, mm (nominal). */
export const UNTOLD_SIGMA_MM = 1

/** mm by which a belt's back can be eased over a plain rim with a wedge of wood or plastic (nominal). */
export const EASED_MM = 1.5

/** Standard deviation of an old belt measured off the engine, and of what its label says; mm (nominal). */
export const OLD_BELT_SIGMA_MM = 4
export const LABEL_SIGMA_MM = 2

/** Standard deviation of a belt's length about its mark, mm, by its maker's class (nominal). */
export const MARK_SIGMA_MM = { matched: 0.5, first: 1, other: 2, unknown: 1.5 } as const

/** The same of a belt that was tried on, of which nobody asks, and of a V belt longer than LONG_VEE_MM (nominal). */
export const TRIAL_SIGMA_MM = 1
export const LONG_VEE_SIGMA_MM = 3
export const LONG_VEE_MM = 2500

/** Standard deviation of the travel by how it was read (nominal). */
export const TRAVEL_SIGMA = { travel: 0.05, pointer: 0.03 } as const

/** The same of degrees, mm and shims, each in its own unit (nominal). */
export const PLACE_SIGMA = { deg: 2, mm: 1, shims: 0.5 } as const

/** Travel at a tensioner's marks where nobody has read them: a new belt stands half-way between the first two (nominal). */
export const NOMINAL_MARKS = { min: 0.1, nominal: 0.4, max: 0.95 } as const

/** Standard deviation of a place somewhere between two marks, as a share of the way between them: anywhere is as likely. */
export const MARK_BAND_SHARE = 1 / Math.sqrt(12)

/** mm of slack without which a belt does not go over its last rim, where no size of it is known (nominal). */
export const UNKNOWN_NEED = {
  plain: { mean: 0, sigma: 0.5 },
  'multi-rib': { mean: 2, sigma: 2.5 },
  vee: { mean: 0, sigma: 0.5 },
  toothed: { mean: 3, sigma: 2 },
} as const

/** Turns on a belt's back at each pulley that it meets there, where the drive is not measured, and their standard deviation (nominal). */
export const BACK_TURNS = { each: 0.27, sigma: 0.13 } as const

/** The same where not even the route is known. */
export const UNROUTED_BACK_TURNS = { mean: 0.35, sigma: 0.3 } as const

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

/** Standard deviations of figures of an adjuster that were put there for a picture, and that nobody has read (nominal). */
export const ASSUMED_SIGMA = { angle: 12, point: 12, share: 0.2, least: 3 } as const

/** How likely a drawing is to be far off altogether: a pulley left out, one taken for another (nominal). */
export const DRAWING_BLUNDER = 0.01

/** How likely a reading is to be a blunder before anything else is known: misread, mistaken, of another belt (nominal). */
export const BLUNDER = 0.05

/** Standard deviation of what a blunder says, mm (nominal): next to nothing. */
export const BLUNDER_SIGMA_MM = 60

/** How careful people are, before their readings are compared (nominal): mostly as they say, at times less than half as much. */
export const SURVEY_CARE = [
  { times: 1, share: 0.7 },
  { times: 2.4, share: 0.22 },
  { times: 5, share: 0.06 },
  { times: 12, share: 0.02 },
] as const

/** How a round aid may have lain in grooves where nobody said, and how often it does (nominal); a strap lies on the rims. */
export const LAY_SHARES: Readonly<Partial<Record<Aid, readonly { readonly lay: AidLay; readonly share: number }[]>>> = {
  string: [
    { lay: 'groove', share: 0.35 },
    { lay: 'flanks', share: 0.35 },
    { lay: 'rims', share: 0.3 },
  ],
  wire: [
    { lay: 'groove', share: 0.35 },
    { lay: 'flanks', share: 0.35 },
    { lay: 'rims', share: 0.3 },
  ],
  rope: [
    { lay: 'groove', share: 0.25 },
    { lay: 'flanks', share: 0.375 },
    { lay: 'rims', share: 0.375 },
  ],
}
