import type { ScaleLinear } from 'd3-scale'
import { targetOf } from '@emery/core/length'
import type { LengthAnswer } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'

export const HEIGHT = 112
export const RULE_TOP = 36
export const RULE_BOTTOM = 84
export const SIDE = 24

export type Scale = ScaleLinear<number, number>

export interface TapeSpan {
  /** Stated lengths with the adjuster released and taken up. */
  readonly reach: readonly [number, number]
  /** The stretch of the rule that is shown. */
  readonly domain: [number, number]
}

/** mm of rule beside what stands on it. */
const BESIDE_MM = 10

/**
 * The stretch of the rule to show: the reach with nearly half as much again on both sides, and the belt on the engine and every
 * reading that is not far off. Null while no length is known at all.
 */
export function tapeSpan({ belt }: SettledBelt, answer: LengthAnswer): TapeSpan | null {
  const { situation, window } = answer
  const target = targetOf(answer)
  const ends =
    situation !== null
      ? [situation.stretch.lengthFrom, situation.stretch.lengthTo]
      : window !== null
        ? [window.from, window.to]
        : target === null
          ? null
          : [target, target]
  if (ends === null) return null
  const [from, to] = ends.toSorted((x, y) => x - y) as [number, number]
  const margin = Math.max(0.45 * (to - from), 20)
  const near = (length: number | null) => length !== null && Math.abs(length - from) <= 6 * margin
  const marks = [belt.length, ...answer.sources.map(({ length }) => length)].filter(near) as number[]
  return {
    reach: [from, to],
    domain: [
      Math.min(from - margin, ...marks.map((length) => length - BESIDE_MM)),
      Math.max(to + margin, ...marks.map((length) => length + BESIDE_MM)),
    ],
  }
}
