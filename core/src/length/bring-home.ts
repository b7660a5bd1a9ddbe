/** Which belts to buy, so that one of them fits: docs/mechanics/fitting.md. */
import type { Mm } from '../units/quantity.ts'
import type { GoodWindow } from './verdict.ts'
import type { Belief } from './fusion.ts'

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

/** How likely one of the belts is to fit before buying more is not worth it. */
export const SURE_ENOUGH = 0.95

/** Nobody carries more than this many home. */
const MAX_BELTS = 4

/**
 * The fewest of the belts on offer such that one fits with at least SURE_ENOUGH probability; where even MOST_BELTS do not
 * reach it, the best of those. A belt fits while the true length keeps it inside the window of good lengths, so each covers a
 * stretch of what may be true, all equally wide. Of sets that are sure enough, one with the single likeliest belt is taken:
 * whoever brings two would rather need only the first.
 */
export function bringHome(wanted: Belief, window: GoodWindow, offered: readonly Mm[]): BringHome {
  const stretches = [...new Set(offered)]
    .toSorted((a, b) => a - b)
    .map((length) => ({
      length,
      // The belt is in the window as long as the truth lies no farther above or below the mean than it does itself.
      from: wanted.below(wanted.mean + length - window.to),
      to: wanted.below(wanted.mean + length - window.from),
    }))
    .filter(({ from, to }) => to > from)
  if (stretches.length === 0) return { belts: [], together: 0 }
  const { covered, chosen } = coverOf(stretches)
  const belts = chosen.map(({ length, from, to }) => ({ length, alone: to - from }))
  return { belts: belts.toSorted((a, b) => b.alone - a.alone), together: covered }
}

/** The smallest sufficient set, or the best there is. */
function coverOf(stretches: readonly Stretch[]): Cover {
  let best = bestCover(stretches, 1)
  const [likeliest] = best.chosen
  for (let count = 2; best.covered < SURE_ENOUGH && count <= Math.min(MAX_BELTS, stretches.length); count++) {
    const wider = bestCover(stretches, count)
    // A further belt that adds next to nothing is not worth carrying.
    if (wider.covered - best.covered < WORTH_CARRYING) return best
    const around = likeliest === undefined ? wider : grownCover(stretches, likeliest, count)
    best = around.covered >= SURE_ENOUGH ? around : wider
  }
  return best
}

/** Probability that a further belt has to add. */
const WORTH_CARRYING = 0.01

/** A stretch of probability that one belt covers. */
interface Stretch {
  readonly length: Mm
  readonly from: number
  readonly to: number
}

interface Cover {
  readonly covered: number
  readonly chosen: readonly Stretch[]
}

/**
 * The `count` stretches that cover most. They come in the order of both their ends, so what one adds to a set depends only on
 * the last one before it: best(k, i) = max over j < i of best(k − 1, j) + to_i − max(from_i, to_j).
 */
function bestCover(stretches: readonly Stretch[], count: number): Cover {
  let best: Cover[] = stretches.map((stretch) => ({ covered: stretch.to - stretch.from, chosen: [stretch] }))
  for (let k = 2; k <= count; k++) {
    best = stretches.map((stretch, i) =>
      best.slice(0, i).reduce<Cover>(
        (most, before) => {
          const last = before.chosen.at(-1)?.to ?? 0
          const covered = before.covered + stretch.to - Math.max(stretch.from, last)
          return before.chosen.length === k - 1 && covered > most.covered
            ? { covered, chosen: [...before.chosen, stretch] }
            : most
        },
        { covered: 0, chosen: [] },
      ),
    )
  }
  return best.reduce((most, cover) => (cover.covered > most.covered ? cover : most))
}

/** A set of `count` stretches grown from one by what adds most, one after the other. */
function grownCover(stretches: readonly Stretch[], first: Stretch, count: number): Cover {
  let cover: Cover = { covered: first.to - first.from, chosen: [first] }
  while (cover.chosen.length < count) {
    const { chosen } = cover
    const wider = stretches
      .filter((stretch) => !chosen.includes(stretch))
      .map((stretch) => ({ covered: unionOf([...chosen, stretch]), chosen: [...chosen, stretch] }))
    const most = Math.max(...wider.map(({ covered }) => covered))
    // Where several add about as much, the one nearest to the likeliest is less of a gamble.
    const apart = ({ chosen: set }: Cover) => Math.abs((set.at(-1)?.length ?? 0) - first.length)
    cover = wider
      .filter(({ covered }) => covered > most - WORTH_CARRYING / 2)
      .reduce((near, each) => (apart(each) < apart(near) ? each : near))
  }
  return cover
}

/** The probability covered by stretches together. */
function unionOf(stretches: readonly Stretch[]): number {
  let [covered, upTo] = [0, 0]
  for (const { from, to } of stretches.toSorted((a, b) => a.from - b.from)) {
    covered += Math.max(0, to - Math.max(from, upTo))
    upTo = Math.max(upTo, to)
  }
  return covered
}
