import { useMemo } from 'react'
import { bringFromSizes, lengthAnswer, type BringHome, type LengthAnswer } from '@emery/core/length'
import type { SettledBelt, SettledDrive } from '@emery/core/path'

/** Panel and tape ask of the same belt; it is worked out once. */
const answers = new WeakMap<SettledBelt, LengthAnswer>()

export function answerOf(settled: SettledDrive, belt: SettledBelt): LengthAnswer {
  const known = answers.get(belt)
  if (known !== undefined) return known
  const answer = lengthAnswer(settled, belt)
  answers.set(belt, answer)
  return answer
}

/** The belts to buy out of the sizes that are made; null while no length is known. */
export function useBringHome(answer: LengthAnswer, belt: SettledBelt): BringHome | null {
  return useMemo(
    () => (answer.wanted === null || answer.window === null ? null : bringFromSizes(answer, belt)),
    [answer, belt],
  )
}
