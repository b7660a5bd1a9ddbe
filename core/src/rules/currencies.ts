/** The currency of a workshop's prices, by its number in ISO 4217: a rule is a number. */
import type { Rule } from './rule.ts'

export const CURRENCY_KEY = 'shop.currency'

/** No prices: nobody has chosen a currency. */
const NONE = 0

/** Those of ISO 4217 in which most workshops reckon; the standard’s numbers and letters. */
const CODES: Readonly<Record<number, string>> = {
  978: 'EUR',
  840: 'USD',
  826: 'GBP',
  756: 'CHF',
  752: 'SEK',
  578: 'NOK',
  208: 'DKK',
  985: 'PLN',
  203: 'CZK',
  348: 'HUF',
  946: 'RON',
  949: 'TRY',
  124: 'CAD',
  36: 'AUD',
  554: 'NZD',
  710: 'ZAR',
  356: 'INR',
  392: 'JPY',
  986: 'BRL',
  484: 'MXN',
}

export const CURRENCY_RULE: Rule = {
  key: CURRENCY_KEY,
  group: 'shop',
  subject: 'Prices',
  what: 'currency',
  unit: 'choice',
  nominal: NONE,
  min: NONE,
  max: 999,
  choices: [
    { value: NONE, label: 'no prices' },
    ...Object.entries(CODES)
      .map(([value, label]) => ({ value: Number(value), label }))
      .toSorted((a, b) => a.label.localeCompare(b.label)),
  ],
  why: 'Parts and labour carry prices once it is chosen.',
}

/** The letters of the currency in which a workshop reckons; null where it wants no prices. */
export function currencyOf(rules: Readonly<Record<string, number>>): string | null {
  return CODES[rules[CURRENCY_KEY] ?? NONE] ?? null
}
