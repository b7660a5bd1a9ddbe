/** Which belt is in the way of which, and in what order belts come off, go on and are tensioned: docs/mechanics/fit.md. */
import type { CheckedDrive } from '../drive/drive.ts'
import type { Adjuster } from '../drive/adjuster.ts'
import type { SettledDrive } from '../path/settle.ts'
import { staticSetting } from '../tension/span-tensions.ts'

/** One belt runs further out on a shaft that both run on, and has to come off first. */
export interface InTheWay {
  readonly belt: string
  readonly inTheWayOf: string
  readonly shaft: string
}

export interface BeltOrder {
  readonly inTheWay: readonly InTheWay[]
  /** Belts from the outermost in. */
  readonly off: readonly string[]
  /** Belts from the innermost out: the other way round. */
  readonly on: readonly string[]
  /** Pairs that share a shaft of which nobody has said which runs further out. */
  readonly unknown: readonly (readonly [string, string])[]
  /** Belts that are in each other’s way, so that no order is right; none where the drive can be built. */
  readonly circular: readonly string[]
}

/** The order of the belts of a drive, by where their pulleys stand along the shafts they share. */
export function beltOrder(drive: CheckedDrive): BeltOrder {
  const pulleys = new Map(drive.pulleys.map((pulley) => [pulley.id, pulley]))
  const places = drive.belts.map(({ id, route }) => ({
    id,
    on: new Map(
      route.flatMap(({ pulley }) => {
        const found = pulleys.get(pulley)
        return found === undefined ? [] : [[found.shaft, found.z ?? null] as const]
      }),
    ),
  }))
  const inTheWay: InTheWay[] = []
  const unknown: (readonly [string, string])[] = []
  for (const [i, one] of places.entries())
    for (const other of places.slice(i + 1))
      for (const [shaft, z] of one.on) {
        const otherZ = other.on.get(shaft)
        if (otherZ === undefined) continue
        if (z === null || otherZ === null || z === otherZ) {
          if (!unknown.some(([a, b]) => a === one.id && b === other.id)) unknown.push([one.id, other.id])
        } else
          inTheWay.push(
            z > otherZ ? { belt: one.id, inTheWayOf: other.id, shaft } : { belt: other.id, inTheWayOf: one.id, shaft },
          )
      }
  const { order, circular } = sorted(
    drive.belts.map(({ id }) => id),
    inTheWay.map(({ belt, inTheWayOf }) => [belt, inTheWayOf]),
  )
  return { inTheWay, off: order, on: order.toReversed(), unknown, circular }
}

/** Ids so that the first of each pair comes before the second; those of a ring come as they were, at the end. */
function sorted(ids: readonly string[], before: readonly (readonly [string, string])[]) {
  const order: string[] = []
  let left = [...ids]
  while (left.length > 0) {
    const next = left.find((id) => !before.some(([first, second]) => second === id && left.includes(first)))
    if (next === undefined) return { order: [...order, ...left], circular: left }
    order.push(next)
    left = left.filter((id) => id !== next)
  }
  return { order, circular: [] }
}

/** Shafts that an adjuster moves. */
export function movedShaft(adjuster: Adjuster): string | null {
  return adjuster.kind === 'shim' ? null : adjuster.shaft
}

/** Belts set by hand in the order in which they are tensioned. */
export interface TensionOrder {
  readonly belts: readonly string[]
  /** N: the most that pulls on one shaft to one side, before the last of its belts is set. */
  readonly most: number
}

/** Above this many belts the order of the document is kept: more orders than anybody tensions belts. */
const MOST_TRIED = 6

/**
 * Of all orders in which no belt is set before one whose adjuster moves a pulley of its own, the one in which the one-sided pull on any shared
 * shaft stays smallest while the belts come to be tight.
 */
export function tensionOrder(settled: SettledDrive, belts: readonly string[]): TensionOrder {
  const { drive } = settled
  const shaftOf = new Map(drive.pulleys.map(({ id, shaft }) => [id, shaft]))
  const adjusters = new Map(drive.adjusters.map((adjuster) => [adjuster.id, adjuster]))
  const runsOn = (id: string) =>
    new Set(drive.belts.find((belt) => belt.id === id)?.route.map(({ pulley }) => shaftOf.get(pulley)) ?? [])
  const moves = (id: string) => {
    const adjuster = adjusters.get(drive.belts.find((belt) => belt.id === id)?.adjuster ?? '')
    return adjuster === undefined ? null : movedShaft(adjuster)
  }
  const first = belts.flatMap((one) =>
    belts.flatMap((other): (readonly [string, string])[] => {
      const shaft = moves(one)
      return one !== other && shaft !== null && runsOn(other).has(shaft) && moves(other) !== shaft ? [[one, other]] : []
    }),
  )
  const pulls = pullsOf(settled)
  const orders = belts.length > MOST_TRIED ? [belts] : permutations(belts)
  const right = orders.filter((order) => first.every(([a, b]) => order.indexOf(a) < order.indexOf(b)))
  const among = right.length > 0 ? right : orders
  const best = among
    .map((order) => ({ belts: order, most: mostPull(order, pulls) }))
    .reduce((a, b) => (b.most < a.most - 1e-9 ? b : a))
  return best
}

interface Pull {
  readonly shaft: string
  readonly x: number
  readonly y: number
}

/** N with which each belt at rest pulls each of its shafts. */
function pullsOf({ belts }: SettledDrive): ReadonlyMap<string, readonly Pull[]> {
  return new Map(
    belts.map(({ belt, pulleys, path }) => {
      if (!path.ok) return [belt.id, []]
      const tension = staticSetting(belt).tension * (belt.count ?? 1)
      const n = pulleys.length
      return [
        belt.id,
        pulleys.map((pulley, i) => {
          const [out, into] = [path.directions[i] ?? 0, path.directions[(i + n - 1) % n] ?? 0]
          return {
            shaft: pulley.shaft,
            x: tension * (Math.cos(out) - Math.cos(into)),
            y: tension * (Math.sin(out) - Math.sin(into)),
          }
        }),
      ]
    }),
  )
}

function mostPull(order: readonly string[], pulls: ReadonlyMap<string, readonly Pull[]>): number {
  const on = new Map<string, { x: number; y: number }>()
  let most = 0
  // When the last belt is tight the pull is what the drive is built for.
  for (const id of order.slice(0, -1))
    for (const { shaft, x, y } of pulls.get(id) ?? []) {
      const sum = on.get(shaft) ?? { x: 0, y: 0 }
      const next = { x: sum.x + x, y: sum.y + y }
      on.set(shaft, next)
      most = Math.max(most, Math.hypot(next.x, next.y))
    }
  return most
}

function permutations(of: readonly string[]): readonly (readonly string[])[] {
  if (of.length <= 1) return [of]
  return of.flatMap((each, i) => permutations([...of.slice(0, i), ...of.slice(i + 1)]).map((rest) => [each, ...rest]))
}
