/** What one reading says of a belt's path, whichever way it was taken: docs/mechanics/length.md. */
import { momentsOf, type Weighted } from '../numerics/moments.ts'
import { normalBelow } from '../numerics/normal.ts'
import { HERMITE } from '../numerics/quadrature.ts'
import type { Mm } from '../units/quantity.ts'
import { BLUNDER, BLUNDER_SIGMA_MM } from './nominal.ts'

/** Where the adjuster stood when a reading was taken: a travel and its standard deviation, or anywhere. */
export type ReadTravel = { readonly u: number; readonly sigma: number } | 'anywhere'

/** A length that a reading may mean, by how what was laid round lay. */
export interface MeantLength {
  readonly length: Mm
  readonly sigma: Mm
  readonly share: number
}

/** A side on which the path lies of a belt, at an end of the adjuster's travel. */
export interface PathBound {
  /** The path there is shorter, or longer, than this. */
  readonly side: 'shorter' | 'longer'
  readonly u: number
  readonly than: Mm
  readonly sigma: Mm
}

/** The path is as long as one of these, where the adjuster stood; or it keeps to all of these bounds. */
export type Statement = { readonly id: string } & (
  | { readonly says: 'length'; readonly meant: readonly MeantLength[]; readonly at: ReadTravel }
  | { readonly says: 'bounds'; readonly bounds: readonly PathBound[] }
)

/** How likely a blundered bound is to come out as it did. */
const BLUNDERED_BOUND = 0.5

/** mm between two places of a table of likelihoods, and how far it reaches beyond what is meant. */
const STEP = 0.25
const BESIDE = 4.5 * BLUNDER_SIGMA_MM

const ROOT_TURN = Math.sqrt(2 * Math.PI)

/**
 * A statement ready to be asked of many curves: likelihoods over the path's length, tabulated once. A blunder is summed out:
 * `ℓ = 0.95·ℓ_right + 0.05·ℓ_blunder`.
 */
export class Likelihood {
  readonly id: string
  /** The travels at which the path's length is asked for. */
  readonly travels: readonly number[]
  private readonly weights: readonly number[]
  /** ℓ over the path at each travel for a reading of a length; that each bound holds, for bounds. */
  private readonly tables: readonly Table[]
  /** 0.05·ℓ_blunder; null for bounds, where it is the same everywhere. */
  private readonly blundered: Table | null

  /** `reach` is how much the path grows over the whole travel, about, mm. */
  constructor(statement: Statement, reach: Mm) {
    this.id = statement.id
    if (statement.says === 'length') {
      const { meant, at } = spread(statement.meant, statement.at, reach)
      const middle = meanOf(meant)
      this.travels = at.map(({ u }) => u)
      this.weights = at.map(({ weight }) => weight)
      this.blundered = lengthTable(meant, (x) => BLUNDER * density(x, middle, BLUNDER_SIGMA_MM))
      const all = lengthTable(
        meant,
        (x) => (1 - BLUNDER) * densityOf(meant, x) + BLUNDER * density(x, middle, BLUNDER_SIGMA_MM),
      )
      this.tables = at.map(() => all)
    } else {
      this.travels = statement.bounds.map(({ u }) => u)
      this.weights = this.travels.map(() => 1)
      this.tables = statement.bounds.map(boundTable)
      this.blundered = null
    }
  }

  /** Multiplies `into` by ℓ, for wanted lengths `from + k·step`; `offsets` are the curve's at this statement's travels. */
  multiply(into: Float64Array, from: Mm, step: Mm, offsets: readonly Mm[]): void {
    const all = this.evaluated(into.length, from, step, offsets)
    for (let k = 0; k < into.length; k++) (into[k] as number) *= all[k] as number
  }

  /** The chance that this is a blunder, summed over wanted lengths `from + k·step` by their weights. */
  blunderOver(weights: Float64Array, from: Mm, step: Mm, offsets: readonly Mm[]): number {
    const all = this.evaluated(weights.length, from, step, offsets)
    const blunder = scratch(1, weights.length).fill(this.blundered === null ? BLUNDER * BLUNDERED_BOUND : 0)
    offsets.forEach((offset, j) => this.blundered?.addTo(blunder, from + offset, step, this.weights[j] as number))
    let chance = 0
    for (let k = 0; k < weights.length; k++)
      chance += ((weights[k] as number) * (blunder[k] as number)) / (all[k] as number)
    return chance
  }

  /** ℓ; the array is used again by the next call. */
  private evaluated(count: number, from: Mm, step: Mm, offsets: readonly Mm[]): Float64Array {
    const all = scratch(0, count)
    if (this.blundered !== null) {
      all.fill(0)
      for (let j = 0; j < offsets.length; j++)
        (this.tables[j] as Table).addTo(all, from + (offsets[j] as number), step, this.weights[j] as number)
      return all
    }
    all.fill(1)
    for (let j = 0; j < offsets.length; j++)
      (this.tables[j] as Table).multiply(all, from + (offsets[j] as number), step)
    for (let k = 0; k < count; k++) all[k] = (1 - BLUNDER) * (all[k] as number) + BLUNDER * BLUNDERED_BOUND
    return all
  }
}

/** Room to work in, made once and grown. */
const rooms = [new Float64Array(0), new Float64Array(0)]

