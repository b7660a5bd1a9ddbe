import { useMemo } from 'react'
import {
  bringHome,
  fitByStrain,
  fitLength,
  lengthAnswer,
  standardLengths,
  type BringHome,
  type Fit,
  type LengthAnswer,
  type Mm,
  type SettledBelt,
  type SettledDrive,
} from '@emery/core'

/** Panel and tape ask of the same belt; it is worked out once. */
const answers = new WeakMap<SettledBelt, LengthAnswer>()

export function answerOf(settled: SettledDrive, belt: SettledBelt): LengthAnswer {
  const known = answers.get(belt)
  if (known !== undefined) return known
  const answer = lengthAnswer(settled, belt)
  answers.set(belt, answer)
  return answer
}

/** The one number: the length a new belt should have, as the trade states it; null while nothing says. */
export function targetOf({ wanted, window, restsOn }: LengthAnswer): Mm | null {
  if (wanted === null) return null
  return restsOn === 'fixed' && window !== null ? (window.from + window.to) / 2 : wanted.mean
}

/** How a belt of some length would fit, as far as the drive is known; null while it is not. */
export function fitOf({ situation }: LengthAnswer, belt: SettledBelt, length: Mm): Fit | null {
  return situation === null ? (fitByStrain(belt, length) ?? null) : fitLength(situation, length)
}

/** mm to either side of the target from which sizes are offered. */
const OFFERED_MM = 90

/** The belts to bring home out of the sizes that are made. */
export function useBringHome(answer: LengthAnswer, { belt }: SettledBelt): BringHome | null {
  const { section } = belt
  return useMemo(() => {
    const { wanted, window } = answer
    if (wanted === null || window === null) return null
    const middle = (window.from + window.to) / 2
    return bringHome(wanted, window, standardLengths(section, middle - OFFERED_MM, middle + OFFERED_MM))
  }, [answer, section])
}
