/** Which belts to buy, so that one of them fits: docs/mechanics/fitting.md. */
import type { Mm } from '../units/quantity.ts'

export interface BeltToBring {
  readonly length: Mm
  /** The probability that this one fits. */
  readonly alone: number
}

export interface BringHome {
  /** In the order in which to try them. */
  readonly belts: readonly BeltToBring[]
  /** The probability that one of them fits. */
  readonly together: number
}

/** Chances of belts of given lengths, shortest first: of two of them, that the shorter and the longer one both fit. */
export interface Chances {
  readonly lengths: readonly Mm[]
  /** By place in `lengths`, `shorter` ≤ `longer`. */
  both(shorter: number, longer: number): number
}

/** How likely one of the belts is to fit before buying more is not worth it. */
export const SURE_ENOUGH = 0.95

/** Nobody carries more than this many home. */
const MAX_BELTS = 4

/** Probability that a further belt has to add. */
const WORTH_CARRYING = 0.01

/**
 * The fewest of the belts on offer such that one fits with at least SURE_ENOUGH probability; where even MAX_BELTS do not reach it, the best of
 * those. Lengths that fit lie side by side whatever is true, so what a belt adds to a set depends on the one before it only:
 * `P(set) = Σ P(i) − P(i and the one before)`. Of sets that are sure enough, one with the single likeliest belt is taken: whoever brings two
 * would rather need only the first.
 */
export function bringHome(chances: Chances): BringHome {
  const places = chances.lengths.flatMap((_, i) => (chances.both(i, i) > 0 ? [i] : []))
  if (places.length === 0) return { belts: [], together: 0 }
  const { covered, chosen } = coverOf(chances, places)
  const belts = chosen.map((i) => ({ length: chances.lengths[i] as Mm, alone: chances.both(i, i) }))
  return { belts: belts.toSorted((a, b) => b.alone - a.alone), together: Math.min(1, covered) }
}

/** Places in the list of lengths, shortest first, and the chance that one of them fits. */
interface Cover {
  readonly covered: number
  readonly chosen: readonly number[]
}

/** The smallest sufficient set, or the best there is. */
function coverOf(chances: Chances, places: readonly number[]): Cover {
  let best = bestCover(chances, places, 1)
  const [likeliest] = best.chosen
  for (let count = 2; best.covered < SURE_ENOUGH && count <= Math.min(MAX_BELTS, places.length); count++) {
    const wider = bestCover(chances, places, count)
    // A further belt that adds next to nothing is not worth carrying.
    if (wider.covered - best.covered < WORTH_CARRYING) return best
    const around = likeliest === undefined ? wider : grownCover(chances, places, likeliest, count)
    best = around.covered >= SURE_ENOUGH ? around : wider
  }
  return best
}

/** The `count` belts of which one most likely fits: best(k, i) = max over j < i of best(k − 1, j) + P(i) − P(i and j). */
function bestCover(chances: Chances, places: readonly number[], count: number): Cover {
  let best: Cover[] = places.map((i) => ({ covered: chances.both(i, i), chosen: [i] }))
  for (let k = 2; k <= count; k++) {
    best = places.map((i, at) =>
      best.slice(0, at).reduce<Cover>(
        (most, before) => {
          const covered = before.covered + chances.both(i, i) - chances.both(before.chosen.at(-1) ?? i, i)
          return before.chosen.length === k - 1 && covered > most.covered
            ? { covered, chosen: [...before.chosen, i] }
            : most
        },
        { covered: 0, chosen: [] },
      ),
    )
  }
  return best.reduce((most, cover) => (cover.covered > most.covered ? cover : most))
}

/** A set of `count` belts grown from one by what adds most, one after the other. */
function grownCover(chances: Chances, places: readonly number[], first: number, count: number): Cover {
  let cover: Cover = { covered: chances.both(first, first), chosen: [first] }
  while (cover.chosen.length < count) {
    const { chosen } = cover
    const wider = places
      .filter((i) => !chosen.includes(i))
      .map((i) => ({ added: i, covered: oneOf(chances, [...chosen, i]) }))
    const most = Math.max(...wider.map(({ covered }) => covered))
    // Where several add about as much, the one nearest to the likeliest is less of a gamble.
    const nearest = wider
      .filter(({ covered }) => covered > most - WORTH_CARRYING / 2)
      .reduce((near, each) => (Math.abs(each.added - first) < Math.abs(near.added - first) ? each : near))
    cover = { covered: nearest.covered, chosen: [...chosen, nearest.added].toSorted((a, b) => a - b) }
  }
  return cover
}

/** The chance that one of several fits. */
function oneOf(chances: Chances, places: readonly number[]): number {
  const sorted = places.toSorted((a, b) => a - b)
  return sorted.reduce((sum, i, at) => {
    const before = sorted[at - 1]
    return sum + chances.both(i, i) - (before === undefined ? 0 : chances.both(before, i))
  }, 0)
}
