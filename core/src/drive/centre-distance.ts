import type { DistanceKind } from './survey.ts'
import type { Mm } from '../units/quantity.ts'

/**
 * The distance between two centres that a reading comes to: a reading over both rims less the two radii, a gap between them
 * with the radii on top. Undefined where a radius is needed and not known, or where nothing is left.
 */
export function centreDistance(kind: DistanceKind, value: Mm, a: Mm | undefined, b: Mm | undefined): Mm | undefined {
  if (kind === 'centre') return value
  if (a === undefined || b === undefined) return undefined
  const centres = kind === 'outside' ? value - a - b : value + a + b
  return centres > 0 ? centres : undefined
}
