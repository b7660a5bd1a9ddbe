import type { Adjuster } from '../adjusters/adjuster.ts'
import type { Belt } from '../drive/belt.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { Pulley } from '../drive/pulley.ts'
import type { Point } from '../numerics/vectors.ts'
import { SETTLING_SWEEPS, TRAVEL_SETTLED } from '../numerics/tolerances.ts'
import type { Mm } from '../units/quantity.ts'
import { statedMinusCord } from '../sections/families.ts'
import type { AdjusterMotion } from '../adjusters/motion.ts'
import { CordLoop } from './cord-loop.ts'
import { traceCord, type CirclesOverlap, type CordCircle, type CordPath } from './cord-path.ts'
import { driveIndex, type CordRoll } from './drive-index.ts'
import { DriveParts, MIDDLE_TRAVEL, type NoCircles, type Travels } from './drive-parts.ts'
import { seatBelt, usableStretch, type LengthAt, type Seat, type SlopeAt, type UsableStretch } from './reach-curve.ts'
import type { Sign } from './turning.ts'

/** One belt on its pulleys, with every adjuster of the drive where it settles. */
export interface SettledBelt {
  readonly belt: Belt
  /** In route order. */
  readonly pulleys: readonly Pulley[]
  readonly rolls: readonly CordRoll[]
  /** Where the path was traced; none while a place or a size is not known. */
  readonly circles: readonly CordCircle[]
  readonly path: CordPath | CirclesOverlap | NoCircles
  /** +1 where the belt's rib side carries a pulley counter-clockwise. */
  readonly ribsSign: Sign
  readonly adjuster: SettledAdjuster | null
}

export interface SettledAdjuster {
  readonly adjuster: Adjuster
  readonly motion: AdjusterMotion
  /** Where it stands; null when the belt's length is unknown or cannot be reached. */
  readonly u: number | null
  /** `length`: where the belt's length puts it. `held`: where the caller did. `shared`: where another belt did. */
  readonly wanted: 'length' | 'held' | 'shared'
  /** undefined when nothing was sought: the length is unknown, or the adjuster is held. */
  readonly seat: Seat | undefined
  readonly stretch: UsableStretch | undefined
  /** The stated length the path wants at travel u, all else standing where it has settled. */
  readonly lengthAt: LengthAt
}

export interface SettledDrive {
  readonly drive: CheckedDrive
  readonly belts: readonly SettledBelt[]
  /** Centre of each shaft, by id, where it stands now; a shaft whose place is not known is not among them. */
  readonly places: ReadonlyMap<string, Point>
  /** Radius of each pulley's outermost metal, mm, by id; only of those whose size is known. */
  readonly metal: ReadonlyMap<string, Mm>
  /** What the workshop takes for nominal where nobody has read a figure. */
  readonly rules: OwnFigures
}

/** What a workshop has set otherwise than nominal, by the keys of its rules; the path itself asks for none of them. */
export type OwnFigures = Readonly<Record<string, number>>

/**
 * Puts every belt on its pulleys and every adjuster where its belt's length holds it: docs/mechanics/adjusters.md.
 * A belt whose pulleys another belt's adjuster moves is settled after that one; belts that move each other's pulleys
 * are settled in turn until no adjuster moves by more than TRAVEL_SETTLED, at most SETTLING_SWEEPS times.
 */
export function settleDrive(drive: CheckedDrive, held: Travels = {}, rules: OwnFigures = {}): SettledDrive {
  const parts = new DriveParts(drive, held)
  const { order, circular } = settlingOrder(drive, parts)
  const adjusters = new Map<string, SettledAdjuster | null>()
  for (let sweep = 0; sweep < (circular ? SETTLING_SWEEPS : 1); sweep++) {
    let moved = 0
    for (const belt of order) {
      const before = belt.adjuster === null ? 0 : parts.travelOf(belt.adjuster)
      adjusters.set(belt.id, settleBelt(parts, belt, circular))
      if (belt.adjuster !== null) moved = Math.max(moved, Math.abs(parts.travelOf(belt.adjuster) - before))
    }
    if (moved <= TRAVEL_SETTLED) break
  }
  return {
    drive,
    belts: drive.belts.map((belt) => {
      const circles = parts.circlesOf(belt)
      const adjuster = adjusters.get(belt.id) ?? null
      return {
        belt,
        pulleys: parts.pulleysOf(belt),
        rolls: parts.rollsOf(belt),
        circles: 'why' in circles ? [] : circles,
        path: 'why' in circles ? circles : traceCord(circles),
        ribsSign: parts.ribsSign(belt),
        adjuster,
      }
    }),
    places: parts.places,
    metal: driveIndex(drive).metal,
    rules,
  }
}

/** Where every adjuster that has a known place stands: for holding them there while something else changes. */
export function travelsNow({ belts }: SettledDrive): Travels {
  return Object.fromEntries(
    belts.flatMap(({ adjuster }) => (adjuster?.u == null ? [] : [[adjuster.adjuster.id, adjuster.u]])),
  )
}

/**
 * Puts one belt's adjuster where its length holds it. A belt out of reach leaves it at the middle of its travel; while
 * belts that move each other's pulleys are still being settled (`circular`), at the nearer end, from which it may come back.
 */
