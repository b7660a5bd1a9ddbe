/** Mirror images that distances cannot tell apart: what to ask, and which layouts an answer leaves. */
import { cross, distance, minus, type Point } from '../numerics/vectors.ts'
import type { FittedLayout } from './fits.ts'
import type { Layout } from './layouts.ts'
import type { MirrorAnswer, MirrorQuestion, SurveyInput } from './survey-types.ts'

/** Cost by which a mirror image may be worse and still be possible: three standard deviations. */
const AS_GOOD = 9
/** mm by which a pulley must move between two layouts for them to be different drives. */
const DIFFERENT_MM = 5
export function answersHold(
  places: Layout,
  sides: readonly MirrorAnswer[],
  index: ReadonlyMap<string, number>,
): boolean {
  return sides.every(({ from, to, of, side }) => {
    const [a, b, c] = [from, to, of].map((id) => places[index.get(id) ?? -1])
    if (a === undefined || b === undefined || c === undefined) return true
    return (side === 'left') === cross(minus(b, a), minus(c, a)) > 0
  })
}

/** One question for each pulley that stands elsewhere in a mirror image that fits as well. */
export function mirrorQuestions(
  held: Layout,
  fits: readonly FittedLayout[],
  anchors: Layout,
  input: SurveyInput,
): MirrorQuestion[] {
  const best = fits[0]
  if (best === undefined) return []
  const id = (i: number) => input.pulleys[i]?.id ?? ''
  const asked = new Map<number, MirrorQuestion>()
  for (const other of fits.slice(1)) {
    if (other.cost > best.cost + AS_GOOD) continue
    const question = firstDifference(held, other.places, anchors)
    if (question === undefined || asked.has(question.of)) continue
    asked.set(question.of, { from: id(question.from), to: id(question.to), of: id(question.of) })
  }
  // A pulley may have to be asked about again, from another line; never the same question twice.
  const isAnswered = (question: MirrorQuestion) =>
    (input.sides ?? []).some(({ from, to, of }) => from === question.from && to === question.to && of === question.of)
  return [...asked.values()].filter((question) => !isAnswered(question))
}

/** The first pulley that lies on the other side of a line between two earlier ones, the line as long as can be had. */
function firstDifference(a: Layout, b: Layout, anchors: Layout) {
  const order = a.flatMap((place, i) => (place !== undefined && b[i] !== undefined ? [i] : []))
  const side = (layout: Layout, from: number, to: number, of: number) =>
    cross(minus(layout[to] as Point, layout[from] as Point), minus(layout[of] as Point, layout[from] as Point))
  for (const [n, of] of order.entries()) {
    if (n < 2 || anchors[of] !== undefined) continue
    const lines = order.slice(0, n).flatMap((from, k) => order.slice(k + 1, n).map((to) => [from, to] as const))
    const longest = lines.toSorted((p, q) => lengthIn(a, q) - lengthIn(a, p))
    for (const [from, to] of longest) {
      const least = DIFFERENT_MM * lengthIn(a, [from, to])
      const [here, there] = [side(a, from, to, of), side(b, from, to, of)]
      if (here * there < 0 && Math.abs(here) > least && Math.abs(there) > least) return { from, to, of }
    }
  }
  return undefined
}

function lengthIn(layout: Layout, [from, to]: readonly [number, number]): number {
  return distance(layout[from] as Point, layout[to] as Point)
}
