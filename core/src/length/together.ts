/** Belts that share an adjuster, or a shaft that one of them moves: their lengths are chosen together: docs/mechanics/fitting.md. */
import type { CheckedDrive } from '../drive/drive.ts'
import { LENGTH_DOUBT_SHARE } from '../path/nominal.ts'
import { settleDrive, type SettledBelt, type SettledDrive } from '../path/settle.ts'
import { travelLimits } from '../path/travel-limits.ts'
import { statedMinusCord } from '../sections/families.ts'
import type { Mm } from '../units/quantity.ts'
import { lengthAnswer, type LengthAnswer } from './length-answer.ts'
import type { PossibleCurve } from './possible-curves.ts'
import { standardLengths } from './standard-lengths.ts'
import { END_OF_LIFE_SHARE, fitSituation, fixedWindow, goodWindow } from './verdict.ts'

export interface BeltSet {
  /** Stated lengths in the order of the belts asked for. */
  readonly lengths: readonly Mm[]
  /** That all of them fit with the others on. */
  readonly chance: number
}

/** No more belts than this are chosen together. */
const MOST_TOGETHER = 3

/** The belts whose lengths depend on this one's, directly or by way of a third: they share an adjuster, or run on a shaft that one of them moves. */
export function beltsTogether({ belts }: SettledDrive, beltId: string): string[] {
  const found = belts.filter(({ belt }) => belt.id === beltId)
  for (const one of found) {
    for (const other of belts)
      if (!found.includes(other) && found.length < MOST_TOGETHER && depend(one, other)) found.push(other)
  }
  return found.slice(1).map(({ belt }) => belt.id)
}

function depend(one: SettledBelt, other: SettledBelt): boolean {
  if (one.belt.adjuster !== null && one.belt.adjuster === other.belt.adjuster) return true
  return movesOf(one, other) || movesOf(other, one)
}

function movesOf(by: SettledBelt, other: SettledBelt): boolean {
  const motion = by.adjuster?.motion
  if (motion === undefined) return false
  return other.pulleys.some(({ id, shaft }) =>
    motion.moves === 'shaft' ? shaft === motion.shaft : id === motion.pulley,
  )
}

/** Sizes tried of each belt, the nearest to what it wants by itself. */
const TRIED_EACH = 7

/** Worlds in which every set is tried. */
const WORLDS = 160

/** Chances nearer than this are equal: then the longer belt should be the tight one. */
const SAME_CHANCE = 0.02

/**
 * The best sets of sizes that are made for belts of one drive, each judged with the others on, best first; none while the length of one of them
 * is not known. Of sets about equally likely the one comes first whose longest belt is on the short side: it stretches most, and takes the
 * shorter ones' slack with it as it runs in.
 */
export function bestSets(all: SettledDrive, beltIds: readonly string[], most = 3): BeltSet[] {
  const joined = beltIds.flatMap((id) => {
    const settled = all.belts.find(({ belt }) => belt.id === id)
    return settled === undefined ? [] : [{ settled, answer: lengthAnswer(all, settled) }]
  })
  if (joined.length !== beltIds.length || joined.some(({ answer }) => answer.posterior === null)) return []
  const sharesOne = joined.every(({ settled }) => settled.belt.adjuster === joined[0]?.settled.belt.adjuster)
  const worlds = sharesOne ? sharedWorlds(joined) : chainedWorlds(all.drive, joined)
  const sizes = joined.map(sizesFor)
  const sets = combinations(sizes).map((lengths) => {
    const outcomes = worlds.map((holds) => holds(lengths))
    return {
      lengths,
      chance: outcomes.filter(({ good }) => good).length / WORLDS,
      shortSide: outcomes.filter(({ longestIsTight }) => longestIsTight).length / WORLDS,
    }
  })
  const best = Math.max(0, ...sets.map(({ chance }) => chance))
  const rank = ({ chance, shortSide }: (typeof sets)[0]) => (chance > best - SAME_CHANCE ? 2 + shortSide : chance)
  return sets
    .filter(({ chance }) => chance > 0)
    .toSorted((a, b) => rank(b) - rank(a))
    .slice(0, most)
    .map(({ lengths, chance }) => ({ lengths, chance }))
}

interface Joined {
  readonly settled: SettledBelt
  readonly answer: LengthAnswer
}

/** Whether belts of given lengths all fit in one world, and whether the longest of them is the one that holds the adjuster. */
type World = (lengths: readonly Mm[]) => { readonly good: boolean; readonly longestIsTight: boolean }

function sizesFor({ settled, answer }: Joined): Mm[] {
  const { median } = answer.wanted ?? { median: 0 }
  const { section } = settled.belt
  const around = standardLengths(section, median - 60, median + 60)
  return around.toSorted((a, b) => Math.abs(a - median) - Math.abs(b - median)).slice(0, TRIED_EACH)
}

function combinations(sizes: readonly (readonly Mm[])[]): Mm[][] {
  return sizes.reduce<Mm[][]>((sets, own) => sets.flatMap((set) => own.map((size) => [...set, size])), [[]])
}

interface Draw {
  readonly curve: PossibleCurve
  readonly wanted: Mm
}

