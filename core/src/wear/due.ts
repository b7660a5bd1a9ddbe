/** What is due on a drive, from what was fitted and what was seen: docs/mechanics/wear.md. */
import { LASTING_MATERIALS, wearKey } from '../rules/wear-rules.ts'
import { mustRule, type ShopRules } from '../rules/rules.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { DAYS_PER_YEAR, MATERIAL_NAMES } from './belt-age.ts'
import { furthestRead, lastFitting, lastSeen, partTrends, type WearHistory } from './history.ts'
import { wearParts, type WearPart } from './parts.ts'

const MS_PER_DAY = 86_400_000
const DAYS_PER_MONTH = DAYS_PER_YEAR / 12

export interface DueItem {
  readonly part: WearPart
  /** What is to be done: `replace` it, or `look` again. */
  readonly what: 'replace' | 'look'
  readonly why: string
  /** km of the vehicle; null where it hangs on no distance. Nothing of both: now. */
  readonly atKm: number | null
  /** ms since 1970; null where it hangs on no date. */
  readonly atMs: number | null
  readonly overdue: boolean
}

/** When and where it is asked what is due. */
export interface DueAt {
  /** ms since 1970. */
  readonly now: number
  /** km; the furthest that was read where nobody has read it today. */
  readonly distance?: number | null
}

/** ms since 1970 of a day or a moment, ISO. */
function moment(iso: string): number {
  // eslint-disable-next-line no-restricted-globals -- reads the moment it is given, not the clock
  return Date.parse(iso)
}

/**
 * What is to be replaced or looked at again, most urgent first: what the last inspection said and nobody has renewed since, where a trend
 * meets its limit, and the end of a belt’s life by distance and age.
 */
export function dueItems(
  drive: CheckedDrive,
  history: WearHistory,
  rules: ShopRules,
  { now, distance = null }: DueAt,
): readonly DueItem[] {
  const parts = wearParts(drive)
  const km = distance ?? furthestRead(history)
  const trends = partTrends(history, parts, rules)
  const items = parts.flatMap((part): Omit<DueItem, 'overdue'>[] => {
    const seen = lastSeen(history, part)
    const rising = trends.flatMap(({ part: { id }, trend }) =>
      id === part.id && trend.is === 'rising' ? [trend.meets.at] : [],
    )
    const meets = rising.length === 0 ? null : Math.min(...rising)
    const bad = seen.find(({ verdict }) => verdict === 'act')
    if (bad !== undefined) return [{ part, what: 'replace', why: bad.reason, atKm: null, atMs: null }]
    const watched = seen.find(({ verdict }) => verdict === 'watch')
    return [
      ...(meets === null
        ? []
        : [{ part, what: 'replace' as const, why: 'Where its wear meets the limit.', atKm: meets, atMs: null }]),
      ...(watched === undefined || meets !== null
        ? []
        : [
            {
              part,
              what: 'look' as const,
              why: watched.reason,
              atKm: watched.distance === null ? null : watched.distance + mustRule(rules, wearKey.againKm),
              atMs: moment(watched.at) + mustRule(rules, wearKey.againMonths) * DAYS_PER_MONTH * MS_PER_DAY,
            },
          ]),
      ...endOfLife(drive, history, part, rules),
    ]
  })
  return items
    .map((item) => ({ ...item, overdue: isOver(item, km, now) }))
    .toSorted((a, b) => Number(b.overdue) - Number(a.overdue) || kmLeft(a, km) - kmLeft(b, km))
}

function isOver({ atKm, atMs }: Omit<DueItem, 'overdue'>, km: number | null, now: number): boolean {
  if (atKm === null && atMs === null) return true
  return (atKm !== null && km !== null && km >= atKm) || (atMs !== null && now >= atMs)
}

function kmLeft({ atKm }: DueItem, km: number | null): number {
  return atKm === null ? Infinity : atKm - (km ?? 0)
}

/** Of a belt whose material nobody knows, the end of the shorter life counts. */
function endOfLife(
  { belts }: CheckedDrive,
  { fittings }: WearHistory,
  part: WearPart,
  rules: ShopRules,
): Omit<DueItem, 'overdue'>[] {
  const fitting = lastFitting(fittings, part)
  const belt = belts.find(({ id }) => part.kind === 'belt' && id === part.of)
  if (fitting === undefined || belt === undefined) return []
  const { material = 'unknown' } = belt
  const materials = material === 'unknown' ? LASTING_MATERIALS : [material]
  const km = Math.min(...materials.map((of) => mustRule(rules, wearKey.km(of))))
  const years = Math.min(...materials.map((of) => mustRule(rules, wearKey.years(of))))
  return [
    {
      part,
      what: 'replace' as const,
      why: `The end of its life by ${material === 'unknown' ? 'the shorter-lived material, because its material is not known' : `${MATERIAL_NAMES[material]}’s`} distance and age.`,
      atKm: fitting.distance === null ? null : fitting.distance + km,
      atMs: moment(fitting.fittedOn) + years * DAYS_PER_YEAR * MS_PER_DAY,
    },
  ]
}
