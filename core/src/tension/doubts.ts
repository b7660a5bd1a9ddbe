/** Readings of tension that were probably meant otherwise: in another unit, or an octave off. docs/mechanics/tension.md */
import { SHOWN_UNITS, UNIT_WORTH, type ShownUnit } from '../units/shown-units.ts'
import { DOUBTED, PROBABLE } from './nominal.ts'

/** A unit of force that a gauge may be marked in. */
export type ForceUnit = ShownUnit<'force'>

export interface UnitDoubt {
  /** The unit that the gauge is probably marked in. */
  readonly unit: ForceUnit
  /** What was typed becomes this many times as much, in the kept unit. */
  readonly by: number
}

/**
 * The unit in which a figure of force was probably read, though another was typed: where what it comes to is far from what is wanted, and near it in
 * that unit. Null where the figure may well be right: a belt can be that loose or that tight.
 *
 * @param comesTo N at rest that the figure comes to when it is `by` times as much.
 * @param typed the unit in which it was typed.
 */
export function unitDoubt(comesTo: (by: number) => number, typed: ForceUnit, wanted: number): UnitDoubt | null {
  if (!isFar(comesTo(1) / wanted)) return null
  const others = SHOWN_UNITS.force
    .filter((unit) => unit !== typed)
    .map((unit) => ({ unit, by: UNIT_WORTH[unit] / UNIT_WORTH[typed] }))
    .map((each) => ({ ...each, off: Math.abs(Math.log(comesTo(each.by) / wanted)) }))
    .filter(({ off }) => off <= Math.log(PROBABLE))
  const [nearest] = others.toSorted((a, b) => a.off - b.off)
  return nearest === undefined ? null : { unit: nearest.unit, by: nearest.by }
}

/**
 * Hz that were probably meant where a pitch lies an octave from what is wanted: the second harmonic is easily taken for the first. Null where the
 * pitch may well be right.
 */
export function octaveDoubt(frequency: number, wanted: number): number | null {
  const meant = [frequency / 2, 2 * frequency].find(
    (each) => Math.abs(Math.log(each / wanted)) <= Math.log(PROBABLE) / 2,
  )
  return meant === undefined || !isFar((frequency / wanted) ** 2) ? null : meant
}

function isFar(share: number): boolean {
  return !(share > 1 / DOUBTED && share < DOUBTED)
}
