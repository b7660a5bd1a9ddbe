/** What all readings together say of the length wanted: a deterministic weighted sum over possible curves and lengths: docs/mechanics/length.md. */
import type { Mm } from '../units/quantity.ts'
import type { CurveFamily, PossibleCurve } from './possible-curves.ts'
import { BLUNDER_SIGMA_MM } from './nominal.ts'
import { Likelihood, meanOf, sigmaOf, travelNodes, type Statement } from './statement.ts'

/** A length as far as it is known. */
export interface Belief {
  readonly mean: Mm
  /** As likely shorter as longer: what is said where one number is asked for, since what is probably a mistake hardly moves it. */
  readonly median: Mm
  /** Standard deviation, mm. */
  readonly sigma: Mm
  /** 90 in 100 that it lies between these. */
  readonly low: Mm
  readonly high: Mm
}

/** What is believed of the length wanted before any reading, about each curve's own centre, or about `around` where it has none. */
export interface LengthPrior {
  readonly around: Mm | null
  /** Standard deviations that it may have, mm, and how likely each is; none where any length is as likely as another. */
  readonly scatter: readonly { readonly sigma: Mm; readonly share: number }[]
}

/** Curves, lengths, and how likely each of one with each of the other is. */
export class Posterior {
  readonly wanted: Belief
  /** Chance of each statement to be a blunder, by id. */
  readonly blunders: ReadonlyMap<string, number>
  /** Weight of each curve; all together 1. */
  readonly ofCurves: Float64Array
  private readonly ofLengths: Float64Array

  constructor(
    readonly curves: readonly PossibleCurve[],
    private readonly from: Mm,
    private readonly step: Mm,
    /** Curve by curve; all together 1. */
    private readonly weights: readonly Float64Array[],
    likelihoods: readonly Likelihood[],
  ) {
    this.ofCurves = Float64Array.from(weights, sumOf)
    this.ofLengths = new Float64Array(weights[0]?.length ?? 0)
    for (const row of weights) for (let k = 0; k < row.length; k++) (this.ofLengths[k] as number) += row[k] as number
    this.wanted = this.believed()
    this.blunders = new Map(likelihoods.map((each) => [each.id, this.blunderOf(each)]))
  }

  /** Calls `ofCurve` with every curve that has any weight, and what comes back with each length that has. */
  forEach(ofCurve: (curve: PossibleCurve) => (wanted: Mm, weight: number) => void): void {
    this.weights.forEach((row, i) => {
      if ((this.ofCurves[i] as number) < NO_WEIGHT) return
      const ofLength = ofCurve(this.curves[i] as PossibleCurve)
      for (let k = 0; k < row.length; k++) {
        const weight = row[k] as number
        if (weight > NO_WEIGHT) ofLength(this.from + k * this.step, weight)
      }
    })
  }

  /** How much longer the path is at travel u than where a new belt should stand, on average. */
  offsetAt(u: number): Mm {
    return this.curves.reduce((sum, curve, i) => sum + (this.ofCurves[i] as number) * curve.offsetAt(u), 0)
  }

  /** Evenly likely draws of curve and length, the same each time: for what has to be asked of a few worlds only. */
  draws(count: number): { readonly curve: PossibleCurve; readonly wanted: Mm }[] {
    const drawn: { curve: PossibleCurve; wanted: Mm }[] = []
    let sum = 0
    for (let k = 0; k < this.ofLengths.length; k++) {
      for (const [i, row] of this.weights.entries()) {
        sum += row[k] as number
        while (drawn.length < count && sum >= (drawn.length + 0.5) / count)
          drawn.push({ curve: this.curves[i] as PossibleCurve, wanted: this.from + k * this.step })
      }
    }
    return drawn
  }

  private believed(): Belief {
    const { ofLengths, from, step } = this
    let [mean, square] = [0, 0]
    for (let k = 0; k < ofLengths.length; k++) mean += (ofLengths[k] as number) * (from + k * step)
    for (let k = 0; k < ofLengths.length; k++) square += (ofLengths[k] as number) * (from + k * step - mean) ** 2
    return {
      mean,
      median: this.quantile(0.5),
      sigma: Math.sqrt(square),
      low: this.quantile(TAIL),
      high: this.quantile(1 - TAIL),
    }
  }

  /** The weight of a place is spread over half a step to either side of it. */
  private quantile(share: number): Mm {
    let below = 0
    for (let k = 0; k < this.ofLengths.length; k++) {
      const here = this.ofLengths[k] as number
      if (below + here >= share) return this.from + (k - 0.5 + (share - below) / here) * this.step
      below += here
    }
    return this.from + (this.ofLengths.length - 0.5) * this.step
  }

