/**
 * How far adjusters take a belt up, for drives of which no place is known: docs/mechanics/length.md. `L(u) = a + b·g(u)`, g from 0 to 1 over the
 * travel, `g(u) = s(u) + c·u·(1 − u)`.
 */
import type { Adjuster, AdjusterKind } from '../adjusters/adjuster.ts'
import { isTravelAssumed } from '../adjusters/assumed.ts'
import { adjusterMotion } from '../adjusters/kinds.ts'
import type { Mm } from '../units/quantity.ts'

/** A figure above zero whose logarithm is normal: its median, and the standard deviation of the logarithm. */
interface LogNormal {
  readonly median: number
  readonly spread: number
}

interface KindReach {
  /** b as a share of the belt's length. */
  readonly share: LogNormal
  /** b as a multiple of the way that the moved pulley's centre goes; null where its size changes instead. */
  readonly perWay: LogNormal | null
  /** c */
  readonly curvature: { readonly mean: number; readonly sigma: number }
  /** s */
  readonly base: 'straight' | 'turning'
}

/** An accessory moved outward on its slot, its slide or its rod. */
const MOVED_ACCESSORY = {
  share: { median: 0.031, spread: 0.36 },
  perWay: { median: 1.15, spread: 0.35 },
  base: 'straight',
} as const

/**
 * Fitted on 150 random drives of each kind (`randomAdjustedDrive`, seed 7), spreads doubled where engines differ more than those drives do.
 * Found: shares 3.2, 3.1, 3.1, 3.2, 1.8 % with spreads of 0.2 to 0.3; mm of belt for a mm of way 0.8, 1.1, 1.2, 1.2, 0.9; c −0.6 for arms that
 * press into a span from its side, −0.35 to 0.12 for arms already in it, −0.1 to 0 for all that is moved outward.
 */
const BY_KIND: Readonly<Record<AdjusterKind, KindReach>> = {
  'spring-arm': {
    share: { median: 0.03, spread: 0.36 },
    perWay: { median: 0.85, spread: 0.4 },
    curvature: { mean: -0.3, sigma: 0.25 },
    base: 'straight',
  },
  swing: { ...MOVED_ACCESSORY, curvature: { mean: -0.05, sigma: 0.12 } },
  slide: { ...MOVED_ACCESSORY, curvature: { mean: -0.08, sigma: 0.12 } },
  turnbuckle: { ...MOVED_ACCESSORY, perWay: null, curvature: { mean: -0.08, sigma: 0.12 } },
  eccentric: {
    share: { median: 0.018, spread: 0.4 },
    perWay: { median: 0.9, spread: 0.35 },
    curvature: { mean: -0.05, sigma: 0.2 },
    base: 'turning',
  },
  shim: {
    share: { median: 0.03, spread: 0.5 },
    perWay: null,
    curvature: { mean: 0, sigma: 0.08 },
    base: 'straight',
  },
}

/** Nobody has said how the belt is tightened. */
const ANY_KIND: KindReach = {
  share: { median: 0.03, spread: 0.36 },
  perWay: null,
  curvature: { mean: -0.12, sigma: 0.22 },
  base: 'straight',
}

export interface ReachPrior {
  /** mm of belt over the whole travel. */
  readonly reach: LogNormal
  readonly curvature: { readonly mean: number; readonly sigma: number }
  /** Share of the reach at travel u before any curvature. */
  readonly base: (u: number) => number
  /** Whether it rests on the adjuster's own figures, not on what such drives commonly have. */
  readonly ofItsOwn: boolean
}

/** mm. A length to begin with where none is known: all that it sets is the reach. */
export const COMMON_LENGTH_MM = 1500

/** What is believed of an adjuster's reach on a belt about `length` mm long. */
export function reachPrior(adjuster: Adjuster | null, length: Mm): ReachPrior {
  const { share, perWay, curvature, base } = adjuster === null ? ANY_KIND : BY_KIND[adjuster.kind]
  const way = adjuster === null || perWay === null || isTravelAssumed(adjuster) ? null : wayOf(adjuster)
  return {
    reach:
      way === null || perWay === null
        ? { median: share.median * length, spread: share.spread }
        : { median: perWay.median * way, spread: perWay.spread },
    curvature,
    base: base === 'straight' ? (u) => u : (u) => (1 - Math.cos(Math.PI * u)) / 2,
    ofItsOwn: way !== null && perWay !== null,
  }
}

const STEPS = 10

/** mm that the moved centre goes over the whole travel; null where the adjuster's own figures do not say. */
function wayOf(adjuster: Adjuster): Mm | null {
  if (adjuster.kind === 'slide') return Math.abs(adjuster.to - adjuster.from) || null
  const motion = adjusterMotion(adjuster, () => undefined)
  if (motion.moves !== 'shaft') return null
  let way = 0
  let last = motion.placeAt(0)
  for (let i = 1; i <= STEPS; i++) {
    const next = motion.placeAt(i / STEPS)
    if (last === undefined || next === undefined) return null
    way += Math.hypot(next.x - last.x, next.y - last.y)
    last = next
  }
  return way === 0 ? null : way
}
