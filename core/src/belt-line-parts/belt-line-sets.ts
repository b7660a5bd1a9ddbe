/** Sets of parts whose belt lines agree, those worth buying first: docs/mechanics/alignment.md. */
import type { Mm } from '../units/quantity.ts'
import { BELT_LINE_CLEARANCE, LINE_WITHIN } from './nominal.ts'

/** A shaft’s choice as the search sees it. */
export interface LineChoice {
  readonly line: Mm
  readonly spacers: number
  /** Parts of it that are not on hand. */
  readonly toBuy: number
  /** mm to block or head; null where that was not measured. */
  readonly clearance: Mm | null
  /** mm by which the belt may run off its middle: none in grooves, some on a smooth face. */
  readonly slack: Mm
}

export interface BeltLineSet {
  /** Which choice of each shaft, by its place. */
  readonly chosen: readonly number[]
  /** mm between the foremost and the rearmost belt line in grooves. */
  readonly apart: Mm
  readonly spacers: number
  readonly toBuy: number
  /** mm of the choice that comes nearest to block or head, of those that were measured; null where none was. */
  readonly clearance: Mm | null
  /** Whether all of them were measured. */
  readonly isMeasured: boolean
}

export interface BeltLineSets {
  /** All that agree, of which `sets` are the best. */
  readonly count: number
  readonly sets: readonly BeltLineSet[]
  /** mm that the nearest set lies apart, whether it agrees or not; null where a shaft has no choice. */
  readonly nearest: Mm | null
}

/** mm by which rounding may miss a tolerance. */
const ROUNDING = 1e-9

interface Element {
  readonly slot: number
  readonly choice: number
  readonly line: Mm
  readonly of: LineChoice
}

/** Part of a set: what has been chosen so far, and what it comes to. */
interface Partial {
  readonly chosen: readonly Element[]
  readonly toBuy: number
  readonly spacers: number
  readonly clearance: Mm
}

const EMPTY: Partial = { chosen: [], toBuy: 0, spacers: 0, clearance: Infinity }

/**
 * The sets, one choice a shaft, whose belt lines in grooves lie within `within` mm of one common line, with the middle of every smooth face within its
 * slack of it: those with the fewest parts to buy first, then with the fewest spacers, then with the most clearance, then those whose lines lie nearest.
 * Every set has one rearmost line, and the common line is taken `within` in front of that, so sets are counted and sought from line to line without going
 * through them all. Exact in parts, spacers and clearance.
 */
export function beltLineSets(
  slots: readonly (readonly LineChoice[])[],
  { within = LINE_WITHIN, max: most = 8 }: { readonly within?: Mm; readonly max?: number } = {},
): BeltLineSets {
  if (slots.length === 0 || slots.some((choices) => choices.length === 0)) return { count: 0, sets: [], nearest: null }
  const bySlot = slots.map((choices, slot) =>
    choices
      .map((of, choice): Element => ({ slot, choice, line: of.line, of }))
      .toSorted((a, b) => a.line - b.line || a.choice - b.choice),
  )
  // Where every choice is a smooth face the belt is only led: the others set the line.
  const follows = slots.map((choices) => choices.every(({ slack }) => slack > 0))
  const leading = follows.every(Boolean) ? follows.map(() => false) : follows
  const guided = bySlot.filter((_, slot) => !leading[slot])
  const rears = guided.flat().toSorted(inOrder)
  let count = 0
  let best: Partial[] = []
  for (const rear of rears) {
    const common = rear.line + within
    const candidates = bySlot.map((elements, slot) => {
      if (slot === rear.slot) return [rear]
      if (leading[slot] === true)
        return elements.filter(({ line, of }) => Math.abs(line - common) <= of.slack + ROUNDING)
      return between(elements, rear.line, rear.line + 2 * within + ROUNDING).filter((each) => inOrder(rear, each) < 0)
    })
    const sets = candidates.reduce((product, each) => product * each.length, 1)
    if (sets === 0) continue
    count += sets
    best = [...best, ...cheapest(candidates, most)].toSorted(better).slice(0, most)
  }
  return {
    count,
    sets: best.map(({ chosen, toBuy, spacers }) => ({
      chosen: chosen.map(({ choice }) => choice),
      apart: apartOf(chosen, leading),
      toBuy,
      spacers,
      ...measuredClearance(chosen),
    })),
    nearest: nearestOf(guided),
  }

  function better(a: Partial, b: Partial): number {
    return compare(a, b) || apartOf(a.chosen, leading) - apartOf(b.chosen, leading)
  }
}

