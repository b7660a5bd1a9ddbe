/** What of an adjuster nobody has read: it was put there so that a picture can be drawn, and no advice rests on it. */
import type { Adjuster } from './adjuster.ts'

/** Keys that say what an adjuster is and where it belongs, which whoever adds it chooses. */
const CHOSEN: ReadonlySet<string> = new Set(['id', 'kind', 'shaft', 'pulley', 'assumed'])

const valueOf = (adjuster: Adjuster, key: string) =>
  JSON.stringify((adjuster as Readonly<Record<string, unknown>>)[key])

/** An adjuster as it is added: all of its dimensions are assumed. */
export function allAssumed<Of extends Adjuster>(adjuster: Of): Of {
  return { ...adjuster, assumed: Object.keys(adjuster).filter((key) => !CHOSEN.has(key)) }
}

/**
 * An adjuster that takes the place of another: a key that has another value was typed, dragged or read, and is assumed no longer. Ends that are
 * exchanged have each other's values, and stay as assumed as they were.
 */
export function stillAssumed<Of extends Adjuster>(before: Adjuster, after: Of): Of {
  const { assumed = [] } = before
  const values = new Set(assumed.map((key) => valueOf(before, key)))
  return withAssumed(
    after,
    assumed.filter((key) => values.has(valueOf(after, key))),
  )
}

/** Somebody has looked: it is as it is drawn, all of it or one of its dimensions. */
export function confirmed<Of extends Adjuster>(adjuster: Of, key?: string): Of {
  return withAssumed(adjuster, key === undefined ? [] : (adjuster.assumed ?? []).filter((each) => each !== key))
}

/** Whether anything of an adjuster is assumed. */
export function isAssumed({ assumed = [] }: Adjuster): boolean {
  return assumed.length > 0
}

/** What of an adjuster has no say in where it stands: its spring, its pointer's marks, what a turn of its screw gives. */
const NOT_ITS_TRAVEL: ReadonlySet<string> = new Set(['preload', 'rate', 'marks', 'perTurn'])

/** Whether anything is assumed that says where an adjuster can stand. */
export function isTravelAssumed({ assumed = [] }: Adjuster): boolean {
  return assumed.some((key) => !NOT_ITS_TRAVEL.has(key))
}

/** Whether nobody has read anything of an adjuster but what it is and what it moves. */
export function isWhollyAssumed(adjuster: Adjuster): boolean {
  const { assumed = [] } = adjuster
  return Object.keys(adjuster).every((key) => CHOSEN.has(key) || assumed.includes(key))
}

function withAssumed<Of extends Adjuster>(adjuster: Of, keys: readonly string[]): Of {
  const copy = { ...adjuster, assumed: [...keys] }
  if (keys.length === 0) delete (copy as { assumed?: unknown }).assumed
  return copy
}
