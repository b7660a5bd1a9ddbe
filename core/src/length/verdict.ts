/** What becomes of a belt of one length on a drive: docs/mechanics/fitting.md. */
import { SEATED_SHARE, END_OF_LIFE_RIDE_MM, FIXED_TENSION } from './nominal.ts'
import type { Belt } from '../drive/belt.ts'
import { isSized } from '../drive/pulley.ts'
import { loadedParts } from '../path/belt-stiffness.ts'
import { seatBelt, type LengthAt, type UsableStretch } from '../path/reach-curve.ts'
import type { SettledBelt } from '../path/settle.ts'
import { travelLimits, type TravelLimits } from '../path/travel-limits.ts'
import { familyOf, statedMinusCord } from '../sections/families.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import { lastPulleys, type LastPulley } from './last-pulley.ts'
export const END_OF_LIFE_SHARE = 0.01

export const FIT_VERDICTS = ['too short', 'tight', 'good', 'good, short life', 'long', 'too long'] as const
export type FitVerdict = (typeof FIT_VERDICTS)[number]

/** How verdicts rank, best first. */
export const FIT_RANK: Readonly<Record<FitVerdict, number>> = {
  good: 0,
  'good, short life': 1,
  tight: 2,
  long: 3,
  'too short': 4,
  'too long': 5,
}

export interface Fit {
  /** Stated, mm. */
  readonly length: Mm
  readonly verdict: FitVerdict
  /** mm of the belt beyond the path with the adjuster released; negative when it is shorter. */
  readonly slackToFit: Mm
  /** Travel of the adjuster new, seated and at the end of the belt's life; null where it does not reach, or for fixed centres. */
  readonly u: { readonly new: number | null; readonly seated: number | null; readonly end: number | null }
  /** The pulley to slip the belt over last, and the slack left there; null where nothing is known of the pulleys. */
  readonly lastPulley: { readonly pulley: string; readonly slackLeft: Mm } | null
  /** Share of the usable life's growth that the adjuster can take up: 1 all of it; null for fixed centres. */
  readonly lifeReserve: number | null
  /** Static tension of a belt on fixed centres, new and seated, N; null where an adjuster sets it. */
  readonly tension: { readonly new: number; readonly seated: number } | null
}

/** What of a drive decides how a belt fits: its reach, and the limits its adjuster's travel is held to. */
export interface FitSituation {
  readonly belt: Pick<Belt, 'section' | 'ribs' | 'count'>
  readonly lengthAt: LengthAt
  readonly stretch: UsableStretch
  readonly limits: TravelLimits
  /** The slack each pulley needs for the belt to pass over its rim, the easiest first; empty where nothing is known of them. */
  readonly lastPulleys: readonly LastPulley[]
  /** mm of growth by wear of the flanks until the end of life, beside the belt's own. */
  readonly sinking: Mm
}

/** The situation of a settled belt; undefined without a path, without an adjuster, or where the adjuster changes nothing. */
export function fitSituation(settled: SettledBelt): FitSituation | undefined {
  const { belt, adjuster } = settled
  if (adjuster?.stretch === undefined) return undefined
  return {
    belt,
    lengthAt: adjuster.lengthAt,
    stretch: adjuster.stretch,
    limits: travelLimits(adjuster.adjuster),
    lastPulleys: lastPulleys(settled, adjuster.stretch.from),
    sinking: sinkingOf(settled),
  }
}

/** `Σ θ_i·Δride` over a V belt's grooves, from how deep it lies now to how deep it may: what flank wear lets out, mm. */
function sinkingOf({ belt, pulleys, path }: SettledBelt): Mm {
  if (!familyOf(belt.section).wedges || !path.ok) return 0
  return pulleys.reduce((sum, pulley, i) => {
    if (pulley.face !== 'vee' || !isSized(pulley) || belt.route[i]?.contact !== 'ribs') return sum
    return sum + (path.wraps[i] ?? 0) * Math.max(0, END_OF_LIFE_RIDE_MM - (pulley.ride ?? 0))
  }, 0)
}

/** How a belt of one stated length would fit where an adjuster takes it up. */
export function fitLength(situation: FitSituation, length: Mm): Fit {
  const { lengthAt, stretch, limits, sinking } = situation
  const travel = (stated: Mm): number | null => {
    const seat = seatBelt(lengthAt, stretch, stated)
    return seat.ok ? seat.u : null
  }
  const u = {
    new: travel(length),
    seated: travel(length * (1 + SEATED_SHARE)),
    end: travel(length * (1 + END_OF_LIFE_SHARE) + sinking),
  }
  const slackToFit = length - stretch.lengthFrom
  const [last] = situation.lastPulleys
  const lastPulley = last === undefined ? null : { pulley: last.pulley, slackLeft: slackToFit - last.need }
  const verdict = verdictOf(u, slackToFit - minSlack(situation), limits)
  return {
    length,
    verdict,
    slackToFit,
    u,
    lastPulley,
    lifeReserve: lifeReserve(situation, length, u.new),
    tension: null,
  }
}

