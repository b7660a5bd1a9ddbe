/** Which reading, of those that can be made, would settle most: docs/mechanics/length.md. */
import type { LengthReading } from '../drive/length-reading.ts'
import type { SettledBelt } from '../path/settle.ts'
import type { Mm } from '../units/quantity.ts'
import { asksHowItLay, aidsMeant } from './aids-meant.ts'
import type { LengthAnswer } from './length-answer.ts'
import { AID_FIGURES, TRAVEL_SIGMA } from './nominal.ts'
import { isBlunder, type LengthSource } from './sources.ts'
import { betweenWays } from './statement.ts'

export type NextReading =
  /** Lay a strap round with the adjuster at one of its ends. */
  | { readonly do: 'strap'; readonly at: 'slack end' | 'tight end' }
  /** Look where the adjuster stands, or stood, with a belt that is on. */
  | { readonly do: 'look where it stands'; readonly reading: LengthReading }
  /** Say how what was laid round lay. */
  | { readonly do: 'say how it lay'; readonly reading: LengthReading }
  /** Take a reading again that disagrees with the rest. */
  | { readonly do: 'read again'; readonly reading: LengthReading }
  /** Take a distance of the survey again. */
  | { readonly do: 'measure again'; readonly from: string; readonly to: string; readonly apart: Mm }

/** Share of the standard deviation that a further reading has to take away. */
const WORTH_READING = 0.2

/** How many times worse than told a survey has to agree before one of its distances is asked for again. */
const SURVEY_DISAGREES = 1.8

/** The next best thing to do; null where nothing settles much more, or where the search has ended. */
export function nextReading(answer: LengthAnswer, settled: SettledBelt): NextReading | null {
  const { posterior, sources, survey, wanted } = answer
  if (answer.settled !== null) return null
  const wrong = sources.find((source) => source.reading !== null && isBlunder(source))
  if (wrong?.reading != null) return { do: 'read again', reading: wrong.reading }
  if (posterior === null || wanted === null) return STRAP_FIRST
  const { worst } = survey
  if (survey.times >= SURVEY_DISAGREES && worst !== null && answer.reachFrom !== 'kind')
    return { do: 'measure again', from: worst.from, to: worst.to, apart: worst.apart }
  // What only has to be remembered or looked at comes before what has to be laid round.
  const asked = best([...lookOptions(answer, sources), ...layOptions(settled, sources, wanted.sigma ** 2)])
  const enough = ({ left: after }: Option) => Math.sqrt(after) < (1 - WORTH_READING) * wanted.sigma
  if (asked !== null && enough(asked)) return asked.next
  const laid = best(strapOptions(answer))
  return laid !== null && enough(laid) ? laid.next : null
}

function best(options: readonly Option[]): Option | null {
  return options.reduce<Option | null>((most, each) => (most === null || each.left < most.left ? each : most), null)
}

const STRAP_FIRST: NextReading = { do: 'strap', at: 'slack end' }

/** A reading that could be made, and the variance of the answer it would leave, mm². */
interface Option {
  readonly next: NextReading
  readonly left: number
}

/** A further reading of the path at u leaves `var(a) − cov(a, L)² / (var(L) + σ²)`, as if all were normal. */
function left({ posterior, wanted }: LengthAnswer, u: number, sigma: Mm): number {
  if (posterior === null || wanted === null) return Infinity
  const { mean } = wanted
  const offset = posterior.offsetAt(u)
  let [covariance, variance] = [0, 0]
  posterior.forEach(({ offsetAt }) => {
    const apart = offsetAt(u) - offset
    return (at, weight) => {
      covariance += weight * (at - mean) * (at - mean + apart)
      variance += weight * (at - mean + apart) ** 2
    }
  })
  return wanted.sigma ** 2 - covariance ** 2 / (variance + sigma ** 2)
}

function strapOptions(answer: LengthAnswer): Option[] {
  const { sigma } = AID_FIGURES.strap
  if (answer.u === null) return hasAid(answer.sources, 0) ? [] : [{ next: STRAP_FIRST, left: left(answer, 0, sigma) }]
  return ([0, 1] as const)
    .filter((u) => !hasAid(answer.sources, u))
    .map((u) => ({
      next: { do: 'strap' as const, at: u === 0 ? ('slack end' as const) : ('tight end' as const) },
      left: left(answer, u, sigma),
    }))
}

function hasAid(sources: readonly LengthSource[], u: number): boolean {
  return sources.some(({ reading, not }) => reading?.how === 'aid' && not === null && Math.abs(reading.u - u) < 0.15)
}

/** A belt that went on says most where the adjuster stood with it; it is taken to have stood about where the answer has it. */
function lookOptions(answer: LengthAnswer, sources: readonly LengthSource[]): Option[] {
  const reach = (answer.situation?.stretch.lengthTo ?? 0) - (answer.situation?.stretch.lengthFrom ?? 0)
  return sources.flatMap(({ reading, bound }) =>
    reading !== null && bound === 'about'
      ? [
          {
            next: { do: 'look where it stands' as const, reading },
            left: left(answer, answer.u ?? 0, Math.hypot(1, TRAVEL_SIGMA.travel * reach)),
          },
        ]
      : [],
  )
}

/** What is not known of how it lay is the scatter between the ways; saying it takes that away. */
function layOptions(settled: SettledBelt, sources: readonly LengthSource[], total: number): Option[] {
  return sources.flatMap(({ reading, not, sigma }) => {
    if (reading?.how !== 'aid' || not !== null || sigma === null || !asksHowItLay(settled, reading)) return []
    const between = betweenWays(aidsMeant(settled, reading)) ** 2
    return [
      { next: { do: 'say how it lay' as const, reading }, left: total * (1 - Math.min(0.95, between / sigma ** 2)) },
    ]
  })
}
