/** Units a person may choose for what is kept in another: forces in N, torques in N·m, distances in km. */

/** What is kept in one unit and may be shown in others, the kept one first. */
export const SHOWN_UNITS = {
  force: ['N', 'lbf', 'kgf'],
  torque: ['N·m', 'lb·ft'],
  distance: ['km', 'miles'],
} as const
export type ShownQuantity = keyof typeof SHOWN_UNITS
export type ShownUnit<Of extends ShownQuantity = ShownQuantity> = (typeof SHOWN_UNITS)[Of][number]
export type ShownUnits = { readonly [Of in ShownQuantity]: ShownUnit<Of> }

/** How much of the kept unit one of a unit is: the pound-force by definition 0.45359237 kg · 9.80665 m/s², the foot 0.3048 m, the mile 1.609344 km. */
export const UNIT_WORTH: Readonly<Record<ShownUnit, number>> = {
  N: 1,
  lbf: 4.4482216152605,
  kgf: 9.80665,
  'N·m': 1,
  'lb·ft': 1.3558179483314,
  km: 1,
  miles: 1.609344,
}

/** Everything as it is kept. */
export const KEPT_UNITS: ShownUnits = { force: 'N', torque: 'N·m', distance: 'km' }

/** The quantity that is kept in a unit; undefined for a unit that is shown as it is. */
export function quantityKeptIn(unit: string): ShownQuantity | undefined {
  return (Object.keys(SHOWN_UNITS) as ShownQuantity[]).find((quantity) => SHOWN_UNITS[quantity][0] === unit)
}

/** A kept value in a unit that is shown. */
export function inShownUnit(kept: number, unit: ShownUnit): number {
  return kept / UNIT_WORTH[unit]
}

/** A value in a unit that is shown, as it is kept. */
export function fromShownUnit(shown: number, unit: ShownUnit): number {
  return shown * UNIT_WORTH[unit]
}

/** Decimals that say no less than a whole newton, a tenth of a newton metre and a whole kilometre do. */
const DECIMALS: Readonly<Record<ShownUnit, number>> = {
  N: 0,
  lbf: 0,
  kgf: 1,
  'N·m': 1,
  'lb·ft': 1,
  km: 0,
  miles: 0,
}

/** A kept value as it is written in a unit, thousands set apart: `142`, `14.5`, `182,400`. */
export function shownText(kept: number, unit: ShownUnit): string {
  const digits = DECIMALS[unit]
  return inShownUnit(kept, unit).toLocaleString('en-GB', {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
    useGrouping: unit === 'km' || unit === 'miles',
  })
}