/** Draws of each belt, put together so that a long one of the first does not always meet a long one of the others. */
function drawsOf(joined: readonly Joined[]): Draw[][] {
  const draws = joined.map(({ answer }) => answer.posterior?.draws(WORLDS) ?? [])
  return Array.from({ length: WORLDS }, (_, i) =>
    draws.flatMap((own, k) => own[(i * (STRIDES[k % STRIDES.length] ?? 1) + 7 * k) % own.length] ?? []),
  )
}

/** Numbers without a common factor with WORLDS, so that every draw of every belt comes once. */
const STRIDES = [1, 63, 101] as const

/**
 * One adjuster takes all of them up: it stands where the tightest lets it, and the others are as slack as they are longer than their path there.
 */
function sharedWorlds(joined: readonly Joined[]): World[] {
  const limits = travelLimits(joined[0]?.settled.adjuster?.adjuster ?? null)
  return drawsOf(joined).map((draws): World => {
    const belts = draws.map((draw) => new OnOneAdjuster(draw))
    return (lengths) => {
      const on = belts.map((belt, k) => ({ belt, length: lengths[k] ?? 0, u: belt.seat(lengths[k] ?? 0) }))
      const tight = on.reduce((least, each) => (each.u < least.u ? each : least))
      const good =
        tight.u >= limits.newFrom &&
        tight.u <= limits.newTo &&
        tight.length * (1 + END_OF_LIFE_SHARE) <= tight.belt.path(limits.endTo) &&
        on.every(({ belt, length }) => length - belt.path(tight.u) <= (LENGTH_DOUBT_SHARE / 2) * length)
      return { good, longestIsTight: on.every(({ length }) => length <= tight.length) }
    }
  })
}

/** One belt of several on an adjuster, in one world. */
class OnOneAdjuster {
  private readonly seats = new Map<Mm, number>()

  constructor(private readonly draw: Draw) {}

  path(u: number): Mm {
    return this.draw.wanted + this.draw.curve.offsetAt(u)
  }

  /** Travel at which the path is as long as a belt: below 0 where that will not go on, above 1 where it stays slack. */
  seat(length: Mm): number {
    const known = this.seats.get(length)
    if (known !== undefined) return known
    const seat = length < this.path(0) ? -1 : length > this.path(1) ? 2 : this.bisected(length)
    this.seats.set(length, seat)
    return seat
  }

  private bisected(length: Mm): number {
    let [from, to] = [0, 1]
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (from + to) / 2
      if (this.path(middle) < length) from = middle
      else to = middle
    }
    return (from + to) / 2
  }
}

/** To a ten-thousandth of the travel: far closer than anybody reads it. */
const HALVINGS = 14

/**
 * Each has an adjuster of its own, but one moves pulleys of the next: in the order in which they settle, each must fit on the path that those
 * before it leave. Worlds differ by how much longer each path is than it is drawn.
 */
function chainedWorlds(drive: CheckedDrive, joined: readonly Joined[]): World[] {
  const ids = joined.map(({ settled }) => settled.belt.id)
  const windows = new Map<string, readonly ({ readonly from: Mm; readonly to: Mm } | null)[]>()
  const windowsWith = (lengths: readonly Mm[]) => {
    // A millimetre of one belt hardly moves another's path.
    const rounded = lengths.map(Math.round)
    const key = rounded.join()
    const known = windows.get(key)
    if (known !== undefined) return known
    const { belts } = settleDrive(withLengths(drive, ids, rounded))
    const found = ids.map((id) => {
      const settled = belts.find(({ belt }) => belt.id === id)
      return settled === undefined ? null : windowBeside(settled)
    })
    windows.set(key, found)
    return found
  }
  return drawsOf(joined).map((draws): World => {
    const shifts = draws.map(({ curve, wanted }) => wanted - (curve.centre ?? wanted))
    return (lengths) => {
      const drawn = lengths.map((length, k) => length - (shifts[k] ?? 0))
      const good = windowsWith(drawn).every((window, k) => {
        const length = drawn[k] ?? 0
        return window !== null && length >= window.from && length <= window.to
      })
      return { good, longestIsTight: false }
    }
  })
}

/** The lengths that fit with the others on: where another belt or fixed centres set the path, those about it; else what the own adjuster takes. */
function windowBeside(settled: SettledBelt): { readonly from: Mm; readonly to: Mm } | null {
  const { path, adjuster, belt } = settled
  if (adjuster?.wanted !== 'shared' && adjuster !== null) {
    const situation = fitSituation(settled)
    return situation === undefined ? null : (goodWindow(situation) ?? null)
  }
  if (!path.ok) return null
  const stated = path.length + statedMinusCord(belt.section)
  if (adjuster === null) return fixedWindow(settled, stated)
  const beside = (LENGTH_DOUBT_SHARE / 2) * stated
  return { from: stated - beside, to: stated + beside }
}

function withLengths(drive: CheckedDrive, beltIds: readonly string[], lengths: readonly Mm[]): CheckedDrive {
  return {
    ...drive,
    belts: drive.belts.map((belt) => {
      const i = beltIds.indexOf(belt.id)
      return i < 0 ? belt : { ...belt, length: lengths[i] ?? null }
    }),
  }
}
