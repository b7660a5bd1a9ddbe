import type { Contact } from '../drive/belt.ts'
import { isSized, type Pulley, type SizedPulley } from '../drive/pulley.ts'
import { degrees } from '../numerics/vectors.ts'
import { spansOf } from '../path/clearance.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { cordAboveSurface } from '../path/cord-radius.ts'
import { statedMinusCord } from '../sections/families.ts'
import { type Section, sectionFigures } from '../sections/sections.ts'
import { wordingFor, type Wording } from '../solution/part-names.ts'

/** A number with what it is, so that whoever shows it can put it in the reader's units. */
export type WorkingValue =
  | { readonly is: 'length'; readonly mm: number }
  | { readonly is: 'angle'; readonly deg: number }
  | { readonly is: 'number'; readonly value: number }
  | { readonly is: 'quantity'; readonly value: number; readonly unit: 'rpm' | 'm/s' | '%' | 'N' }

/** A piece of a formula: signs and symbols, or a length to be put in the reader's units. */
export type WorkingPart = string | { readonly mm: number }

export interface WorkingLine {
  /** The symbol as it stands in the formula. */
  readonly symbol: string
  /** What it is on this drive. */
  readonly what: string
  /** How it came about, with symbols and lengths; empty for a reading. */
  readonly from: readonly WorkingPart[]
  readonly value: WorkingValue
}

/** A computed number laid open: the formula, the numbers put in, the result. */
export interface Working {
  readonly title: string
  readonly formula: string
  readonly lines: readonly WorkingLine[]
  readonly result: WorkingLine
}

const mm = (value: number): WorkingValue => ({ is: 'length', mm: value })

/** How the stated length of a belt's path comes about; undefined where there is none. */
export function lengthWorking(settled: SettledDrive, beltId: string): Working | undefined {
  const settledBelt = settled.belts.find(({ belt }) => belt.id === beltId)
  if (settledBelt === undefined || !settledBelt.path.ok) return undefined
  const { belt, pulleys, path } = settledBelt
  const words = wordingFor(settled.drive)
  const { family, cordAboveEffective, cordBelowBack } = sectionFigures(belt.section)
  const spans = spansOf(settledBelt)
  const lines: WorkingLine[] = [
    ...pulleys.map((pulley, i) => radiusLine(settledBelt, pulley, i, words)),
    ...spans.map(({ from, to, length }, i) => ({
      symbol: `s${i + 1}`,
      what: `span, ${words.pulley(from)} to ${words.pulley(to)}`,
      from: ['√(d² − k²)'],
      value: mm(length),
    })),
    ...pulleys.map((pulley, i) => ({
      symbol: `w${i + 1}`,
      what: `wrap on ${words.pulley(pulley)}`,
      from: [],
      value: { is: 'angle' as const, deg: degrees(path.wraps[i] ?? 0) },
    })),
    ...pulleys.map((pulley, i) => ({
      symbol: `a${i + 1}`,
      what: `arc on ${words.pulley(pulley)}`,
      from: [`r${i + 1} · w${i + 1} · π/180`],
      value: mm((settledBelt.circles[i]?.r ?? 0) * (path.wraps[i] ?? 0)),
    })),
    { symbol: 'Lc', what: 'length along the cord', from: ['Σ s + Σ a'], value: mm(path.length) },
  ]
  const correction = {
    'multi-rib': {
      formula: 'L = Σ s + Σ a − 2π·b',
      symbol: 'b',
      what: 'cord above the effective line (nominal)',
      value: cordAboveEffective,
    },
    vee: {
      formula: 'L = Σ s + Σ a + 2π·t',
      symbol: 't',
      what: 'cord below the belt’s top (nominal)',
      value: cordBelowBack,
    },
    toothed: { formula: 'L = Σ s + Σ a', symbol: '', what: '', value: 0 },
  }[family]
  if (correction.symbol !== '')
    lines.push({ symbol: correction.symbol, what: correction.what, from: [], value: mm(correction.value) })
  return {
    title: `Length of ${words.belt(belt)}`,
    formula: correction.formula,
    lines,
    result: {
      symbol: 'L',
      what: 'length the path needs (stated length)',
      from: [],
      value: mm(path.length + statedMinusCord(belt.section)),
    },
  }
}

function radiusLine({ belt, circles }: SettledBelt, pulley: Pulley, i: number, words: Wording): WorkingLine {
  return {
    symbol: `r${i + 1}`,
    what: `cord radius on ${words.pulley(pulley)}`,
    from: isSized(pulley) ? radiusFormula(pulley, belt.section, belt.route[i]?.contact ?? 'ribs') : [],
    value: mm(circles[i]?.r ?? 0),
  }
}

/** How a cord radius follows from what was read, with the section's own figures put in. */
export function radiusFormula(pulley: SizedPulley, section: Section, contact: Contact): readonly WorkingPart[] {
  if (pulley.face === 'toothed') return [`${pulley.teeth} · `, { mm: sectionFigures(pulley.section).pitch }, ' / 2π']
  const half: readonly WorkingPart[] = [{ mm: pulley.diameter }, ' / 2']
  const { cordAboveEffective, cordBelowBack } = sectionFigures(section)
  if (pulley.diameterAt === 'pitch') return half
  if (pulley.diameterAt === 'overBelt') return [...half, ' − ', { mm: cordBelowBack }]
  if (contact === 'back' || pulley.face === 'smooth')
    return [...half, ' + ', { mm: cordAboveSurface(section, contact) }]
  if (pulley.face === 'ribbed') return [...half, ' + ', { mm: cordAboveEffective }]
  const ride = pulley.ride ?? 0
  return ride === 0
    ? [...half, ' − ', { mm: cordBelowBack }]
    : [...half, ' − ', { mm: ride }, ' − ', { mm: cordBelowBack }]
}
