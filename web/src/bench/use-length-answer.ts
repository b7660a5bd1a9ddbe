import { useMemo } from 'react'
import { bringHome, lengthAnswer, standardLengths, type BringHome, type LengthAnswer } from '@emery/core/length'
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

/** mm to either side of the target from which sizes are offered. */
const OFFERED_MM = 90

/** The belts to buy out of the sizes that are made. */
export function useBringHome(answer: LengthAnswer, { belt }: SettledBelt): BringHome | null {
  const { section } = belt
  return useMemo(() => {
    const { wanted, window } = answer
    if (wanted === null || window === null) return null
    const middle = (window.from + window.to) / 2
    return bringHome(wanted, window, standardLengths(section, middle - OFFERED_MM, middle + OFFERED_MM))
  }, [answer, section])
}
