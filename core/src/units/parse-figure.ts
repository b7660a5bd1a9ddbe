/** Figures that are no lengths, as people write them: `120A`, `32 kgf`, `70 lb`, `90 bar`, `12 lb·ft`. */

import { UNIT_WORTH } from './shown-units.ts'

/** Units a figure is kept in, and what else may stand behind it, as so many of the kept unit. */
const UNITS: Readonly<Record<string, readonly (readonly [words: RegExp, worth: number])[]>> = {
  N: [
    [/^n$/, 1],
    [/^kn$/, 1000],
    [/^dan$/, 10],
    [/^(kgf|kg|kp)$/, UNIT_WORTH.kgf],
    [/^(lbf|lbs?)$/, UNIT_WORTH.lbf],
  ],
  'N·m': [
    [/^n[·.*-]?m$/, 1],
    [/^(lbf?|ft)[·.*-]?(ft|lbf?)$/, UNIT_WORTH['lb·ft']],
    [/^(lbf?|in)[·.*-]?(in|lbf?)$/, 0.1129848290276],
    [/^kgf?[·.*-]?m$/, UNIT_WORTH.kgf],
  ],
  bar: [
    [/^bar$/, 1],
    [/^psi$/, 0.0689475729318],
    [/^mpa$/, 10],
  ],
  kW: [
    [/^kw$/, 1],
    [/^w$/, 0.001],
    [/^hp$/, 0.7456998715823],
    [/^ps$/, 0.73549875],
  ],
  A: [[/^(a|amps?)$/, 1]],
  V: [[/^(v|volts?)$/, 1]],
  Hz: [[/^hz$/, 1]],
  km: [
    [/^km$/, 1],
    [/^(mi|miles?)$/, UNIT_WORTH.miles],
  ],
}

export interface FigureRead {
  readonly ok: true
  readonly value: number
  /** What it was taken for, where another unit was written than the figure is kept in: `32 kgf = 314 N`. */
  readonly takenFor: string | null
}

export type Figure = FigureRead | { readonly ok: false; readonly message: string }

/** Masses that stand for the force they weigh. */
const AS_FORCE: Readonly<Record<string, string>> = { kg: 'kgf', lb: 'lbf', lbs: 'lbf' }

/**
 * Reads a figure kept in `unit` (`N`, `N·m`, `bar` …; empty for a bare number). A bare number is in the unit that is `shown`, a unit behind the number
 * wins, and a mass where a force is meant is taken for the force it weighs, and said to be. Of a distance commas and spaces may set thousands apart.
 */
export function parseFigure(text: string, unit: string, shown: string = unit): Figure {
  const written = unit === 'km' ? withoutThousands(text.trim()) : text.trim()
  const parts = /^([+-]?[\d.,]+)\s*(.*)$/.exec(written)
  const number = Number((parts?.[1] ?? '').replace(',', '.'))
  const word = (parts?.[2] ?? '').trim()
  const refused = (): Figure => ({
    ok: false,
    message: `“${text.trim()}” is not a figure${unit === '' ? '' : ` in ${shown}`}. Enter it like 120${unit === '' ? '' : ` or 120 ${shown}`}.`,
  })
  if (parts === null || !Number.isFinite(number)) return refused()
  const worthOf = (of: string) => UNITS[unit]?.find(([words]) => words.test(of.toLowerCase().replace(/\s/g, '')))?.[1]
  if (word === '' || word === shown) return { ok: true, value: number * (worthOf(shown) ?? 1), takenFor: null }
  const worth = word === unit ? 1 : worthOf(word)
  if (worth === undefined) return refused()
  const value = number * worth
  const named = unit === 'N' ? (AS_FORCE[word.toLowerCase()] ?? word) : word
  return {
    ok: true,
    value,
    takenFor:
      worth === worthOf(shown) ? null : `${number} ${named} = ${shortly(value / (worthOf(shown) ?? 1))} ${shown}`,
  }
}

/** `182,400 km` as `182400 km`; a comma or point before other than three digits is a decimal one. */
function withoutThousands(text: string): string {
  return text.replace(
    /^(\d{1,3})((?:[\s,.]\d{3})+)(?!\d)/,
    (_, first: string, others: string) => first + others.replace(/\D/g, ''),
  )
}

function shortly(value: number): string {
  return String(Number(value.toPrecision(3)))
}
