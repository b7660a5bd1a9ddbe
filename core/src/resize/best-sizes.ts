/** The best set of pulley sizes for how a vehicle is used: docs/mechanics/other-pulleys.md. */
import { isSized, type Pulley } from '../drive/pulley.ts'
import type { SettledDrive } from '../path/settle.ts'
import { NOMINAL_RULES, type ShopRules } from '../rules/rules.ts'
import type { PulleySize, SizeStep } from './resize.ts'
import { sizeLimits, sizeOf, sizesBetween } from './resize.ts'
import { SizeCost, type CostParts } from './size-cost.ts'

/** A pulley that may be another size, and between which. */
export interface FreePulley {
  readonly pulley: string
  readonly from: number
  readonly to: number
}

export interface BestSizesOptions {
  readonly step: SizeStep
  readonly rules?: ShopRules
  /** How many sets to keep, best first. */
  readonly max?: number
}

/** One set of sizes, one for each free pulley. */
export interface SizeSet {
  readonly sizes: readonly PulleySize[]
  readonly cost: CostParts
}

export interface BestSizes {
  /** Best first; empty where no set can be built. */
  readonly sets: readonly SizeSet[]
  /** Sets there are in all, and those that had to be looked at one by one. */
  readonly all: number
  readonly looked: number
  /** False where the search gave up before every set was looked at or ruled out. */
  readonly complete: boolean
}

/** How far the search has come: the share of all sets that is looked at or ruled out. */
export interface BestSizesProgress {
  readonly done: number
}

/** Boxes of sets looked at before the search gives up: some seconds. */
const MAX_BOXES = 300_000

/** Boxes between two reports of progress. */
const REPORT_EVERY = 2000

/** Why a search cannot begin, in a sentence; undefined where it can. */
export function bestSizesRefusal(
  settled: SettledDrive,
  free: readonly FreePulley[],
  rules: ShopRules,
): string | undefined {
  if (free.length === 0) return 'Choose which pulleys may change size.'
  for (const { pulley: id, from, to } of free) {
    const pulley = settled.drive.pulleys.find((each) => each.id === id)
    if (pulley === undefined || !isSized(pulley)) return `The size of ${id} is not known yet.`
    if (!(from <= to)) return `The smallest size of ${id} must not be above its largest.`
    if (to < sizeLimits(pulley, rules).min)
      return `${id} may not be smaller than ${sizeLimits(pulley, rules).min}, so no size is left.`
  }
  return undefined
}

/**
 * Searches every set of sizes within bounds for the least cost (SizeCost), and never misses the best one: boxes of sets are
 * halved, and a box is left out only where the least that any set in it could cost is more than what has been found.
 */
export function* searchBestSizes(
  settled: SettledDrive,
  free: readonly FreePulley[],
  { step, rules = NOMINAL_RULES, max: most = 3 }: BestSizesOptions,
): Generator<BestSizesProgress, BestSizes> {
  const dimensions = free.map(({ pulley: id, from, to }) => dimensionOf(settled, id, { from, to, step, rules }))
  const all = dimensions.reduce((product, { sizes }) => product * sizes.length, 1)
  if (all === 0) return { sets: [], all, looked: 0, complete: true }
  const cost = new SizeCost(
    settled,
    dimensions.map(({ pulley }) => pulley),
    rules,
  )
  const found: SizeSet[] = []
  const worst = () => (found.length < most ? Infinity : (found.at(-1)?.cost.total ?? Infinity))
  const whole: Box = dimensions.map(({ sizes }) => [0, sizes.length - 1])
  const sizesAt = (box: Box, end: 0 | 1) => box.map((range, k) => dimensions[k]?.sizes[range[end]] ?? 0)
  const waiting: { readonly box: Box; readonly min: number }[] = [{ box: whole, min: 0 }]
  let [boxes, looked, done] = [0, 0, 0]
  for (;;) {
    const next = waiting.pop()
    if (next === undefined || boxes >= MAX_BOXES) return { sets: found, all, looked, complete: next === undefined }
    boxes++
    if (boxes % REPORT_EVERY === 0) yield { done: done / all }
    const { box, min: least } = next
    if (least >= worst()) {
      done += volume(box)
      continue
    }
    const halves = halved(box)
    if (halves === undefined) {
      looked++
      done++
      const sizes = sizesAt(box, 0)
      const parts = cost.of(sizes)
      if (parts !== undefined && parts.total < worst() && cost.goes(sizes)) {
        const set = { sizes: sizes.map((size, k) => ({ pulley: dimensions[k]?.pulley.id ?? '', size })), cost: parts }
        found.push(set)
        found.sort((a, b) => a.cost.total - b.cost.total)
        found.length = Math.min(found.length, most)
      }
      continue
    }
    const both = halves.map((half) => ({ box: half, min: cost.atLeast(sizesAt(half, 0), sizesAt(half, 1)) }))
    // The more promising half is looked at first: what it holds rules out more of the other.
    waiting.push(...both.toSorted((a, b) => b.min - a.min))
  }
}

/** Searches to the end. */
export function bestSizes(settled: SettledDrive, free: readonly FreePulley[], options: BestSizesOptions): BestSizes {
  const search = searchBestSizes(settled, free, options)
  for (;;) {
    const step = search.next()
    if (step.done === true) return step.value
  }
}

/** For each free pulley the first and last of its sizes, both included. */
type Box = readonly (readonly [number, number])[]

function volume(box: Box): number {
  return box.reduce((product, [from, to]) => product * (to - from + 1), 1)
}

/** A box cut in two along its longest side; undefined for a single set. */
function halved(box: Box): readonly [Box, Box] | undefined {
  const lengths = box.map(([from, to]) => to - from)
  const longest = lengths.indexOf(Math.max(...lengths))
  const [from, to] = box[longest] ?? [0, 0]
  if (from === to) return undefined
  const middle = Math.floor((from + to) / 2)
  const cut = (range: readonly [number, number]) => box.map((each, k) => (k === longest ? range : each))
  return [cut([from, middle]), cut([middle + 1, to])]
}

interface Dimension {
  readonly pulley: Pulley
  readonly sizes: readonly number[]
}

/** The sizes a pulley may have: those made within its bounds, and the one it has, if it lies within. */
function dimensionOf(
  settled: SettledDrive,
  id: string,
  {
    from,
    to,
    step,
    rules,
  }: { readonly from: number; readonly to: number; readonly step: SizeStep; readonly rules: ShopRules },
): Dimension {
  const pulley = settled.drive.pulleys.find((each) => each.id === id)
  if (pulley === undefined) throw new Error(`There is no pulley "${id}" to change.`)
  const { min: least, max: most } = sizeLimits(pulley, rules)
  const made = sizesBetween(pulley, step, Math.max(from, least), Math.min(to, most))
  const now = sizeOf(pulley)
  const keeps = now !== null && now >= from && now <= to && !made.includes(now)
  return { pulley, sizes: keeps ? [...made, now].toSorted((a, b) => a - b) : made }
}
