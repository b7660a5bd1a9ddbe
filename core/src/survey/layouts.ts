/**
 * Rough layouts of pulleys from their distances: one pulley after the other is put where two circles round pulleys that
 * stand already meet. Two circles meet twice, so layouts branch; the better ones are kept (a beam search).
 */
import { distance, type Point } from '../numerics/vectors.ts'

/** A distance between two centres, by their places in the list of pulleys. */
export interface Link {
  readonly from: number
  readonly to: number
  /** mm */
  readonly value: number
  /** Standard deviation, mm. */
  readonly sigma: number
}

/** Where each pulley stands; undefined where no reading reaches it. */
export type Layout = readonly (Point | undefined)[]

/** mm between two candidates for one place that are worth telling apart; noise alone moves them by less. */
const SAME_PLACE_MM = 3
/** A reading that misses by more than this many standard deviations counts no worse: it may be a blunder. */
const WORST_MISS = 6
/** Directions tried for a pulley on which only one reading bears so far. */
const DIRECTIONS = 12

interface State {
  readonly places: readonly (Point | undefined)[]
  readonly cost: number
}

/** Layouts that fit the links, best first. Pulleys in `anchors` stand where they are given; without any, the first stands at the origin. At most `beam` are followed. */
export function roughLayouts(count: number, links: readonly Link[], anchors: Layout, beam: number): Layout[] {
  const start = [...anchors]
  if (!start.some((place) => place !== undefined)) start[bestSeed(count, links)] = { x: 0, y: 0 }
  let states: State[] = [{ places: start, cost: 0 }]
  for (;;) {
    const next = nextPulley(states[0]?.places ?? [], links)
    if (next === undefined) break
    states = states
      .flatMap((state) => placedNext(state, next, links))
      .sort((a, b) => a.cost - b.cost)
      .slice(0, beam)
  }
  return states.map(({ places }) => places)
}

/** The pulley with most links: the rest hang on it most firmly. */
function bestSeed(count: number, links: readonly Link[]): number {
  const degree = Array.from({ length: count }, (_, i) => links.filter(({ from, to }) => from === i || to === i).length)
  return degree.indexOf(Math.max(...degree))
}

/** The pulley not yet placed that has most links to placed ones; undefined when no link leads on. */
function nextPulley(places: State['places'], links: readonly Link[]): number | undefined {
  let best: number | undefined
  let most = 0
  places.forEach((place, i) => {
    if (place !== undefined) return
    const held = links.filter((link) => otherEnd(link, i, places) !== undefined).length
    if (held > most) [best, most] = [i, held]
  })
  return best
}

function otherEnd({ from, to }: Link, pulley: number, places: State['places']): Point | undefined {
  if (from === pulley) return places[to]
  return to === pulley ? places[from] : undefined
}

function placedNext({ places, cost }: State, pulley: number, links: readonly Link[]): State[] {
  const rings = links.flatMap((link) => {
    const centre = otherEnd(link, pulley, places)
    return centre === undefined ? [] : [{ centre, radius: link.value, sigma: link.sigma }]
  })
  const placed = places.filter((place) => place !== undefined).length
  return candidates(rings, placed).map((place) => ({
    places: places.with(pulley, place),
    cost: cost + rings.reduce((sum, ring) => sum + missOf(ring, place), 0),
  }))
}

interface Ring {
  readonly centre: Point
  readonly radius: number
  readonly sigma: number
}

function missOf({ centre, radius, sigma }: Ring, { x, y }: Point): number {
  const miss = (Math.hypot(x - centre.x, y - centre.y) - radius) / sigma
  return Math.min(miss * miss, WORST_MISS * WORST_MISS)
}

function candidates(rings: readonly Ring[], placed: number): Point[] {
  const [first] = rings
  if (first === undefined) return []
  if (rings.length === 1) {
    // The second pulley of all may stand anywhere round the first: turning the whole changes nothing.
    const directions = placed === 1 ? 1 : DIRECTIONS
    return Array.from({ length: directions }, (_, k) => {
      const at = Math.PI / 2 + (2 * Math.PI * k) / directions
      return { x: first.centre.x + first.radius * Math.cos(at), y: first.centre.y + first.radius * Math.sin(at) }
    })
  }
  const pairs = rings.flatMap((a, i) => rings.slice(i + 1).map((b) => [a, b] as const))
  // The pairs of rings that cross most squarely say most about where they cross.
  const squarest = pairs.toSorted((a, b) => squareness(...b) - squareness(...a)).slice(0, 3)
  const places: Point[] = []
  for (const place of squarest.flatMap(([a, b]) => crossings(a, b)))
    if (places.every((other) => distance(place, other) > SAME_PLACE_MM)) places.push(place)
  return places
}

/** Sine of the angle at which two rings cross; 0 where they do not. */
function squareness(a: Ring, b: Ring): number {
  const d = Math.hypot(a.centre.x - b.centre.x, a.centre.y - b.centre.y)
  const cosine = (a.radius ** 2 + b.radius ** 2 - d * d) / (2 * a.radius * b.radius || 1)
  return Math.sqrt(Math.max(0, 1 - cosine * cosine))
}

/** Where two rings cross; where they just miss each other, the place half-way between them. */
function crossings(a: Ring, b: Ring): Point[] {
  const [dx, dy] = [b.centre.x - a.centre.x, b.centre.y - a.centre.y]
  const d = Math.hypot(dx, dy)
  if (d === 0) return [{ x: a.centre.x + a.radius, y: a.centre.y }]
  const along = (d * d + a.radius * a.radius - b.radius * b.radius) / (2 * d)
  const aside = Math.sqrt(Math.max(0, a.radius * a.radius - along * along))
  const [ux, uy] = [dx / d, dy / d]
  const foot = { x: a.centre.x + along * ux, y: a.centre.y + along * uy }
  return [
    { x: foot.x - aside * uy, y: foot.y + aside * ux },
    { x: foot.x + aside * uy, y: foot.y - aside * ux },
  ]
}
