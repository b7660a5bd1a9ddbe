/** Nominal figures of a drive that runs: averages of published practice that stand in for what nobody has read. docs/mechanics/running.md */
import type { ShaftKind } from '../drive/shaft.ts'

/** kg·m² that turns with a part's pulley, its clutch engaged, until its own is read (nominal). An alternator's is a rule of the workshop. */
export const INERTIA: Readonly<Record<Exclude<ShaftKind, 'crank' | 'alternator'>, number>> = {
  generator: 0.004,
  'water-pump': 0.0008,
  'power-steering': 0.0007,
  'ac-compressor': 0.0045,
  'air-pump': 0.001,
  fan: 0.02,
  'vacuum-pump': 0.0006,
  supercharger: 0.003,
  idler: 0.0002,
  tensioner: 0.0002,
  jackshaft: 0.0015,
  other: 0.001,
}

/** kg·m² of a pulley alone, beside what its clutch lets run on (nominal). */
export const PULLEY_INERTIA = 0.0004

/** Four-stroke engine with four cylinders, until somebody says otherwise (nominal). */
export const CYLINDERS = 4
export const STROKES = 4

/**
 * Swing of the crank's speed with every firing at 800 rpm with four cylinders, peak to peak over its mean (nominal). It falls with the square of the
 * speed, and with the square of how often the engine fires in a turn.
 */
export const IRREGULARITY = { share: 0.03, atRpm: 800, perTurn: 2 } as const

/** rpm a second by which an engine out of gear slows down (nominal), and seconds over which it comes to the speed it is asked for. */
export const FALLS_BY = 2500
export const COMES_WITHIN = 0.15

/** Seconds within which a part takes up a load that is switched on (nominal). */
export const LOAD_COMES_WITHIN = 0.2

/** kg that swings at the end of a tensioner's arm, its pulley included (nominal). */
export const ARM_MASS = 0.55

/** Damping of an arm on its belt, as a share of what would keep it from swinging at all (nominal). */
export const ARM_DAMPING = 0.12

/** Damping of what twists in a sprung pulley, and of a span that swings, likewise (nominal). */
export const TWIST_DAMPING = 0.15
export const SPAN_DAMPING = 0.012

/** N·m for a radian of twist: of the spring in a decoupler, and of a one-way clutch, which hardly gives (nominal). */
export const TWIST = { decoupler: 18, 'one-way': 400 } as const

/** Share of the friction at rest that is left while a belt slips (nominal): with it slip comes and goes, and sounds. */
export const SLIDING_SHARE = 0.88

/** mm by which a pulley runs out (nominal), and by which a span bows at rest because the belt is stiff. */
export const RUN_OUT = 0.04
export const BOW = 0.15

/** rad/s below which what resists a turn fades, so that it turns nothing back. */
export const STALLS_BELOW = 4

/** Degrees of entry from which ribs no longer slide in quietly, times the square of the friction they have left (nominal). */
export const CHIRPS_FROM = 0.75
/** m/s of belt at which ribs have half lost the time to catch (nominal). */
export const CATCHES_BELOW = 14
/** W of slip that are just heard, and as loud as it gets (nominal). */
export const SLIP_HEARD = 4
export const SLIP_LOUDEST = 1500
/** Times the usual setting from which bearings whine (nominal). */
export const WHINES_FROM = 1.7
/** m that a span has to swing to be heard, and that is as loud as it gets (nominal). */
export const SLAPS = [0.005, 0.02] as const
/** Degrees, from peak to peak, by which an arm nods before it rattles (nominal). */
export const RATTLES = [5, 12] as const
/** N on a pulley at which one with play leans as far as it can (nominal). */
export const ROCKS_AT = 1200
