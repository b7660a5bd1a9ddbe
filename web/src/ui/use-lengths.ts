import { useMemo } from 'react'
import { inchDecimalText, inchFraction, lengthText, millimetres, type LengthStyle, type Mm } from '@emery/core/units'
import { usePreferences } from './preferences.ts'

/** How lengths are written on the screen, in the units the person has chosen. */
export interface Lengths {
  readonly style: LengthStyle
  readonly unit: 'mm' | 'in'
  /** `169.9 mm` or `6 11/16 in`. */
  readonly text: (mm: Mm) => string
  /** The same without its unit, for columns. */
  readonly bare: (mm: Mm) => string
  /** The other system's writing, to stand beside the first. */
  readonly other: (mm: Mm) => string
  /** To the least the trade can act on: a whole or half millimetre, a sixteenth. */
  readonly whole: (mm: Mm) => string
  /** A thousandth of an inch where a fraction says too little. */
  readonly fine: (mm: Mm) => string
}

export function lengthsIn(style: LengthStyle): Lengths {
  const text = (mm: Mm) => lengthText(mm, { style })
  return {
    style,
    unit: style === 'mm' ? 'mm' : 'in',
    text,
    bare: (mm) => (style === 'mm' ? millimetres(mm) : inchFraction(mm)),
    other: (mm) => lengthText(mm, { style: style === 'mm' ? 'inch' : 'mm' }),
    whole: (mm) => (style === 'mm' ? millimetres(mm, 0) : inchFraction(mm)),
    fine: (mm) => (style === 'mm' ? lengthText(mm, { style, decimals: 2 }) : inchDecimalText(mm)),
  }
}

export function useLengths(): Lengths {
  const style = usePreferences((state) => state.units)
  return useMemo(() => lengthsIn(style), [style])
}
