/** One answer out of several ways of knowing a length: docs/mechanics/length.md. */
import { normalBelow } from '../numerics/normal.ts'
import type { Mm } from '../units/quantity.ts'

/** Something that says how long the belt wanted is. */
export interface Estimate {
  readonly id: string
  readonly length: Mm
  /** Standard deviation, mm. */
  readonly sigma: Mm
}

/** Something that says only that the belt wanted is longer, or shorter, than a length. */
export interface Bound {
  readonly id: string
  readonly side: 'longer' | 'shorter'
  readonly than: Mm
  readonly sigma: Mm
}

/** A length as far as it is known. */
export interface Belief {
  readonly mean: Mm
  /** Standard deviation, mm. */
  readonly sigma: Mm
  /** The probability that it lies below a length. */
  readonly below: (length: Mm) => number
}

export interface Outlier {
  readonly id: string
  /** mm that it says more (or less) than the rest agree. */
  readonly apart: Mm
  /** With only two that disagree nobody can tell which is wrong; one is put aside all the same. */
  readonly oneOfTwo: boolean
}

export interface Fused {
  /** null where nothing counts but bounds, or nothing at all. */
  readonly belief: Belief | null
  readonly outliers: readonly Outlier[]
}

/** Standard deviations from the rest beyond which an estimate is called out instead of being averaged in. */
export const OUTLIER_SIGMAS = 3

/** The mean of estimates weighted by inverse variance: `x̄ = Σ x/σ² / Σ 1/σ²`, `σ̄² = 1 / Σ 1/σ²`. */
export function weightedMean(
  estimates: readonly Omit<Estimate, 'id'>[],
): { readonly mean: Mm; readonly sigma: Mm } | undefined {
  if (estimates.length === 0) return undefined
  const weight = estimates.reduce((sum, { sigma }) => sum + 1 / sigma ** 2, 0)
  const mean = estimates.reduce((sum, { length, sigma }) => sum + length / sigma ** 2, 0) / weight
  return { mean, sigma: 1 / Math.sqrt(weight) }
}

/** Fuses estimates and bounds; what contradicts the rest is put aside, and said. */
export function fuse(estimates: readonly Estimate[], bounds: readonly Bound[]): Fused {
  const { used, outliers } = withoutOutliers(estimates)
  const mean = weightedMean(used)
  if (mean === undefined) return { belief: null, outliers }
  const [agreeing, contradicting] = split(bounds, (bound) => !contradicts(bound, mean))
  return {
    belief: agreeing.length === 0 ? normal(mean) : bounded(mean, agreeing),
    outliers: [
      ...outliers,
      ...contradicting.map(({ id, than }) => ({ id, apart: than - mean.mean, oneOfTwo: used.length === 1 })),
    ],
  }
}

/**
 * Puts outliers aside one by one. Of those that lie too far from the rest, the one goes without which the rest agree best;
 * of two alone, the much less certain, or else the later.
 */
function withoutOutliers(estimates: readonly Estimate[]): {
  readonly used: readonly Estimate[]
  readonly outliers: Outlier[]
} {
  let used = estimates
  const outliers: Outlier[] = []
  while (used.length > 1) {
    const suspects = used.flatMap((estimate) => {
      const others = used.filter((other) => other !== estimate)
      const rest = weightedMean(others)
      if (rest === undefined) return []
      const apart = estimate.length - rest.mean
      const far = Math.abs(apart) / Math.hypot(estimate.sigma, rest.sigma) > OUTLIER_SIGMAS
      return far ? [{ estimate, apart, left: disagreement(others, rest.mean) }] : []
    })
    const oneOfTwo = used.length === 2
    const worst = oneOfTwo ? doubtfulOf(suspects) : suspects.toSorted((a, b) => a.left - b.left)[0]
    if (worst === undefined) break
    outliers.push({ id: worst.estimate.id, apart: worst.apart, oneOfTwo })
    used = used.filter((each) => each !== worst.estimate)
  }
  return { used, outliers }
}

/** How many times less certain one of two must be to go, whichever came first. */
const MUCH_LESS_CERTAIN = 2

/** Which of two that contradict each other is put aside; what was known first stands until a third reading tells. */
function doubtfulOf<Suspect extends { readonly estimate: Estimate }>(
  suspects: readonly Suspect[],
): Suspect | undefined {
  const [first, second] = suspects
  if (first === undefined || second === undefined) return first
  return first.estimate.sigma > MUCH_LESS_CERTAIN * second.estimate.sigma ? first : second
}

/** χ² of estimates about a mean. */
function disagreement(estimates: readonly Estimate[], mean: Mm): number {
  return estimates.reduce((sum, { length, sigma }) => sum + ((length - mean) / sigma) ** 2, 0)
}

/** The probability that a bound is right if the length is `at`: the belt's own mark is not exact. */
function holdsAt({ side, than, sigma }: Bound, at: Mm): number {
  const above = normalBelow((at - than) / sigma)
  return side === 'longer' ? above : 1 - above
}

function contradicts({ side, than, sigma }: Bound, { mean, sigma: known }: { mean: Mm; sigma: Mm }): boolean {
  const z = (mean - than) / Math.hypot(sigma, known)
  return (side === 'longer' ? z : -z) < -OUTLIER_SIGMAS
}

function normal({ mean, sigma }: { readonly mean: Mm; readonly sigma: Mm }): Belief {
  return { mean, sigma, below: (length) => normalBelow((length - mean) / sigma) }
}

/** Places at which a bounded belief is summed, over this many standard deviations to either side. */
const PLACES = 1601
const SIDE_SIGMAS = 8

/** A normal belief cut by bounds, summed numerically. */
function bounded({ mean, sigma }: { readonly mean: Mm; readonly sigma: Mm }, bounds: readonly Bound[]): Belief {
  const step = (2 * SIDE_SIGMAS * sigma) / (PLACES - 1)
  const first = mean - SIDE_SIGMAS * sigma
  const upTo = new Float64Array(PLACES)
  let [total, moment, square] = [0, 0, 0]
  for (let i = 0; i < PLACES; i++) {
    const at = first + i * step
    const z = (at - mean) / sigma
    const weight = bounds.reduce((product, bound) => product * holdsAt(bound, at), Math.exp((-z * z) / 2))
    total += weight
    moment += weight * at
    square += weight * at * at
    upTo[i] = total
  }
  const centre = moment / total
  const below = (length: Mm) => {
    const place = (length - first) / step
    if (place <= 0) return 0
    if (place >= PLACES - 1) return 1
    const i = Math.floor(place)
    const [a, b] = [upTo[i] ?? 0, upTo[i + 1] ?? 0]
    return (a + (place - i) * (b - a)) / total
  }
  return { mean: centre, sigma: Math.sqrt(Math.max(square / total - centre * centre, 0)), below }
}

function split<Item>(items: readonly Item[], holds: (item: Item) => boolean): readonly [Item[], Item[]] {
  return [items.filter(holds), items.filter((item) => !holds(item))]
}
