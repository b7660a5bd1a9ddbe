import { bracketedRoot, lastHolding } from '../numerics/roots.ts'
import { LENGTH_SOLVED_MM, TRAVEL_SAMPLES, TRAVEL_SOLVED } from '../numerics/tolerances.ts'

/** The stated length a belt's path wants at one place of its adjuster, and how fast it grows there (mm per full travel). */
export interface WantedLength {
  readonly length: number
  readonly perU: number
  /** Whole turns of the path; a jump means that the belt has come off a pulley or crossed itself. */
  readonly turning: number
}

/** How fast a path grows at one place of its adjuster, and a mark of its shape that changes where the belt comes off a pulley. */
export interface PathSlope {
  readonly perU: number
  readonly shape: number
}

/** Evaluates the slope of L(u) alone, which takes no arctangents; undefined where no path exists. */
export type SlopeAt = (u: number) => PathSlope | undefined

/** Evaluates L(u); undefined where no path exists (pulleys overlap, a rod does not reach). */
export type LengthAt = (u: number) => WantedLength | undefined

/** The part of an adjuster's travel over which L(u) runs one way without a break, beginning as near to 0 as it can. */
export interface UsableStretch {
  readonly from: number
  readonly to: number
  readonly lengthFrom: number
  readonly lengthTo: number
  /** The travel at which L(u) turns back, when that is why the stretch ends; 0 when it shrinks from the start. */
  readonly turnsAt: number | null
}

export type Seat =
  | { readonly ok: true; readonly u: number }
  | {
      readonly ok: false
      /** `short`: the belt will not go on. `long`: it cannot be taken up. `no-travel`: the adjuster does not change this path. */
      readonly why: 'short' | 'long' | 'no-travel'
      /** mm by which the belt misses the nearer end of the stretch. */
      readonly by: number
    }

/**
 * Finds the usable stretch of L(u) on [0, 1]: the first place where a path exists, and on from there until the path
 * breaks or its length turns back. L is looked at in TRAVEL_SAMPLES places; ends in between are refined. Where `slopeAt` is given, its slopes
 * alone are looked at first.
 */
export function usableStretch(at: LengthAt, slopeAt?: SlopeAt): UsableStretch | undefined {
  if (slopeAt !== undefined && growsAllTheWay(slopeAt)) {
    const [first, last] = [at(0), at(1)]
    if (first !== undefined && last !== undefined && first.turning === last.turning)
      return { from: 0, to: 1, lengthFrom: first.length, lengthTo: last.length, turnsAt: null }
  }
  const step = 1 / (TRAVEL_SAMPLES - 1)
  let first: WantedLength | undefined
  let from = 0
  let last: WantedLength | undefined
  let to = 0
  for (let i = 0; i < TRAVEL_SAMPLES; i++) {
    const u = i * step
    const here = at(u)
    if (first === undefined || last === undefined) {
      if (here !== undefined) {
        first = last = here
        from = to = u
      }
      continue
    }
    const start = first
    const unbroken = (wanted: WantedLength | undefined) => wanted !== undefined && wanted.turning === start.turning
    if (!unbroken(here) || here === undefined) {
      to = lastHolding((v) => unbroken(at(v)), to, u, TRAVEL_SOLVED)
      return ended(at, from, to, first, null)
    }
    if (here.perU * last.perU < 0) {
      const turn = bracketedRoot((v) => slopeOnly(at(v)), to, u, { value: LENGTH_SOLVED_MM, at: TRAVEL_SOLVED }).at
      return ended(at, from, turn, first, turn)
    }
    last = here
    to = u
  }
  if (first === undefined) return undefined
  return ended(at, from, to, first, first.perU < 0 ? from : null)
}

/** Whether a path exists over the whole travel, in one shape, and grows all the way: the common case, told by slopes alone. */
function growsAllTheWay(slopeAt: SlopeAt): boolean {
  let shape: number | null = null
  for (let i = 0; i < TRAVEL_SAMPLES; i++) {
    const here = slopeAt(i / (TRAVEL_SAMPLES - 1))
    if (here === undefined || !(here.perU > 0)) return false
    shape ??= here.shape
    if (here.shape !== shape) return false
  }
  return true
}

/** The slope as the value to bring to zero; its own slope is not known, so the root finder bisects. */
function slopeOnly(wanted: WantedLength | undefined) {
  return { value: wanted?.perU ?? 0, slope: 0 }
}

function ended(at: LengthAt, from: number, to: number, first: WantedLength, turnsAt: number | null): UsableStretch {
  const last = at(to) ?? first
  return { from, to, lengthFrom: first.length, lengthTo: last.length, turnsAt }
}

/** Where on the stretch a belt of stated length `belt` settles: the root of L(u) = belt. */
export function seatBelt(at: LengthAt, stretch: UsableStretch, belt: number): Seat {
  const { from, to, lengthFrom, lengthTo } = stretch
  const shortest = Math.min(lengthFrom, lengthTo)
  const longest = Math.max(lengthFrom, lengthTo)
  if (longest - shortest <= LENGTH_SOLVED_MM && Math.abs(belt - shortest) > LENGTH_SOLVED_MM) {
    return { ok: false, why: 'no-travel', by: Math.abs(belt - shortest) }
  }
  if (belt < shortest - LENGTH_SOLVED_MM) return { ok: false, why: 'short', by: shortest - belt }
  if (belt > longest + LENGTH_SOLVED_MM) return { ok: false, why: 'long', by: belt - longest }
  const root = bracketedRoot(
    (u) => {
      const wanted = at(u)
      return { value: (wanted?.length ?? lengthFrom) - belt, slope: wanted?.perU ?? 0 }
    },
    from,
    to,
    { value: LENGTH_SOLVED_MM, at: 1e-15 },
    { low: lengthFrom - belt, high: lengthTo - belt },
  )
  return { ok: true, u: root.at }
}
