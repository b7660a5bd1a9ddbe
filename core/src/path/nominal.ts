/**
 * Nominal limits of the path: averages of published practice, not laws. A drive overrides the wraps shaft by shaft;
 * the screen says "nominal" wherever a verdict rests on one of these.
 */
import type { ShaftKind } from '../drive/shaft.ts'

/** mm that a span must stay clear of metal it does not touch. */
export const MIN_CLEARANCE_MM = 3

/** Teeth that must be in mesh before a toothed pulley may be loaded. */
export const MIN_TEETH_IN_MESH = 6

/** Share of its stated length by which a belt may differ from its path where its own adjuster does not make them agree. */
export const LENGTH_DOUBT_SHARE = 0.003

/** Degrees of wrap below which a pulley of this kind is warned about. */
export const MIN_WRAP_DEG: Readonly<Record<ShaftKind, number>> = {
  crank: 80,
  alternator: 100,
  generator: 90,
  'water-pump': 70,
  'power-steering': 80,
  'ac-compressor': 70,
  'air-pump': 70,
  fan: 70,
  'vacuum-pump': 70,
  supercharger: 110,
  idler: 15,
  tensioner: 20,
  jackshaft: 90,
  other: 60,
}

/** Travel nearer to the release stop than this leaves nothing to slacken (nominal). */
export const TIGHT_TRAVEL = 0.08

/** Travel of a new belt and of one at its end where the adjuster has no marks (nominal). */
export const NEW_TRAVEL = 0.35

export const END_TRAVEL = 0.95