/** mm of slack without which a belt does not go on: what the easiest last pulley needs, nothing where it can be rolled on. */
function minSlack({ belt, lastPulleys: [easiest] }: FitSituation): Mm {
  return familyOf(belt.section).wedges ? 0 : (easiest?.need ?? 0)
}

function verdictOf(u: Fit['u'], slackLeft: Mm, { newFrom, newTo, endTo }: TravelLimits): FitVerdict {
  if (slackLeft < 0) return 'too short'
  if (u.new === null) return 'too long'
  if (u.new < newFrom) return 'tight'
  if (u.new > newTo) return 'long'
  return u.end !== null && u.end <= endTo ? 'good' : 'good, short life'
}

/** How much of what the belt will grow by lies before the last place the adjuster may stand at. */
function lifeReserve(
  { lengthAt, stretch, limits, sinking }: FitSituation,
  length: Mm,
  uNew: number | null,
): number | null {
  const last = lengthAt(Math.min(limits.endTo, stretch.to))?.length
  if (uNew === null || last === undefined) return null
  const growth = length * END_OF_LIFE_SHARE + sinking
  return Math.max(0, Math.min(1, (last - length) / growth))
}

/** The stated lengths between which a belt fits: `good`, or where none is, `good, short life`. */
export interface GoodWindow {
  readonly from: Mm
  readonly to: Mm
  readonly verdict: 'good' | 'good, short life'
}

/** mm. A window narrower than this holds no size one could buy, half the step between them. */
export const MIN_WINDOW_MM = 2.5

/** Where on the scale of lengths the good belts lie; undefined where none can be. */
export function goodWindow(situation: FitSituation): GoodWindow | undefined {
  const { lengthAt, stretch, limits, sinking } = situation
  const at = (u: number) => lengthAt(Math.min(Math.max(u, stretch.from), stretch.to))?.length
  const [first, last, end] = [at(limits.newFrom), at(limits.newTo), at(limits.endTo)]
  if (first === undefined || last === undefined || end === undefined || stretch.to < limits.newFrom) return undefined
  const from = Math.max(first, stretch.lengthFrom + minSlack(situation))
  const lasting = Math.min(last, (end - sinking) / (1 + END_OF_LIFE_SHARE))
  if (lasting - from >= MIN_WINDOW_MM) return { from, to: lasting, verdict: 'good' }
  return last > from ? { from, to: last, verdict: 'good, short life' } : undefined
}

/** The stated lengths that are tight enough by their own strain on fixed centres of which the path is `path` mm, as stated. */
export function fixedWindow({ belt }: SettledBelt, path: Mm): GoodWindow {
  const { family, stiffness } = sectionFigures(belt.section)
  const { from, to } = FIXED_TENSION[family]
  const toStated = statedMinusCord(belt.section)
  const lengthAt = (each: number) => ((path - toStated) * stiffness) / (stiffness + each) + toStated
  return { from: lengthAt(to), to: lengthAt(from), verdict: 'good' }
}

/**
 * How a belt fits on fixed centres: it is tight by its strain alone, `T = EA·(L_c,path − L_c,belt) / L_c,belt`. Undefined
 * without a path, or where an adjuster takes the belt up.
 */
export function fitByStrain(settled: SettledBelt, length: Mm): Fit | undefined {
  const { belt, path, adjuster } = settled
  if (adjuster !== null || !path.ok) return undefined
  const { family, stiffness } = sectionFigures(belt.section)
  const parts = loadedParts(belt, settled.pulleys)
  const tensionAt = (stated: Mm) => {
    const cord = stated - statedMinusCord(belt.section)
    return (stiffness * parts * (path.length - cord)) / cord
  }
  const tension = { new: tensionAt(length), seated: tensionAt(length * (1 + SEATED_SHARE)) }
  return {
    length,
    verdict: strainVerdict(tension.new / parts, tension.seated / parts, FIXED_TENSION[family]),
    slackToFit: length - (path.length + statedMinusCord(belt.section)),
    u: { new: null, seated: null, end: null },
    lastPulley: null,
    lifeReserve: null,
    tension,
  }
}

function strainVerdict(
  each: number,
  seated: number,
  { slack, from, to, max: most }: (typeof FIXED_TENSION)[keyof typeof FIXED_TENSION],
): FitVerdict {
  if (each > most) return 'too short'
  if (each > to) return 'tight'
  if (each < slack) return 'too long'
  if (each < from) return 'long'
  return seated < slack ? 'good, short life' : 'good'
}
