/** What earlier walks round a drive say of a part: docs/mechanics/wear.md. */
import { mustRule, type ShopRules } from '../rules/rules.ts'
import { wearKey } from '../rules/wear-rules.ts'
import { checkOf, readingSpread, type CheckId } from './checks.ts'
import { judgePart, type PartJudged } from './judge.ts'
import type { WearPart } from './parts.ts'
import { wearTrend, type WearPoint, type WearTrend } from './trend.ts'
import type { InspectionCheck, InspectionFields } from './inspection.ts'

/** An inspection and when it was, ISO, UTC. */
export type PastInspection = InspectionFields & { readonly at: string }

/** Which belt was fitted on which day, `2026-11-24`, and at what distance. */
export interface PastFitting {
  readonly belt: string
  readonly fittedOn: string
  readonly distance: number | null
}

export interface WearHistory {
  /** In any order. */
  readonly inspections: readonly PastInspection[]
  readonly fittings: readonly PastFitting[]
}

/**
 * The inspections since a part was last new, oldest first: after the day its belt was fitted, or from the one that says it was renewed. A belt
 * fitted on the day of an inspection was fitted because of it.
 */
export function sinceNew({ inspections, fittings }: WearHistory, part: WearPart): readonly PastInspection[] {
  const fitted = lastFitting(fittings, part)?.fittedOn
  const past = inspections
    .filter(({ at }) => fitted === undefined || at.slice(0, fitted.length) > fitted)
    .toSorted((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
  return past.slice(
    Math.max(
      0,
      past.findLastIndex(({ renewed }) => renewed.includes(part.id)),
    ),
  )
}

/** The figures read of a part since it was last new. A figure without a distance says nothing of wear over distance and is left out. */
export function wearPoints(history: WearHistory, part: WearPart, check: CheckId): readonly WearPoint[] {
  const { figure } = checkOf(check)
  return sinceNew(history, part).flatMap(({ distance, checks }) => {
    const read = checks.find((each) => each.part === part.id && each.check === check)
    return distance === null || figure === undefined || read?.value == null
      ? []
      : [{ distance, value: read.value, sigma: readingSpread(figure, read.tool) }]
  })
}

/** The newest fitting of the belt that a part is. */
export function lastFitting(fittings: readonly PastFitting[], part: WearPart): PastFitting | undefined {
  if (part.kind !== 'belt') return undefined
  return fittings
    .filter(({ belt }) => belt === part.of)
    .toSorted((a, b) => (a.fittedOn < b.fittedOn ? -1 : 1))
    .at(-1)
}

export interface PartTrend {
  readonly part: WearPart
  readonly check: CheckId
  readonly points: readonly WearPoint[]
  /** The figure from which it has to be replaced. */
  readonly limit: number
  readonly trend: WearTrend
}

/** The trend of every figure that was read of some parts. */
export function partTrends(history: WearHistory, parts: readonly WearPart[], rules: ShopRules): readonly PartTrend[] {
  return parts.flatMap((part) =>
    part.checks.flatMap((check): PartTrend[] => {
      const { figure } = checkOf(check)
      if (figure === undefined) return []
      const points = wearPoints(history, part, check)
      const limit = mustRule(rules, wearKey.replace(figure.of))
      return points.length === 0 ? [] : [{ part, check, points, limit, trend: wearTrend(points, limit) }]
    }),
  )
}

/** The furthest that a vehicle is known to have run, km; null where nobody has read it. */
export function furthestRead({ inspections, fittings }: WearHistory): number | null {
  const read = [...inspections, ...fittings].flatMap(({ distance }) => (distance === null ? [] : [distance]))
  return read.length === 0 ? null : Math.max(...read)
}

/** A check as it was last seen, and when and where. */
export type SeenThen = InspectionCheck & Pick<PastInspection, 'at' | 'distance'>

/**
 * Each check of a part as it was last known since the part was new, wherever it was looked at: a later walk that left it out, or could not
 * tell, does not clear what an earlier one saw.
 */
export function lastSeen(history: WearHistory, part: WearPart): readonly SeenThen[] {
  const seen = new Map<CheckId, SeenThen>()
  for (const { at, distance, checks } of sinceNew(history, part))
    for (const check of checks)
      if (check.part === part.id && (check.verdict !== 'unknown' || !seen.has(check.check)))
        seen.set(check.check, { ...check, at, distance })
  return [...seen.values()]
}

/** Every part that has been looked at since it was new, with the verdict of then. */
export function lastJudged(history: WearHistory, parts: readonly WearPart[]): readonly PartJudged[] {
  return parts.flatMap((part) => {
    const seen = lastSeen(history, part)
    return seen.length === 0 ? [] : [judgePart(part, seen)]
  })
}
