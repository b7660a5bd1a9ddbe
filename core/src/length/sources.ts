/** What each way of knowing a belt's length says by itself, and how it came to that: docs/mechanics/length.md. */
import type { LengthReading } from '../drive/length-reading.ts'
import { momentsOf } from '../numerics/moments.ts'
import type { Mm } from '../units/quantity.ts'
import type { BeltPlace } from './belt-place.ts'
import type { Knowledge } from './knowledge.ts'
import type { CurveFamily } from './possible-curves.ts'
import type { Posterior } from './posterior.ts'
import type { NotCounted, Said } from './said.ts'
import { meanOf, sigmaOf, travelNodes, type Statement } from './statement.ts'

/** One way of knowing the length, and what it says. */
export interface LengthSource {
  /** The reading's id; `geometry` for the drive itself. */
  readonly id: string
  readonly reading: LengthReading | null
  /** What was read, as a length of its own line, mm; null for the drive itself. */
  readonly read: Mm | null
  /** mm from what was read to the stated length there, and on to the place where a new belt should stand. */
  readonly correction: Mm
  readonly travel: Mm
  /** The belt wanted by this source alone, or the one that bounds it; null where it gives none. */
  readonly length: Mm | null
  readonly sigma: Mm | null
  /** Whether the belt wanted is only longer, shorter, or somewhere about that length. */
  readonly bound: 'longer' | 'shorter' | 'about' | null
  /** Chance that it is a blunder, all else considered; 0 where it is not counted. */
  readonly blunder: number
  /** Why it does not count; null where it does. */
  readonly not: NotCounted | null
}

/** A reading counts as a blunder, and is named as one, where that is likelier than not. */
export function isBlunder({ blunder }: Pick<LengthSource, 'blunder'>): boolean {
  return blunder > 0.5
}

export function sourcesOf(
  said: readonly Said[],
  knowledge: Knowledge,
  posterior: Posterior | null,
  { u }: BeltPlace,
): LengthSource[] {
  const { drawing, drawn, family } = knowledge
  const alone = (statement: Statement): Alone => saysAlone(statement, family, u ?? 0)
  const own: LengthSource[] =
    drawing !== null
      ? [{ ...blank('geometry', null), length: drawing.length, sigma: drawing.sigma }]
      : drawn !== null
        ? [{ ...blank('geometry', null), ...alone(drawn), blunder: posterior?.blunders.get('geometry') ?? 0 }]
        : []
  return [
    ...own,
    ...said.map(({ reading, statement, not, correction }): LengthSource => {
      const base = { ...blank(reading.id, reading), correction, not }
      if (statement === null) return base
      return { ...base, ...alone(statement), blunder: posterior?.blunders.get(reading.id) ?? 0 }
    }),
  ]
}

type Alone = Pick<LengthSource, 'length' | 'sigma' | 'bound' | 'travel'>

/** What a statement says of the length wanted by itself, over all curves there may be. */
function saysAlone(statement: Statement, { curves }: CurveFamily, wantedAt: number): Alone {
  const offset = (at: number) =>
    momentsOf(curves.map(({ prior, offsetAt }) => ({ weight: prior, value: at === wantedAt ? 0 : offsetAt(at) })))
  if (statement.says === 'bounds') {
    const bounds = statement.bounds.map(({ side, u, than, sigma }) => {
      const { mean, sigma: spread } = offset(u)
      return {
        side: side === 'shorter' ? ('shorter' as const) : ('longer' as const),
        length: than - mean,
        sigma: Math.hypot(sigma, spread),
        travel: -mean,
      }
    })
    const [one, other] = bounds
    if (one === undefined) return { length: null, sigma: null, bound: null, travel: 0 }
    if (other === undefined) return { length: one.length, sigma: one.sigma, bound: one.side, travel: one.travel }
    return {
      length: (one.length + other.length) / 2,
      sigma: Math.abs(one.length - other.length) / Math.sqrt(12),
      bound: 'about',
      travel: (one.travel + other.travel) / 2,
    }
  }
  const places = travelNodes(statement.at).flatMap(({ u, weight }) =>
    curves.map(({ prior, offsetAt }) => ({ weight: prior * weight, value: offsetAt(u) })),
  )
  const { mean, sigma } = momentsOf(places)
  return {
    length: meanOf(statement.meant) - mean,
    sigma: Math.hypot(sigmaOf(statement.meant), sigma),
    bound: null,
    travel: -mean,
  }
}

/** A source before it says anything. */
function blank(id: string, reading: LengthReading | null): LengthSource {
  const read =
    reading === null ? null : reading.how === 'aid' && reading.half === true ? 2 * reading.value : reading.value
  return { id, reading, read, correction: 0, travel: 0, length: null, sigma: null, bound: null, blunder: 0, not: null }
}
