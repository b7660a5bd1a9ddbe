/** Which belt is in the way of which, and in what order belts come off, go on and are tensioned: docs/mechanics/belt-change.md. */
import { movedShaft } from '../adjusters/kinds.ts'
import { approach } from '../numerics/vectors.ts'
import { spansOf } from '../path/clearance.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { staticSetting } from '../tension/span-tensions.ts'

/** One belt has to come off before another. */
export interface InTheWay {
  readonly belt: string
  readonly inTheWayOf: string
  /** The shaft on which both run, the one further out; or that of the other’s pulley, before which a strand of the one passes. */
  readonly shaft: string
}

export interface BeltOrder {
  readonly inTheWay: readonly InTheWay[]
  /** Belts from the outermost in. */
  readonly off: readonly string[]
  /** Belts from the innermost out: the other way round. */
  readonly on: readonly string[]
  /** Pairs that meet on a shaft, or before a pulley, of which nobody has said which runs further out. */
  readonly unknown: readonly (readonly [string, string])[]
  /** Whether any of it rests on the order from front to back that somebody said, for want of a depth. */
  readonly bySaid: boolean
  /** Belts that are in each other’s way, so that no order is right; none where the drive can be built. */
  readonly circular: readonly string[]
}

/**
 * The order of the belts of a drive, by where their pulleys stand along the shafts they share; of belts that share none, by the strands
 * of one that pass before a pulley of the other. Where no depth was read, the order from front to back that somebody said decides.
 */
export function beltOrder(settled: SettledDrive): BeltOrder {
  const { belts } = settled
  const met = belts.flatMap((one, i) =>
    belts.slice(i + 1).flatMap((other): readonly Meeting[] => {
      const shared = onOneShaft(one, other)
      return shared.length > 0 ? shared : [...passing(settled, one, other), ...passing(settled, other, one)]
    }),
  )
  const inTheWay = met.flatMap(({ belt, inTheWayOf, shaft, known }) => (known ? [{ belt, inTheWayOf, shaft }] : []))
  const unsaid = met.filter(({ known }) => !known).map(({ belt, inTheWayOf }) => [belt, inTheWayOf] as const)
  const unknown = unsaid.filter(([a, b], i) => !unsaid.slice(0, i).some((pair) => pair.includes(a) && pair.includes(b)))
  // Belts that never meet come as somebody said they stand.
  const asSaid = belts.toSorted((one, other) => saidFurtherOut(other, one))
  const { order, circular } = sorted(
    asSaid.map(({ belt: { id } }) => id),
    inTheWay.map(({ belt, inTheWayOf }) => [belt, inTheWayOf]),
  )
  const bySaid = met.some((each) => each.bySaid)
  return { inTheWay, off: order, on: order.toReversed(), unknown, bySaid, circular }
}

interface Meeting extends InTheWay {
  /** Whether anything says which of the two runs further out; the names stand in either order where nothing does. */
  readonly known: boolean
  /** Somebody said it: the places along the shaft do not. */
  readonly bySaid: boolean
}

/** Where two belts lie one behind the other on a shaft. */
function onOneShaft(one: SettledBelt, other: SettledBelt): readonly Meeting[] {
  const [a, b] = [one.belt.id, other.belt.id]
  const places = new Map(other.pulleys.map(({ shaft, z }) => [shaft, z ?? null]))
  return one.pulleys.flatMap(({ shaft, z = null }) => {
    const otherZ = places.get(shaft)
    if (otherZ === undefined) return []
    const isRead = z !== null && otherZ !== null && z !== otherZ
    const further = isRead ? z - otherZ : saidFurtherOut(one, other)
    const how = { shaft, known: further !== 0, bySaid: !isRead && further !== 0 }
    return [further < 0 ? { belt: b, inTheWayOf: a, ...how } : { belt: a, inTheWayOf: b, ...how }]
  })
}

/** Above 0 where somebody said that the one belt runs nearer to the observer than the other, below 0 where the other does, else 0. */
function saidFurtherOut(
  { belt: { fromFront: one } }: SettledBelt,
  { belt: { fromFront: other } }: SettledBelt,
): number {
  return one === undefined || other === undefined ? 0 : other - one
}

/**
 * Where a strand of one belt passes before a pulley of another: that one’s belt cannot be lifted over its rim. A strand behind a pulley
 * hinders nobody: its own belt is slack by then and is drawn aside.
 */
function passing({ places, metal }: SettledDrive, one: SettledBelt, other: SettledBelt): readonly Meeting[] {
  return spansOf(one).flatMap(({ from, to, start, end }) =>
    other.pulleys.flatMap(({ id, shaft, z = null }) => {
      const [centre, radius] = [places.get(shaft), metal.get(id)]
      if (centre === undefined || radius === undefined || approach(start, end, centre).distance >= radius) return []
      const ends = [from.z ?? null, to.z ?? null]
      const isRead = z !== null && !ends.includes(null)
      // Nearly level belts pass at the height of both ends; one that climbs is judged by its middle.
      const strand = ends.reduce<number>((sum, at) => sum + (at ?? 0) / 2, 0)
      const said = saidFurtherOut(one, other)
      if (isRead ? strand <= z : said < 0) return []
      const bySaid = !isRead && said > 0
      return [{ belt: one.belt.id, inTheWayOf: other.belt.id, shaft, known: isRead || bySaid, bySaid }]
    }),
  )
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

/** Belts set by hand in the order in which they are tensioned. */
export interface TensionOrder {
  readonly belts: readonly string[]
  /** N: the most that pulls on one shaft to one side, before the last of its belts is set. */
  readonly max: number
}

/** Above this many belts the order of the document is kept: more orders than anybody tensions belts. */
const MAX_TRIED = 6

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
  const orders = belts.length > MAX_TRIED ? [belts] : permutations(belts)
  const right = orders.filter((order) => first.every(([a, b]) => order.indexOf(a) < order.indexOf(b)))
  const among = right.length > 0 ? right : orders
  const best = among
    .map((order) => ({ belts: order, max: maxPull(order, pulls) }))
    .reduce((a, b) => (b.max < a.max - 1e-9 ? b : a))
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

function maxPull(order: readonly string[], pulls: ReadonlyMap<string, readonly Pull[]>): number {
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
