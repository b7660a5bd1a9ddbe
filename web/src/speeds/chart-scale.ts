import { scaleLinear, type ScaleLinear } from 'd3-scale'
import type { Engine } from '@emery/core/drive'

/** Pixels of the charts over engine speed, which stand one over the other on one scale. */
export const CHART = { width: 376, left: 46, right: 92 } as const

export type Scale = ScaleLinear<number, number>

/** Highest engine speed shown: a little beyond what the engine reaches. */
export function maxShown({ maxRpm }: Engine): number {
  return maxRpm * 1.04
}

export function engineScale(engine: Engine): Scale {
  return scaleLinear([0, maxShown(engine)], [CHART.left, CHART.width - CHART.right])
}

/** Heights near to those asked for, none within `apart` of another, all above `bottom` where they can be. */
export function spread(wanted: readonly number[], apart: number, bottom = Infinity): number[] {
  const order = wanted.map((y, i) => ({ y, i })).toSorted((a, b) => a.y - b.y)
  const placed = new Array<number>(wanted.length).fill(0)
  let free = -Infinity
  for (const { y, i } of order) {
    free = Math.max(y, free + apart)
    placed[i] = free
  }
  // What was pushed below the chart pushes back upward.
  let limit = bottom
  for (const { i } of order.toReversed()) {
    placed[i] = Math.min(placed[i] ?? 0, limit)
    limit = (placed[i] ?? 0) - apart
  }
  return placed
}
