/** What readings of tension come to, and what they say of each other: docs/mechanics/tension.md. */
import {
  MATCHED_SHARE,
  MATCHED_TWIST_SHARE,
  QUARTER_TURN,
  TWIST_RANGE,
  TWIST_SIGMA_SHARE,
  TWIST_TELLS,
} from './nominal.ts'
import { familyOf } from '../sections/families.ts'
import type { Section } from '../sections/sections.ts'
import type { DriveEdit } from '../drive/edits.ts'
import type { TensionReading, TensionReadingOf } from '../drive/tension-reading.ts'
import type { SettledBelt } from '../path/settle.ts'
import { checkedSpans } from './checked-span.ts'
import { dialTension, tensionOf, type ReadTension } from './setting.ts'

/** Ways in which people read how tight a belt is that is set by hand. */
export const TENSION_WAYS = ['finger', 'gauge', 'dial', 'pluck', 'twist'] as const
export type TensionWay = (typeof TENSION_WAYS)[number]

/** Ways that serve a section; a multi-rib belt is not twisted. */
export function tensionWays(section: Section): readonly TensionWay[] {
  return TENSION_WAYS.filter((way) => way !== 'twist' || familyOf(section).canBeTwisted)
}

/** Keeps a reading of tension. */
export function keepTensionReading(reading: TensionReading): DriveEdit {
  return (draft) => {
    draft.tensions = [...(draft.tensions ?? []), { ...reading }]
  }
}

/** Strikes a reading of tension out. */
export function strikeTensionReading(id: string): DriveEdit {
  return (draft) => {
    if (draft.tensions !== undefined) draft.tensions = draft.tensions.filter((reading) => reading.id !== id)
  }
}

/** N of a kept reading; undefined for what gives no tension, or where its span is no more. */
export function tensionOfReading(settled: SettledBelt, reading: TensionReading): ReadTension | undefined {
  switch (reading.how) {
    case 'dial':
      return dialTension(reading.tension)
    case 'press':
    case 'pluck': {
      const span = checkedSpans(settled).find(({ from, to }) => from === reading.from && to === reading.to)
      if (span === undefined) return undefined
      if (reading.how === 'pluck') return tensionOf(span, { how: 'pluck', frequency: reading.frequency })
      return tensionOf(span, { how: reading.tool, force: reading.force, deflection: reading.deflection })
    }
    case 'twist':
    case 'pointer':
    case 'torque':
      return undefined
  }
}

export interface MatchedSet {
  /** What the belts are compared by: tensions, by whichever tool they were read, or twists, which are rough. */
  readonly by: 'tension' | 'twist'
  /** The newest of each belt, N or degrees, front first; null where none was read. */
  readonly read: readonly (number | null)[]
  /** Largest over smallest, less one; null until two are known. */
  readonly apart: number | null
  /** What they may lie apart. */
  readonly allowed: number
  readonly matched: boolean | null
  /** Where the set is not matched, the slackest belt: its place from the front, from 0. Null where it is, or is not known. */
  readonly slackest: number | null
}

/**
 * Whether the belts of a set pull alike: each one’s newest reading against the others’. Twists are held against twists and tensions against
 * tensions, the kind that was read of more belts, and of two alike the newer.
 */
export function matchedSet(settled: SettledBelt, readings: readonly TensionReading[]): MatchedSet {
  const { id, count = 1 } = settled.belt
  const newest = (value: (reading: TensionReading) => number | undefined) =>
    Array.from({ length: count }, (_, i): { readonly value: number; readonly at: number } | null => {
      const found = readings.flatMap((reading, at) => {
        if (!('belt' in reading) || reading.belt !== id || (reading.strand ?? 1) !== i + 1) return []
        const each = value(reading)
        return each === undefined ? [] : [{ value: each, at }]
      })
      return found.at(-1) ?? null
    })
  const tensions = newest((reading) => tensionOfReading(settled, reading)?.tension)
  const twists = newest((reading) => (reading.how === 'twist' ? reading.angle : undefined))
  const weight = (of: typeof tensions) =>
    [of.filter((each) => each !== null).length, Math.max(-1, ...of.map((each) => each?.at ?? -1))] as const
  const [[tensionCount, tensionAt], [twistCount, twistAt]] = [weight(tensions), weight(twists)]
  const isTwist = twistCount > tensionCount || (twistCount === tensionCount && twistAt > tensionAt)
  const read = (isTwist ? twists : tensions).map((each) => each?.value ?? null)
  const allowed = isTwist ? MATCHED_TWIST_SHARE : MATCHED_SHARE
  const by = isTwist ? 'twist' : 'tension'
  const known = read.filter((each) => each !== null)
  if (known.length < 2) return { by, read, apart: null, allowed, matched: null, slackest: null }
  const [least, most] = [Math.min(...known), Math.max(...known)]
  const apart = most / least - 1
  const matched = apart <= allowed
  // A belt that twists further is the slacker one.
  return { by, read, apart, allowed, matched, slackest: matched ? null : read.indexOf(isTwist ? most : least) }
}

/**
 * N that a twist stands for, roughly: a strip under tension resists a twist with `M = T·b²/12·θ/(s/2)` on either side, so one hand turns it the
 * farther the slacker it is, `θ ∝ 1/T`, and by a quarter turn at the wanted tension. Null where it is hardly twisted, or all the way.
 */
export function twistTension(wanted: number, angle: number): ReadTension | null {
  if (angle < TWIST_RANGE.min || angle > TWIST_RANGE.max) return null
  const tension = (wanted * QUARTER_TURN) / angle
  return { tension, sigma: TWIST_SIGMA_SHARE * tension }
}

/** Which way a twist says that the belt is wrong. */
export function twistSays({ angle }: Pick<TensionReadingOf<'twist'>, 'angle'>): 'loose' | 'right' | 'tight' {
  if (angle > QUARTER_TURN + TWIST_TELLS) return 'loose'
  return angle < QUARTER_TURN - TWIST_TELLS ? 'tight' : 'right'
}
