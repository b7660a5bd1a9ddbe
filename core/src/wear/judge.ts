/** A verdict on what was seen of a part: docs/mechanics/wear.md. */
import { worstOf, type Verdict } from '../verdict/verdict.ts'
import { mustRule, ruleWords, type ShopRules } from '../rules/rules.ts'
import { wearKey } from '../rules/wear-rules.ts'
import type { Mm } from '../units/quantity.ts'
import { checkOf, type CheckFigure, type CheckId } from './checks.ts'
import type { WearPart } from './parts.ts'

/** What somebody saw or read; both null where it was looked for and could not be told. */
export interface Seen {
  readonly value: number | null
  readonly state: string | null
}

export interface Judged {
  readonly verdict: Verdict
  /** A sentence: the figure, its limit, and whether that is nominal. */
  readonly reason: string
}

export interface JudgeOptions {
  readonly rules: ShopRules
  /** A length for reading, in the units of whoever reads it. */
  readonly lengthText: (mm: Mm) => string
}

/** What was not read is unknown, never fine. */
export const NOT_READ: Judged = { verdict: 'unknown', reason: 'Not measured.' }

/** A verdict on one thing seen. What was seen beside a figure counts before the figure. */
export function judge(id: CheckId, seen: Seen | undefined, options: JudgeOptions): Judged {
  const { figure, states } = checkOf(id)
  if (seen === undefined) return NOT_READ
  const state = states.find((each) => each.id === seen.state)
  if (state !== undefined)
    return { verdict: state.verdict, reason: `${state.name}${state.why === '' ? '.' : `: ${lowerFirst(state.why)}`}` }
  if (figure !== undefined && seen.value !== null) return judgeFigure(figure, seen.value, options)
  return { verdict: 'unknown', reason: 'Not possible to say.' }
}

function lowerFirst(sentence: string): string {
  return `${sentence.slice(0, 1).toLowerCase()}${sentence.slice(1)}`
}

function judgeFigure(figure: CheckFigure, value: number, { rules, lengthText }: JudgeOptions): Judged {
  const [watchKey, replaceKey] = [wearKey.watch(figure.of), wearKey.replace(figure.of)]
  const [watch, replace] = [mustRule(rules, watchKey), mustRule(rules, replaceKey)]
  const reached = (limit: number, how: 'from' | 'above') => (how === 'from' ? value >= limit : value > limit)
  const verdict = reached(replace, figure.replace) ? 'act' : reached(watch, figure.watch) ? 'watch' : 'fine'
  const text = (of: number) => figureText(figure.unit, of, lengthText)
  const limit = (of: number, how: 'from' | 'above') => `${how === 'from' ? 'from' : 'beyond'} ${text(of)}`
  const [what, key] =
    verdict === 'act'
      ? [`replace ${limit(replace, figure.replace)}`, replaceKey]
      : verdict === 'watch'
        ? [`watch ${limit(watch, figure.watch)}, replace ${limit(replace, figure.replace)}`, replaceKey]
        : [`fine ${figure.watch === 'from' ? 'below' : 'up to'} ${text(watch)}`, watchKey]
  return { verdict, reason: `${text(value)} ${figure.what}; ${what} (${ruleWords(rules, key)}).` }
}

/** A figure with its unit: `0.45 mm`, `5 cracks`, `72 %`. */
export function figureText(unit: CheckFigure['unit'], value: number, lengthText: (mm: Mm) => string): string {
  if (unit === 'mm') return lengthText(value)
  if (unit === 'share') return `${Math.round(100 * value)} %`
  return `${value} crack${value === 1 ? '' : 's'}`
}

/** One thing looked at on a part, with its verdict. */
export interface CheckJudged extends Judged {
  readonly check: CheckId
}

export interface PartJudged {
  readonly part: WearPart
  readonly verdict: Verdict
  readonly checks: readonly CheckJudged[]
  /** Deciding checks of which nothing is known. */
  readonly missing: readonly CheckId[]
}

/** The worst of what was seen; unknown where that would be fine but something that decides was not read. */
export function judgePart(part: WearPart, checks: readonly CheckJudged[]): PartJudged {
  const missing = part.deciding.filter((id) => !checks.some((each) => each.check === id && each.verdict !== 'unknown'))
  const seen = worstOf(checks.flatMap(({ verdict }) => (verdict === 'unknown' ? [] : [verdict]))) ?? 'fine'
  return { part, checks, missing, verdict: seen === 'fine' && missing.length > 0 ? 'unknown' : seen }
}
