import { type LengthStyle, type Mm, mmFromInches } from './quantity.ts'

export interface LengthRead {
  readonly ok: true
  readonly mm: Mm
  /** What was understood, in the unit it was written in: `6 1/8 in`. */
  readonly understood: string
}

export interface LengthNotRead {
  readonly ok: false
  /** One sentence: what was understood, or what could not be. */
  readonly message: string
}

type Unit = 'mm' | 'cm' | 'in' | 'thou'

const UNIT_WORDS: readonly (readonly [RegExp, Unit])[] = [
  [/^(mm|millimet(?:er|re)s?)$/, 'mm'],
  [/^(cm|centimet(?:er|re)s?)$/, 'cm'],
  [/^("|''|in|ins|inch|inches)$/, 'in'],
  [/^(thou|mil|mils)$/, 'thou'],
]

const TO_MM: Readonly<Record<Unit, (value: number) => Mm>> = {
  mm: (value) => value,
  cm: (value) => value * 10,
  in: mmFromInches,
  thou: (value) => mmFromInches(value / 1000),
}

const FRACTION_SIGNS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
}

const EXAMPLES = `Write it like 169.9, 6 11/16" or 45 thou.`

const refused = (message: string): LengthNotRead => ({ ok: false, message })

/**
 * Reads a length as people write it: `6 11/16`, `6-11/16"`, `.045`, `45 thou`, `169,9 mm`, `17 cm`, `6⅛`.
 * A fraction is always inches; a bare number is in `bare`. Anything that could mean two things is refused
 * with what was understood.
 */
export function parseLength(text: string, bare: LengthStyle): LengthRead | LengthNotRead {
  const tidy = tidied(text)
  if (tidy === '') return refused('Nothing is written here.')
  const parts = /^([+-]?)([\d.,/\s-]+?)\s*([a-z"']*)$/.exec(tidy)
  if (parts === null) return refused(`“${text.trim()}” is not a length. ${EXAMPLES}`)
  const [, sign = '', digits = '', word = ''] = parts
  const unit = word === '' ? undefined : UNIT_WORDS.find(([pattern]) => pattern.test(word))?.[1]
  if (word !== '' && unit === undefined) return refused(`“${word}” is not a known unit: mm, cm, inch or thou.`)

  const amount = digits.includes('/') ? readFraction(digits, text.trim()) : readDecimal(digits, text.trim())
  if (!amount.ok) return amount
  if (digits.includes('/') && unit !== undefined && unit !== 'in') {
    return refused(`“${text.trim()}” mixes a fraction with ${unit}; fractions are inches.`)
  }
  const meant: Unit = unit ?? (digits.includes('/') || bare === 'inch' ? 'in' : 'mm')
  const value = sign === '-' ? -amount.value : amount.value
  const written = `${sign === '-' ? '−' : ''}${amount.written}`
  return { ok: true, mm: TO_MM[meant](value), understood: `${written} ${meant}` }
}

function tidied(text: string): string {
  return text
    .trim()
    .toLowerCase()
    .replace(/[”“″]/g, '"')
    .replace(/[−–—]/g, '-')
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (sign) => ` ${FRACTION_SIGNS[sign] ?? ''}`)
    .replace(/\s+/g, ' ')
    .trim()
}

type Amount = { readonly ok: true; readonly value: number; readonly written: string } | LengthNotRead

function readFraction(digits: string, original: string): Amount {
  const match = /^(?:(\d+)(?:\s*-\s*|\s+))?(\d+)\s*\/\s*(\d+)$/.exec(digits.trim())
  if (match === null) return refused(`“${original}” is not a fraction. ${EXAMPLES}`)
  const [, whole, top, bottom] = match
  const denominator = Number(bottom)
  if (denominator === 0) return refused(`“${original}” divides by zero.`)
  const share = Number(top) / denominator
  if (whole !== undefined && share >= 1)
    return refused(`In “${original}” the fraction ${top}/${bottom} is a whole inch or more.`)
  return {
    ok: true,
    value: Number(whole ?? 0) + share,
    written: `${whole === undefined ? '' : `${whole} `}${top}/${bottom}`,
  }
}

function readDecimal(digits: string, original: string): Amount {
  const compact = digits.trim()
  if (/^\d{1,3},\d{3}$/.test(compact)) {
    const without = compact.replace(',', '')
    return refused(`“${original}” could be ${compact.replace(',', '.')} or ${without}. Write it without the comma.`)
  }
  const match = /^(\d+(?:[.,]\d*)?|[.,]\d+)$/.exec(compact)
  if (match === null) return refused(`“${original}” is not one number. ${EXAMPLES}`)
  const written = compact.replace(',', '.')
  return { ok: true, value: Number(written), written: String(Number(written)) }
}
