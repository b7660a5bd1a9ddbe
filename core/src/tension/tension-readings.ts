/** What readings of tension come to, and what they say of each other: docs/mechanics/tension.md. */
import { MATCHED_SHARE, QUARTER_TURN, TWIST_TELLS } from './nominal.ts'
import type { DriveEdit } from '../drive/edits.ts'
import type { TensionReading, TensionReadingOf } from '../drive/tension-reading.ts'
import type { SettledBelt } from '../path/settle.ts'
import { checkedSpans } from './checked-span.ts'
import { dialTension, tensionOf, type ReadTension } from './setting.ts'

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
  /** The newest tension of each belt, N, front first; null where none was read. */
  readonly tensions: readonly (number | null)[]
  /** Largest over smallest, less one; null until two are known. */
  readonly apart: number | null
  readonly matched: boolean | null
}

/** Whether the belts of a set pull alike: each one’s newest reading against the others’. */
export function matchedSet(settled: SettledBelt, readings: readonly TensionReading[]): MatchedSet {
  const { id, count = 1 } = settled.belt
  const tensions = Array.from({ length: count }, (_, i): number | null => {
    const newest = readings
      .filter((reading) => 'belt' in reading && reading.belt === id && (reading.strand ?? 1) === i + 1)
      .flatMap((reading) => tensionOfReading(settled, reading) ?? [])
      .at(-1)
    return newest?.tension ?? null
  })
  const known = tensions.filter((each): each is number => each !== null)
  if (known.length < 2) return { tensions, apart: null, matched: null }
  const apart = Math.max(...known) / Math.min(...known) - 1
  return { tensions, apart, matched: apart <= MATCHED_SHARE }
}

/** A twist gives no tension, only which way it is wrong. */
export function twistSays({ angle }: Pick<TensionReadingOf<'twist'>, 'angle'>): 'loose' | 'right' | 'tight' {
  if (angle > QUARTER_TURN + TWIST_TELLS) return 'loose'
  return angle < QUARTER_TURN - TWIST_TELLS ? 'tight' : 'right'
}
