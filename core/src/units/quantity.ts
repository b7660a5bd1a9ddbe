/**
 * Quantities with the unit in the type. The tag is optional, so a plain number may be given where a unit is
 * asked for, but one unit is refused where another is meant.
 */
type Quantity<Unit extends string> = number & { readonly unit?: Unit }

export type Mm = Quantity<'mm'>

export const MM_PER_INCH = 25.4

export function inches(mm: Mm): number {
  return mm / MM_PER_INCH
}

export function mmFromInches(value: number): Mm {
  return value * MM_PER_INCH
}

/** How lengths are shown: `mm`, or inches as fractions with the decimals beside them. */
export type LengthStyle = 'mm' | 'inch'
