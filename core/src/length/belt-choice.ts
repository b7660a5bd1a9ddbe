/** Which belt goes on a drive, and how one of some length would fit: docs/mechanics/fitting.md. */
import type { SettledBelt } from '../path/settle.ts'
import type { Mm } from '../units/quantity.ts'
import { FIT_RANK, fitByStrain, fitLength, type Fit } from './verdict.ts'
import type { BringHome } from './bring-home.ts'
import type { LengthAnswer } from './length-answer.ts'
import { standardLengths } from './standard-lengths.ts'

/** The one number: the length a new belt should have, as the trade states it; null while nothing says. */
export function targetOf({ wanted, window, restsOn }: LengthAnswer): Mm | null {
  if (wanted === null) return null
  return restsOn === 'fixed' && window !== null ? (window.from + window.to) / 2 : wanted.median
}

/** How a belt of some length would fit, as far as the drive is known; null while it is not. */
export function fitOf({ situation }: LengthAnswer, belt: SettledBelt, length: Mm): Fit | null {
  return situation === null ? (fitByStrain(belt, length) ?? null) : fitLength(situation, length)
}

/** mm beyond the interval of the length wanted from which sizes are offered: more than any window is wide. */
const OFFERED_MM = 45

/** Sizes offered at the most. */
const MOST_OFFERED = 90

/** The belts to buy out of the sizes that are made; none where no length is known. */
export function bringFromSizes({ wanted, bring }: LengthAnswer, { belt }: SettledBelt): BringHome {
  if (wanted === null) return { belts: [], together: 0 }
  return bring(standardLengths(belt.section, wanted.low - OFFERED_MM, wanted.high + OFFERED_MM, MOST_OFFERED))
}

/** mm to either side of the window from which sizes are tried. */
const TRIED_MM = 30

/** The belt of a size that is made which fits best, nearest to the length wanted; null where none goes on. */
export function chooseBelt(answer: LengthAnswer, settled: SettledBelt): Fit | null {
  const { window } = answer
  const target = targetOf(answer)
  if (window === null || target === null) return null
  const fits = standardLengths(settled.belt.section, window.from - TRIED_MM, window.to + TRIED_MM)
    .map((length) => fitOf(answer, settled, length))
    .filter((fit) => fit !== null)
    .filter(({ verdict }) => FIT_RANK[verdict] < FIT_RANK['too short'])
  const rank = (fit: Fit) => FIT_RANK[fit.verdict] * FAR_MM + Math.abs(fit.length - target)
  return fits.toSorted((a, b) => rank(a) - rank(b))[0] ?? null
}

/** mm. More than any two sizes tried are apart, so that a better verdict always comes first. */
const FAR_MM = 10_000
