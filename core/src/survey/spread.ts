/** How well a layout is held: the spread of its places, and pulleys that nothing holds. */
import { confidenceOf } from '../numerics/least-squares.ts'
import { FREE_SHARE } from '../numerics/tolerances.ts'
import { distance, type Point } from '../numerics/vectors.ts'
import { systemOf } from './fits.ts'
import type { Layout, Link } from './layouts.ts'

/** Standard deviations of the places and the pulleys that are free to move, the frame being held. */
export function spreads(places: Layout, links: readonly Link[], anchors: Layout) {
  const { slot, evaluate, start, freedoms } = systemOf(places, links, anchors)
  const { jacobian } = evaluate(start)
  const order = [...slot.keys()]
  const { covariance, free } = confidenceOf(
    { values: [], jacobian: [...jacobian, ...frameRows(places, anchors, order, slot, start.length, freedoms)] },
    start.length,
  )
  const loose = new Set(
    order.filter((i) => {
      const k = slot.get(i) as number
      return free.some((vector) => Math.hypot(vector[k] as number, vector[k + 1] as number) > FREE_SHARE)
    }),
  )
  const sigmas = places.map((_, i) => {
    const k = slot.get(i)
    if (k === undefined || covariance === undefined) return 0
    return Math.sqrt(((covariance[k]?.[k] ?? 0) + (covariance[k + 1]?.[k + 1] ?? 0)) / 2)
  })
  return { sigmas, free: loose }
}

/** Rows that hold the frame where nothing that is given does: the first pulley stands, the second only moves away from it. */
function frameRows(
  places: Layout,
  anchors: Layout,
  order: readonly number[],
  slot: ReadonlyMap<number, number>,
  unknowns: number,
  freedoms: number,
): number[][] {
  /** Holds far more firmly than any tape, in 1/mm. */
  const FIRM = 1e3
  const row = (entries: readonly (readonly [number, number])[]) => {
    const values = new Array<number>(unknowns).fill(0)
    for (const [k, value] of entries) values[k] = value
    return values
  }
  if (freedoms === 0) return []
  const anchor = anchors.findIndex((place) => place !== undefined)
  const first = anchor >= 0 ? anchor : (order[0] as number)
  const second = order.find((i) => i !== first)
  const rows: number[][] = []
  if (freedoms >= 2) {
    const k = slot.get(first) as number
    rows.push(row([[k, FIRM]]), row([[k + 1, FIRM]]))
  }
  if (second !== undefined) {
    const [a, b] = [places[first] as Point, places[second] as Point]
    const d = Math.max(distance(a, b), 1e-9)
    const k = slot.get(second) as number
    rows.push(
      row([
        [k, (-FIRM * (b.y - a.y)) / d],
        [k + 1, (FIRM * (b.x - a.x)) / d],
      ]),
    )
  }
  return rows
}
