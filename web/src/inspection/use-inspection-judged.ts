import dayjs from 'dayjs'
import { useMemo } from 'react'
import type { Fitting, Inspection } from '@emery/core/api'
import type { CheckedDrive } from '@emery/core/drive'
import type { ShopRules } from '@emery/core/rules'
import {
  dueItems,
  furthestRead,
  judge,
  judgeAge,
  judgePart,
  lastFitting,
  partTrends,
  sumUp,
  wearParts,
  type DueItem,
  type PartJudged,
  type PartTrend,
  type InspectionFields,
  type InspectionSum,
  type WearPart,
} from '@emery/core/wear'
import { useShopRules } from '../rules/rules-api.ts'
import { useNow } from '../ui/use-now.ts'
import { useLengths, type Lengths } from '../ui/use-lengths.ts'
import { seenKey, type Walk } from './inspection-store.ts'
import { sumLines } from './inspection-words.ts'

const MS_PER_DAY = 86_400_000

export interface WalkJudged {
  readonly parts: readonly PartJudged[]
  readonly trends: readonly PartTrend[]
  readonly sum: InspectionSum
  readonly due: readonly DueItem[]
  /** The furthest that anybody has read on this vehicle before, km. */
  readonly lastDistance: number | null
}

interface WalkPast {
  readonly inspections: readonly Inspection[]
  readonly fittings: readonly Fitting[]
}

/** What a walk comes to so far, in the light of the earlier ones. */
export function useInspectionJudged(drive: CheckedDrive, walk: Walk, past: WalkPast): WalkJudged {
  const rules = useShopRules()
  const lengths = useLengths()
  const now = useNow(null)
  return useMemo(() => {
    const parts = partsJudged(drive, walk, past, { rules, lengths, now })
    const at = new Date(now).toISOString()
    const today = { ...fieldsOf(walk, parts, []), at }
    const history = { ...past, inspections: [...past.inspections, today] }
    const all = parts.map(({ part }) => part)
    const trends = partTrends(history, all, rules)
    return {
      parts,
      trends,
      sum: sumUp(parts, (part) => touched(walk, part), { trends, rules }),
      due: dueItems(drive, past, rules, { now, distance: walk.distance }),
      lastDistance: furthestRead(past),
    }
  }, [drive, walk, past, rules, lengths, now])
}

interface JudgedIn {
  readonly rules: ShopRules
  readonly lengths: Lengths
  readonly now: number
}

function partsJudged(drive: CheckedDrive, walk: Walk, { fittings }: WalkPast, { rules, lengths, now }: JudgedIn) {
  return wearParts(drive).map((part) =>
    judgePart(
      part,
      part.checks.map((check) => {
        if (check === 'age') return { check, ...ageOf(drive, part, walk.distance, fittings, { rules, now }) }
        const seen = walk.seen[seenKey(part.id, check)]
        return {
          check,
          ...judge(check, seen?.answered === true ? seen : undefined, { rules, lengthText: lengths.fine }),
        }
      }),
    ),
  )
}

function ageOf(
  { belts }: CheckedDrive,
  part: WearPart,
  distance: number | null,
  fittings: readonly Fitting[],
  { rules, now }: Pick<JudgedIn, 'rules' | 'now'>,
) {
  const fitting = lastFitting(fittings, part)
  return judgeAge(
    {
      material: belts.find(({ id }) => id === part.of)?.material ?? 'unknown',
      km: distance === null || fitting?.distance == null ? null : Math.max(0, distance - fitting.distance),
      days: fitting === undefined ? null : Math.max(0, (now - dayjs(fitting.fittedOn).valueOf()) / MS_PER_DAY),
    },
    rules,
  )
}

/** Whether anybody has answered anything of a part. */
export function touched(walk: Walk, part: WearPart): boolean {
  return part.checks.some((check) => walk.seen[seenKey(part.id, check)]?.answered === true)
}

/** A walk as it is kept: what was answered, photographed or noted, and a belt’s age where it is known. */
export function fieldsOf(walk: Walk, parts: readonly PartJudged[], sum: readonly string[], by = ''): InspectionFields {
  const checks = parts.flatMap(({ part, checks }) =>
    checks.flatMap(({ check, verdict, reason }) => {
      const seen = walk.seen[seenKey(part.id, check)]
      if (seen === undefined && (check !== 'age' || verdict === 'unknown' || !touched(walk, part))) return []
      const { value = null, state = null, tool = null, note = '', photos = [] } = seen ?? {}
      const read = value === null || tool === null ? {} : { tool }
      const what = { part: part.id, partName: part.name, check, value, ...read, state }
      return [{ ...what, verdict, reason, note, photos: [...photos] }]
    }),
  )
  return {
    distance: walk.distance,
    beltOff: walk.beltOff,
    checks,
    renewed: [...walk.renewed],
    sum: [...sum],
    note: walk.note,
    by,
  }
}

/** What is kept of a walk, with its sum in words. */
export function finishedWalk(walk: Walk, { parts, sum }: WalkJudged, by: string): InspectionFields {
  return fieldsOf(walk, parts, sumLines(sum, walk.distance), by)
}
