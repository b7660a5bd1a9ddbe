import { inches, type LengthStyle, type Mm } from './quantity.ts'

/** A real minus sign, and never a minus zero. */
function signed(value: number, decimals: number): string {
  const text = Math.abs(value).toFixed(decimals)
  return value < 0 && Number(text) !== 0 ? `−${text}` : text
}

/**
 * A length as whole inches and a fraction in lowest terms, to the nearest 1/`finest` (a power of two): `6 1/8`.
 */
export function inchFraction(mm: Mm, finest = 16): string {
  const parts = Math.round(Math.abs(inches(mm)) * finest)
  const sign = mm < 0 && parts > 0 ? '−' : ''
  const whole = Math.floor(parts / finest)
  let top = parts % finest
  let bottom = finest
  while (top > 0 && top % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  if (top === 0) return `${sign}${whole}`
  return whole === 0 ? `${sign}${top}/${bottom}` : `${sign}${whole} ${top}/${bottom}`
}

/** A length in millimetres, to a tenth unless said otherwise, without its unit. */
export function millimetres(mm: Mm, decimals = 1): string {
  return signed(mm, decimals)
}

export interface LengthFormat {
  readonly style: LengthStyle
  /** Places after the point in mm (default 1). */
  readonly decimals?: number
  /** The finest fraction of an inch (default 16). */
  readonly finest?: number
}

/** A length with its unit, for reading: `169.9 mm` or `6 11/16 in`. */
export function lengthText(mm: Mm, { style, decimals = 1, finest = 16 }: LengthFormat): string {
  return style === 'mm' ? `${millimetres(mm, decimals)} mm` : `${inchFraction(mm, finest)} in`
}

/** A length in inches as decimals, with its unit: what a caliper shows beside the fraction of a tape. */
export function inchDecimalText(mm: Mm, decimals = 3): string {
  return `${signed(inches(mm), decimals)} in`
}

/** A reading as it would be typed back: exact in mm, in inches a fraction where one fits and decimals to a
 * thousandth where none does. */
export function readingText(mm: Mm, style: LengthStyle): string {
  if (style === 'mm') return String(Math.round(mm * 1000) / 1000)
  const sixtyFourths = inches(mm) * 64
  const near = Math.abs(sixtyFourths - Math.round(sixtyFourths)) < 0.01
  return near ? `${inchFraction(mm, 64).replace('−', '-')}"` : `${Math.round(inches(mm) * 1000) / 1000}"`
}