function measuredClearance(chosen: readonly Element[]): Pick<BeltLineSet, 'clearance' | 'isMeasured'> {
  const measured = chosen.flatMap(({ of: { clearance } }) => (clearance === null ? [] : [clearance]))
  return {
    clearance: measured.length === 0 ? null : Math.min(...measured),
    isMeasured: measured.length === chosen.length,
  }
}

/** mm finer than which two sets agree equally well: nobody measures a belt line finer. */
const SAME_APART = 0.1

/** Of sets in their order, those that nothing before them beats in every respect: a spacer more, with nothing gained by it, is not worth a look. */
export function worthBuying(sets: readonly BeltLineSet[]): readonly BeltLineSet[] {
  const kept: BeltLineSet[] = []
  for (const set of sets) {
    const isBeaten = kept.some(
      (other) =>
        other.toBuy <= set.toBuy &&
        other.spacers <= set.spacers &&
        (other.clearance ?? 0) >= (set.clearance ?? 0) &&
        other.apart <= set.apart + SAME_APART,
    )
    if (!isBeaten) kept.push(set)
  }
  return kept
}

/** One order of all choices, so that every set has one rearmost. */
function inOrder(a: Element, b: Element): number {
  return a.line - b.line || a.slot - b.slot || a.choice - b.choice
}

function compare(a: Partial, b: Partial): number {
  if (a.toBuy !== b.toBuy) return a.toBuy - b.toBuy
  if (a.spacers !== b.spacers) return a.spacers - b.spacers
  // Two that keep clear without bound are alike: the difference of infinities is no number.
  return a.clearance === b.clearance ? 0 : b.clearance - a.clearance
}

/** The sets of one choice from each, the best `most` of them: those of a whole are made of the best of its parts, so no more of those are needed. */
function cheapest(candidates: readonly (readonly Element[])[], most: number): readonly Partial[] {
  return candidates.reduce<readonly Partial[]>(
    (partial, elements) => {
      const worth = elements
        .map((element) => joined(EMPTY, element))
        .toSorted(compare)
        .slice(0, most)
        .flatMap(({ chosen }) => chosen)
      return partial
        .flatMap((each) => worth.map((element) => joined(each, element)))
        .toSorted(compare)
        .slice(0, most)
    },
    [EMPTY],
  )
}

function joined({ chosen, toBuy, spacers, clearance }: Partial, element: Element): Partial {
  return {
    chosen: [...chosen, element],
    toBuy: toBuy + element.of.toBuy,
    spacers: spacers + element.of.spacers,
    // What was not measured may be as near as is allowed.
    clearance: Math.min(clearance, element.of.clearance ?? BELT_LINE_CLEARANCE),
  }
}

function apartOf(chosen: readonly Element[], leading: readonly boolean[]): Mm {
  const lines = chosen.flatMap(({ slot, line }) => (leading[slot] === true ? [] : [line]))
  return Math.max(...lines) - Math.min(...lines)
}

/** The elements with lines from one place to another, of some in the order of their lines. */
function between(elements: readonly Element[], from: Mm, to: Mm): readonly Element[] {
  const firstNotBelow = (line: Mm, above: boolean): number => {
    let [low, high] = [0, elements.length]
    while (low < high) {
      const middle = (low + high) >> 1
      const each = elements[middle]?.line ?? Infinity
      if (above ? each <= line : each < line) low = middle + 1
      else high = middle
    }
    return low
  }
  return elements.slice(firstNotBelow(from, false), firstNotBelow(to, true))
}

/** mm of the narrowest window that holds a line of every shaft. */
function nearestOf(guided: readonly (readonly Element[])[]): Mm {
  const at = guided.map(() => 0)
  let nearest = Infinity
  for (;;) {
    const heads = at.map((place, slot) => guided[slot]?.[place])
    const lines = heads.map((head) => head?.line ?? NaN)
    nearest = Math.min(nearest, Math.max(...lines) - Math.min(...lines))
    // Only a later line of the rearmost shaft can make the window narrower.
    const rear = lines.indexOf(Math.min(...lines))
    at[rear] = (at[rear] ?? 0) + 1
    if ((at[rear] ?? 0) >= (guided[rear]?.length ?? 0)) return nearest
  }
}
