/** What each reading did to the answer: the answer without it, beside the answer with it. */
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import type { Mm } from '../units/quantity.ts'
import { lengthAnswer, type LengthAnswer } from './length-answer.ts'

export interface Effect {
  /** mm by which it moved the length wanted; null where there would be none without it. */
  readonly moved: Mm | null
  /** Width of the interval of 90 in 100, mm: as it is, and without it; null where there would be none. */
  readonly width: Mm
  readonly widthWithout: Mm | null
}

/** Readings whose effect is worked out, the latest: each asks for an answer of its own. */
const MOST_EFFECTS = 16

/** By reading, for the latest MOST_EFFECTS that count. */
export function effectsOf(
  all: SettledDrive,
  settled: SettledBelt,
  { wanted, sources }: LengthAnswer,
): Map<string, Effect> {
  const readings = sources.flatMap(({ reading }) => reading ?? [])
  return new Map(
    sources
      .filter(({ reading, not }) => reading !== null && not === null)
      .slice(-MOST_EFFECTS)
      .flatMap(({ id }): [string, Effect][] => {
        if (wanted === null) return []
        const others = readings.filter((each) => each.id !== id)
        const without = lengthAnswer(all, settled, others).wanted
        return [
          [
            id,
            {
              width: wanted.high - wanted.low,
              moved: without === null ? null : wanted.median - without.median,
              widthWithout: without === null ? null : without.high - without.low,
            },
          ],
        ]
      }),
  )
}