function scratch(which: 0 | 1, count: number): Float64Array {
  if ((rooms[which] as Float64Array).length < count) rooms[which] = new Float64Array(2 * count)
  return (rooms[which] as Float64Array).subarray(0, count)
}

/** Values of a function of a length, evenly spaced and looked up between them; beyond its ends it goes on as it ends. */
class Table {
  readonly values: Float64Array

  constructor(
    readonly from: Mm,
    count: number,
    of: (x: Mm) => number,
  ) {
    this.values = new Float64Array(count)
    for (let i = 0; i < count; i++) this.values[i] = of(from + i * STEP)
  }

  /** Adds `weight` times its values at `x + k·step` to `into`. */
  addTo(into: Float64Array, x: Mm, step: Mm, weight: number): void {
    const [first, each] = [(x - this.from) / STEP, step / STEP]
    for (let k = 0; k < into.length; k++) (into[k] as number) += weight * this.at(first + k * each)
  }

  /** Multiplies `into` by its values at `x + k·step`. */
  multiply(into: Float64Array, x: Mm, step: Mm): void {
    const [first, each] = [(x - this.from) / STEP, step / STEP]
    for (let k = 0; k < into.length; k++) (into[k] as number) *= this.at(first + k * each)
  }

  /** The value at `place`, in steps from the table's first; beyond its ends, that of the end. */
  private at(place: number): number {
    const within = Math.min(this.values.length - 1 - 1e-9, Math.max(0, place))
    const i = within | 0
    const before = this.values[i] as number
    return before + (within - i) * ((this.values[i + 1] as number) - before)
  }
}

/** A table over all that may be meant, and a blunder's reach beyond. */
function lengthTable(meant: readonly MeantLength[], of: (x: Mm) => number): Table {
  const from = Math.min(...meant.map(({ length }) => length)) - BESIDE
  const to = Math.max(...meant.map(({ length }) => length)) + BESIDE
  return new Table(from, Math.ceil((to - from) / STEP) + 1, of)
}

function densityOf(meant: readonly MeantLength[], x: Mm): number {
  let [sum, shares] = [0, 0]
  for (const { length, sigma, share } of meant) {
    sum += share * density(x, length, sigma)
    shares += share
  }
  return sum / shares
}

/** Standard deviations beyond which a bound is certain either way. */
const CERTAIN_SIGMAS = 7

function boundTable({ side, than, sigma }: PathBound): Table {
  const from = than - CERTAIN_SIGMAS * sigma
  return new Table(from, Math.ceil((2 * CERTAIN_SIGMAS * sigma) / STEP) + 1, (x) => {
    const z = (than - x) / sigma
    return normalBelow(side === 'shorter' ? z : -z)
  })
}

function density(x: Mm, mean: Mm, sigma: Mm): number {
  const z = (x - mean) / sigma
  return z * z > 2 * 40 ? 0 : Math.exp((-z * z) / 2) / (sigma * ROOT_TURN)
}

export function meanOf(meant: readonly MeantLength[]): Mm {
  return momentsOf(meant.map(weighted)).mean
}

/** Standard deviation of what is meant, ways of lying included. */
export function sigmaOf(meant: readonly MeantLength[]): Mm {
  const own = momentsOf(meant.map(({ sigma, share }) => ({ value: sigma ** 2, weight: share }))).mean
  return Math.hypot(Math.sqrt(own), betweenWays(meant))
}

/** Standard deviation between the ways in which something may have lain. */
export function betweenWays(meant: readonly MeantLength[]): Mm {
  return momentsOf(meant.map(weighted)).sigma
}

function weighted({ length, share }: MeantLength): Weighted {
  return { value: length, weight: share }
}

/** A travel at which a reading may have been taken, and how likely that is. */
export interface TravelNode {
  readonly u: number
  readonly weight: number
}

/** Share of a travel's variance that is summed over places; the rest is taken as if the path grew evenly about each of them. */
const OVER_PLACES = 0.5

/** Places looked at where the adjuster may have stood anywhere. */
const ANYWHERE = 16

/** The travels at which a reading may have been taken, each within the adjuster's ends. */
export function travelNodes(at: ReadTravel): readonly TravelNode[] {
  if (at === 'anywhere')
    return Array.from({ length: ANYWHERE }, (_, i) => ({ u: (i + 0.5) / ANYWHERE, weight: 1 / ANYWHERE }))
  if (at.sigma === 0) return [{ u: at.u, weight: 1 }]
  return HERMITE.map(({ z, weight }) => ({
    u: Math.min(1, Math.max(0, at.u + z * Math.sqrt(OVER_PLACES) * at.sigma)),
    weight,
  }))
}

/** What is meant, with the travel's own scatter: three places, and between these `σ² + (reach·σ_u)²/2`, so that the sum over them has no gaps. */
function spread(
  meant: readonly MeantLength[],
  at: ReadTravel,
  reach: Mm,
): { readonly meant: readonly MeantLength[]; readonly at: readonly TravelNode[] } {
  const between = at === 'anywhere' ? reach / ANYWHERE / 2 : Math.sqrt(1 - OVER_PLACES) * at.sigma * reach
  return { meant: meant.map((each) => ({ ...each, sigma: Math.hypot(each.sigma, between) })), at: travelNodes(at) }
}