  private blunderOf(likelihood: Likelihood): number {
    let chance = 0
    this.weights.forEach((row, i) => {
      if ((this.ofCurves[i] as number) < NO_WEIGHT) return
      const [first, end] = carried(row, NO_WEIGHT)
      const offsets = likelihood.travels.map((this.curves[i] as PossibleCurve).offsetAt)
      chance += likelihood.blunderOver(row.subarray(first, end), this.from + first * this.step, this.step, offsets)
    })
    return chance
  }
}

/** Below an interval of 90 in 100. */
const TAIL = 0.05

/** Weight that is none. */
const NO_WEIGHT = 1e-8

/** Standard deviations, mm: how far from what anything says lengths are tried. */
const FAR = 3

/** Every how many places the second pass looks first: three standard deviations of the sharpest reading at the most. */
const SPARSE = 4

/** Places at the most, in the first pass and in the second. */
const FIRST_PLACES = 280
const MOST_PLACES = 900

/**
 * The posterior of the length wanted. First over few curves and lengths far apart, then over those that carry weight, closer together than
 * the sharpest of the readings can tell: a sum over a normal curve in steps of its standard deviation is exact to a ten-thousandth.
 * Null where neither the prior nor any reading says where to look.
 */
export function posteriorOf(
  family: CurveFamily,
  statements: readonly Statement[],
  prior: LengthPrior,
): Posterior | null {
  const range = rangeOf(family.curves, statements, prior)
  if (range === null) return null
  const ready = (reach: Mm) => statements.map((statement) => new Likelihood(statement, reach))
  const sharpest = sharpestOf(statements, prior)
  const firstStep = Math.max(1.6 * sharpest.each, (range.to - range.from) / FIRST_PLACES)
  const first = weigh(family.curves, ready(meanReach(family.curves)), prior, range, firstStep)
  const left = carrying(first)
  const step = Math.max(Math.min(1.6, 0.6 * sharpest.all), (left.to - left.from) / MOST_PLACES)
  const ofCurves = Float64Array.from(first.weights, sumOf)
  const finer = family.finer(ofCurves)
  const likelihoods = ready(meanReach(family.curves, ofCurves))
  const last = weigh(finer.curves, likelihoods, prior, left, step, SPARSE)
  return new Posterior(finer.curves, last.from, last.step, last.weights, likelihoods)
}

/** mm that the path grows over the travel, over all curves by their weights. */
function meanReach(curves: readonly PossibleCurve[], weights?: Float64Array): Mm {
  let [reach, all] = [0, 0]
  curves.forEach(({ prior, offsetAt }, i) => {
    const weight = weights?.[i] ?? prior
    reach += weight * Math.abs(offsetAt(1) - offsetAt(0))
    all += weight
  })
  return reach / all
}

interface Range {
  readonly from: Mm
  readonly to: Mm
}

interface Weighed {
  readonly from: Mm
  readonly step: Mm
  readonly weights: readonly Float64Array[]
}

/** The first pass looks at every place; the second, whose steps are narrow, only where a look at every few says that there is weight. */
function weigh(
  curves: readonly PossibleCurve[],
  likelihoods: readonly Likelihood[],
  prior: LengthPrior,
  { from, to }: Range,
  atMost: Mm,
  every = 1,
): Weighed {
  const count = every * Math.max(2, Math.ceil((to - from) / atMost / every) + 1)
  // What lies evenly about a middle is summed evenly about it.
  const step = (to - from) / (count - 1)
  let most = -Infinity
  const weights = curves.map((curve) => {
    const offsets = likelihoods.map(({ travels }) => travels.map(curve.offsetAt))
    const own = Math.log(curve.prior)
    const weigh = (row: Float64Array, at: Mm, by: Mm) => {
      for (let k = 0; k < row.length; k++) row[k] = own + lnPrior(at + k * by, curve.centre ?? prior.around, prior)
      const product = new Float64Array(row.length).fill(1)
      likelihoods.forEach((likelihood, i) => {
        likelihood.multiply(product, at, by, offsets[i] as number[])
        if (i % AT_ONCE !== AT_ONCE - 1 && i !== likelihoods.length - 1) return
        for (let k = 0; k < row.length; k++) {
          ;(row[k] as number) += Math.log(product[k] as number)
          product[k] = 1
        }
      })
      return row
    }
    if (every === 1) return weigh(new Float64Array(count), from, step)
    const sparse = weigh(new Float64Array(count / every), from, step * every)
    most = sparse.reduce((max, each) => Math.max(max, each), most)
    const row = new Float64Array(count).fill(-Infinity)
    const [first, end] = carried(sparse, most - NEGLIGIBLE)
    const [begin, stop] = [Math.max(0, (first - 1) * every), Math.min(count, (end + 1) * every)]
    if (first < end) weigh(row.subarray(begin, stop), from + begin * step, step)
    return row
  })
  normalise(weights)
  return { from, step, weights }
}