function settleBelt(parts: DriveParts, belt: Belt, circular: boolean): SettledAdjuster | null {
  if (belt.adjuster === null) return null
  const adjuster = parts.adjuster(belt.adjuster)
  const motion = parts.motion(belt.adjuster)
  const { lengthAt, slopeAt } = reachCurve(parts, belt, motion)
  // A pulley that changes its size grows the path by its wraps, which slopes alone leave out.
  const stretch = usableStretch(lengthAt, motion.moves === 'shaft' ? slopeAt : undefined)
  const settled = { adjuster, motion, lengthAt, stretch }

  const held = parts.held[belt.adjuster]
  if (held !== undefined) return { ...settled, u: held, wanted: 'held', seat: undefined }
  if (parts.owners.get(belt.adjuster) !== belt.id) {
    return { ...settled, u: parts.travelOf(belt.adjuster), wanted: 'shared', seat: undefined }
  }
  const seat = belt.length === null || stretch === undefined ? undefined : seatBelt(lengthAt, stretch, belt.length)
  const u = seat?.ok === true ? seat.u : null
  parts.stand(belt.adjuster, u ?? (circular ? nearerEnd(seat, stretch) : MIDDLE_TRAVEL))
  return { ...settled, u, wanted: 'length', seat }
}

function nearerEnd(seat: Seat | undefined, stretch: UsableStretch | undefined): number {
  if (seat === undefined || seat.ok || stretch === undefined) return MIDDLE_TRAVEL
  return seat.why === 'short' ? stretch.from : stretch.to
}

/** L(u) of one belt and its slope, on circles of its own so that trying places of the adjuster moves nothing else. */
function reachCurve(
  parts: DriveParts,
  belt: Belt,
  motion: AdjusterMotion,
): { readonly lengthAt: LengthAt; readonly slopeAt: SlopeAt } {
  const circles = parts.circlesOf(belt)
  if ('why' in circles) return { lengthAt: () => undefined, slopeAt: () => undefined }
  const pulleys = parts.pulleysOf(belt)
  const moved: number[] = []
  for (let i = 0; i < pulleys.length; i++) if (moves(motion, pulleys[i] as Pulley)) moved.push(i)
  const loop = new CordLoop(circles, moved)
  const mover = circleMover(parts, motion, loop, circles, moved)
  const toStated = statedMinusCord(belt.section)
  return {
    lengthAt: (u) => {
      if (!mover.put(u) || !loop.measure()) return undefined
      return { length: loop.length + toStated, perU: mover.rate(), turning: loop.turning }
    },
    slopeAt: (u) => {
      if (!mover.put(u) || !loop.measureSpans()) return undefined
      return { perU: mover.rate(), shape: loop.lastQuarters() }
    },
  }
}

/** Puts the circles that an adjuster moves where a travel has them, and says how fast the loop grows there once that is worked out. */
interface CircleMover {
  /** False where the adjuster does not reach. */
  put(u: number): boolean
  /** mm per full travel, at the travel put last. */
  rate(): number
}

function circleMover(
  parts: DriveParts,
  motion: AdjusterMotion,
  loop: CordLoop,
  circles: readonly CordCircle[],
  moved: readonly number[],
): CircleMover {
  if (motion.moves === 'shaft') {
    let [vx, vy] = [0, 0]
    return {
      put: (u) => {
        const place = motion.placeAt(u)
        if (place === undefined) return false
        vx = place.vx
        vy = place.vy
        for (const i of moved) {
          const circle = circles[i] as CordCircle
          circle.x = place.x
          circle.y = place.y
        }
        return true
      },
      rate: () => {
        let rate = 0
        for (const i of moved) rate += loop.rateOfMove(i, vx, vy)
        return rate
      },
    }
  }
  const grown = parts.growthOf(motion.pulley)
  const released = moved.map((i) => (circles[i] as CordCircle).r - grown)
  let growth = 0
  return {
    put: (u) => {
      const { by, rate } = motion.growthAt(u)
      growth = rate
      moved.forEach((i, k) => ((circles[i] as CordCircle).r = (released[k] as number) + by))
      return true
    },
    rate: () => {
      let rate = 0
      for (const i of moved) rate += loop.rateOfGrowth(i, growth)
      return rate
    },
  }
}

function moves(motion: AdjusterMotion, pulley: Pulley): boolean {
  return motion.moves === 'shaft' ? pulley.shaft === motion.shaft : pulley.id === motion.pulley
}

/** Belts so that each comes after those whose adjusters move its pulleys; `circular` when some move each other's. */
function settlingOrder(
  drive: CheckedDrive,
  parts: DriveParts,
): { readonly order: readonly Belt[]; readonly circular: boolean } {
  if (drive.belts.length === 1) return { order: drive.belts, circular: false }
  const needs = new Map(drive.belts.map((belt) => [belt.id, beltsMoving(belt, parts)]))
  const order: Belt[] = []
  const placed = new Set<string>()
  let waiting: readonly Belt[] = drive.belts
  while (waiting.length > 0) {
    const ready = waiting.filter((belt) => [...(needs.get(belt.id) ?? [])].every((id) => placed.has(id)))
    if (ready.length === 0) return { order: [...order, ...waiting], circular: true }
    for (const belt of ready) {
      order.push(belt)
      placed.add(belt.id)
    }
    waiting = waiting.filter((belt) => !placed.has(belt.id))
  }
  return { order, circular: false }
}

/** The other belts whose adjusters move a pulley of this one. */
function beltsMoving(belt: Belt, parts: DriveParts): ReadonlySet<string> {
  const pulleys = parts.pulleysOf(belt)
  const needs = new Set<string>()
  for (const [adjuster, owner] of parts.owners) {
    if (owner === belt.id) continue
    if (pulleys.some((pulley) => moves(parts.motion(adjuster), pulley))) needs.add(owner)
  }
  return needs
}
