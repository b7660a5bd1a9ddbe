/** What a walk round a drive comes to: replace now, watch and until when, do together. docs/mechanics/wear.md. */
import { mustRule, type ShopRules } from '../rules/rules.ts'
import { wearKey } from '../rules/wear-rules.ts'
import type { CheckId } from './checks.ts'
import type { PartTrend } from './history.ts'
import type { PartJudged } from './judge.ts'
import type { WearPart } from './parts.ts'
import type { LimitMet } from './trend.ts'

/** Until when something may be watched: where its trend meets the limit, or else after some km or months. */
export type WatchUntil =
  | { readonly is: 'trend'; readonly check: CheckId; readonly meets: LimitMet }
  | { readonly is: 'again'; readonly km: number; readonly months: number }

export interface SumItem {
  readonly part: WearPart
  /** Sentences. */
  readonly reasons: readonly string[]
}

export interface InspectionSum {
  readonly replace: readonly SumItem[]
  readonly watch: readonly (SumItem & { readonly until: WatchUntil })[]
  /** Parts of which something that decides is not known. */
  readonly open: readonly { readonly part: WearPart; readonly missing: readonly CheckId[] }[]
  readonly fine: readonly WearPart[]
  /** Parts that nobody has looked at. */
  readonly untouched: readonly WearPart[]
  /** What goes with what is replaced, a sentence each. */
  readonly together: readonly string[]
}

/** Adds up the parts of one walk; `looked` says of which something was answered at all. */
export function sumUp(
  all: readonly PartJudged[],
  looked: (part: WearPart) => boolean,
  { trends, rules }: { readonly trends: readonly PartTrend[]; readonly rules: ShopRules },
): InspectionSum {
  const judged = all.filter(({ part }) => looked(part))
  const of = (wanted: PartJudged['verdict']) => judged.filter(({ verdict }) => verdict === wanted)
  const reasons = ({ checks, verdict }: PartJudged) =>
    checks.filter((each) => each.verdict === verdict).map(({ reason }) => reason)
  const replace = of('act').map((each) => ({ part: each.part, reasons: reasons(each) }))
  return {
    replace,
    watch: of('watch').map((each) => ({
      part: each.part,
      reasons: reasons(each),
      until: watchUntil(each.part, trends, rules),
    })),
    open: judged
      .filter(({ verdict, missing }) => missing.length > 0 && verdict !== 'act')
      .map(({ part, missing }) => ({ part, missing })),
    fine: of('fine').map(({ part }) => part),
    untouched: all.flatMap(({ part }) => (looked(part) ? [] : [part])),
    together: goesTogether(
      replace.map(({ part }) => part),
      all.map(({ part }) => part),
    ),
  }
}

/** Where the first of a part’s trends meets its limit; where none does, the distance and time after which one looks again. */
export function watchUntil(part: WearPart, trends: readonly PartTrend[], rules: ShopRules): WatchUntil {
  const [first] = trends
    .flatMap(({ part: { id }, check, trend }) =>
      id === part.id && trend.is === 'rising' ? [{ is: 'trend' as const, check, meets: trend.meets }] : [],
    )
    .toSorted((a, b) => a.meets.at - b.meets.at)
  return first ?? { is: 'again', km: mustRule(rules, wearKey.againKm), months: mustRule(rules, wearKey.againMonths) }
}

function goesTogether(replaced: readonly WearPart[], all: readonly WearPart[]): readonly string[] {
  const names = (parts: readonly WearPart[]) => parts.map(({ name }) => name).join(', ')
  const belts = replaced.filter(({ kind }) => kind === 'belt')
  const tensioners = replaced.filter(({ kind }) => kind === 'tensioner')
  const pulleys = replaced.filter(({ kind }) => kind === 'pulley')
  const keeps = (kind: WearPart['kind']) => all.filter((part) => part.kind === kind && !replaced.includes(part))
  return [
    ...(tensioners.length > 0 && keeps('belt').length > 0
      ? [`With ${names(tensioners)}: a new belt. One that ran on a failed tensioner is suspect, however it looks.`]
      : []),
    ...(belts.length > 0 && keeps('tensioner').length > 0
      ? [
          `With ${names(belts)}: turn ${names(keeps('tensioner'))} through its travel, and renew it if it is as old as the belt.`,
        ]
      : []),
    ...(belts.length > 0
      ? ['While the belt is off: spin and rock every pulley, clean every groove dry, read the line.']
      : []),
    ...(pulleys.length > 0 && belts.length === 0
      ? [`With ${names(pulleys)}: look at the belt that ran on it, ribs and edges, before it goes on again.`]
      : []),
    ...(pulleys.length > 0 ? ['Other rollers of the same age have run as far: spin them, too.'] : []),
    ...(replaced.some(({ kind }) => kind === 'damper')
      ? ['With the damper: a new bolt where the maker asks for one, and a look at the crank seal behind it.']
      : []),
    ...(replaced.some(({ kind }) => kind === 'bracket')
      ? ['With a bracket: read the line of its pulley again before the belt runs.']
      : []),
  ]
}