/** Likelihoods whose product is far above the smallest number there is. */
const AT_ONCE = 16

/** Logarithm of a weight beside which another is none. */
const NEGLIGIBLE = 22

/** The places of a row from the first to behind the last that lie above a threshold. */
function carried(row: Float64Array, threshold: number): readonly [number, number] {
  let [first, end] = [0, row.length]
  while (first < end && !((row[first] as number) > threshold)) first++
  while (end > first && !((row[end - 1] as number) > threshold)) end--
  return [first, end]
}

/** Logarithm of a weight that is none beside the greatest. */
const NONE = 40

/** From logarithms to weights that are 1 together. */
function normalise(weights: readonly Float64Array[]): void {
  const most = weights.reduce((max, row) => row.reduce((a, b) => Math.max(a, b), max), -Infinity)
  let total = 0
  for (const row of weights)
    for (let k = 0; k < row.length; k++) {
      const below = (row[k] as number) - most
      total += row[k] = below < -NONE ? 0 : Math.exp(below)
    }
  for (const row of weights) for (let k = 0; k < row.length; k++) (row[k] as number) /= total
}

function lnPrior(wanted: Mm, centre: Mm | null, { scatter }: LengthPrior): number {
  if (scatter.length === 0 || centre === null) return 0
  let sum = 0
  for (const { sigma, share } of scatter) {
    const z = (wanted - centre) / sigma
    sum += (share / sigma) * Math.exp((-z * z) / 2)
  }
  return Math.log(sum)
}

/** Between which lengths the answer can lie at all. */
function rangeOf(curves: readonly PossibleCurve[], statements: readonly Statement[], prior: LengthPrior): Range | null {
  const ends: number[] = []
  const far = FAR * BLUNDER_SIGMA_MM
  if (prior.scatter.length > 0) {
    const beside = FAR * Math.max(...prior.scatter.map(({ sigma }) => sigma))
    for (const { centre } of curves) {
      const about = centre ?? prior.around
      if (about !== null) ends.push(about - beside, about + beside)
    }
  }
  for (const statement of statements) {
    if (statement.says !== 'length') continue
    const [mean, sigma] = [meanOf(statement.meant), sigmaOf(statement.meant)]
    const beside = Math.max(far, FAR * sigma)
    for (const { offsetAt } of curves.length > 2 ? ([curves[0], curves.at(-1)] as PossibleCurve[]) : curves)
      for (const { u } of travelNodes(statement.at)) ends.push(mean - offsetAt(u) - beside, mean - offsetAt(u) + beside)
  }
  return ends.length === 0 ? null : { from: Math.min(...ends), to: Math.max(...ends) }
}

/** Standard deviations, mm, that steps have to follow: of the sharpest reading, and of the answer if all readings agreed. */
function sharpestOf(
  statements: readonly Statement[],
  { scatter }: LengthPrior,
): { readonly each: Mm; readonly all: Mm } {
  let each = Math.min(BLUNDER_SIGMA_MM, ...scatter.map(({ sigma }) => sigma))
  let precision = 1 / each ** 2
  for (const statement of statements) {
    const sigmas =
      statement.says === 'length' ? statement.meant.map((one) => one.sigma) : statement.bounds.map((one) => one.sigma)
    const own = Math.min(...sigmas)
    each = Math.min(each, own)
    if (statement.says === 'length') precision += 1 / own ** 2
  }
  const all = Math.min(each, 1 / Math.sqrt(precision))
  return { each: Math.max(LEAST_STEP_MM, each), all: Math.max(LEAST_STEP_MM, all) }
}

/** mm. Closer than this nobody needs to know a belt's length. */
const LEAST_STEP_MM = 0.2

/** Share of the weight beyond either end that is left out. */
const LEFT_OUT = 1e-6

/** Where the weight lies. */
function carrying({ from, step, weights }: Weighed): Range {
  const sums = new Float64Array(weights[0]?.length ?? 0)
  for (const row of weights) for (let k = 0; k < row.length; k++) (sums[k] as number) += row[k] as number
  let [first, last] = [0, sums.length - 1]
  for (let left = 0; first < last && left + (sums[first] as number) < LEFT_OUT; first++) left += sums[first] as number
  for (let right = 0; last > first && right + (sums[last] as number) < LEFT_OUT; last--) right += sums[last] as number
  return { from: from + (first - 1) * step, to: from + (last + 1) * step }
}

function sumOf(row: Float64Array): number {
  let sum = 0
  for (const each of row) sum += each
  return sum
}
