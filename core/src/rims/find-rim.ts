/**
 * The rim of a pulley in a picture, from one press near its middle: docs/mechanics/rims.md. Rays run out from the press; where the shade changes
 * along them are edges; ellipses are tried through edges of five rays, those that many rays agree with are fitted to all of those.
 */
import { randomFrom } from '../numerics/random.ts'
import type { Point } from '../numerics/vectors.ts'
import { edgeFrom, ellipseThrough, type Ellipse } from './ellipse.ts'
import { shadeAt, type GreyPicture } from './grey-picture.ts'

export interface Rim {
  readonly ellipse: Ellipse
  /** Share of the rays that have an edge where this one is, 0 to 1. */
  readonly support: number
  /** Whether it grows brighter outward nearly all the way round. */
  readonly brighter: boolean
}

export interface RimSearch {
  /** What may be the rim, from the smallest to the largest. */
  readonly rims: readonly Rim[]
  /** The one that is most likely meant, as its place in the list; −1 where there is none. */
  readonly best: number
  /** Whether it wants a look: few edges agree, or another is nearly as likely. */
  readonly doubtful: boolean
}

const RAYS = 120
/** Pixels from the press within which no rim is looked for: nobody presses within a circle that small. */
const NEAREST = 7
/** Pixels on both sides between which a change of shade is measured. */
const HALF_STEP = 1.5
/** Change of shade, of 255, below which there is no edge. */
const FAINTEST = 5
/** Of each ray the strongest edges are kept in every band of distance: what is strong far away must not crowd out what is near. */
const BAND = 1.25
const EDGES_A_BAND = 5
/** Distances from the press that are gone through, each larger than the last by this factor; and how far a rim may reach about one, which a press
 * beside its middle and a camera that leans make of it. */
const FINER = 1.11
const WIDE = 1.36
/** Ellipses tried through five edges at each. */
const TRIES_A_BAND = 26
/** Within this share of its distance, or this many pixels, an edge is on an ellipse. */
const NEAR = { share: 0.012, px: 1.3 }
/** The same once it is fitted. */
const ON = { share: 0.007, px: 1 }
const FIT_ROUNDS = 5
/** A circle seen from 40° off its axis. */
const FLATTEST = 0.74
/** How far from the middle a press may be, as a share of the shorter half axis. */
const OFF_CENTRE = 0.42
/** Share of rays an ellipse has to have. */
const LEAST_SUPPORT = 0.42
/** Ellipses whose axes differ by less than this share are one. */
const SAME = 0.03
/** Ellipses that are fitted, of those that were tried. */
const FITTED = 24

interface Edge {
  readonly r: number
  /** Change of shade outward. */
  readonly change: number
}

interface Ray {
  readonly dx: number
  readonly dy: number
  readonly edges: readonly Edge[]
}

/** Finds rims about a press. The picture should be without its finest grain (`blurred`, 1 px). Takes a few milliseconds, whatever the picture. */
export function findRims(picture: GreyPicture, press: Point): RimSearch {
  const rays = Array.from({ length: RAYS }, (_, k) => rayFrom(picture, press, (2 * Math.PI * k) / RAYS))
  const strong = typicalChange(rays)
  const tried = triedEllipses(rays, press, strong)
  const fitted = tried.flatMap(({ ellipse }) => fittedTo(rays, press, ellipse) ?? [])
  const rims = eachWithItsOwn(fitted).toSorted((p, q) => p.ellipse.a * p.ellipse.b - q.ellipse.a * q.ellipse.b)
  return { rims, ...likeliest(rims) }
}

function rayFrom(picture: GreyPicture, { x, y }: Point, angle: number): Ray {
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)]
  const changes: number[] = []
  const longest = Math.max(picture.width, picture.height)
  for (let r = NEAREST; r < longest; r++) {
    const [inner, outer] = [r - HALF_STEP, r + HALF_STEP]
    const change = shadeAt(picture, x + outer * dx, y + outer * dy) - shadeAt(picture, x + inner * dx, y + inner * dy)
    if (Number.isNaN(change)) break
    changes.push(change)
  }
  const edges: Edge[] = []
  for (let i = 1; i < changes.length - 1; i++) {
    const [before, here, after] = [changes[i - 1] ?? 0, changes[i] ?? 0, changes[i + 1] ?? 0]
    const size = Math.abs(here)
    if (size < FAINTEST || size < Math.abs(before) || size <= Math.abs(after)) continue
    // Between pixels: where a parabola through the three has its top.
    const bend = before - 2 * here + after
    const shift = bend === 0 ? 0 : Math.max(-0.5, Math.min(0.5, (0.5 * (before - after)) / bend))
    edges.push({ r: NEAREST + i + shift, change: here })
  }
  const kept: Edge[] = []
  for (let from = NEAREST; from < longest; from *= BAND) {
    const band = edges.filter(({ r }) => r >= from && r < from * BAND)
    kept.push(...band.toSorted((p, q) => Math.abs(q.change) - Math.abs(p.change)).slice(0, EDGES_A_BAND))
  }
  return { dx, dy, edges: kept.toSorted((p, q) => p.r - q.r) }
}

/** The change of shade that an edge of this picture typically has: what is as strong counts in full. */
function typicalChange(rays: readonly Ray[]): number {
  const all = rays.flatMap(({ edges }) => edges.map(({ change }) => Math.abs(change))).toSorted((a, b) => a - b)
  return all[Math.floor(all.length / 2)] ?? FAINTEST
}

/** The edge of a ray nearest to a distance, if one is within reach. */
function edgeNear({ edges }: Ray, r: number, reach: number): Edge | undefined {
  let found: Edge | undefined
  let least = reach
  for (const edge of edges) {
    const off = Math.abs(edge.r - r)
    if (off <= least) [found, least] = [edge, off]
    else if (edge.r > r + reach) break
  }
  return found
}

interface Tried {
  readonly ellipse: Ellipse
  readonly score: number
}

function triedEllipses(rays: readonly Ray[], press: Point, strong: number): readonly Tried[] {
  // The same press finds the same rim.
  const random = randomFrom(1)
  const tried: Tried[] = []
  const farthest = Math.max(...rays.map(({ edges }) => edges.at(-1)?.r ?? 0))
  for (let middle = 1.2 * NEAREST; middle < farthest; middle *= FINER)
    for (const way of [1, -1]) {
      // Edges about so far out that go one way, for each ray.
      const near = rays.map((ray) => ({
        ray,
        edges: ray.edges.filter(({ r, change }) => change * way > 0 && r > middle / WIDE && r < middle * WIDE),
      }))
      if (near.filter(({ edges }) => edges.length > 0).length < LEAST_SUPPORT * RAYS) continue
      for (let attempt = 0; attempt < TRIES_A_BAND; attempt++) {
        const first = Math.floor(random() * RAYS)
        const points: Point[] = []
        for (let k = 0; k < 5; k++) {
          const { ray, edges } = near[
            (first + Math.round((k * RAYS) / 5 + (random() - 0.5) * 14) + RAYS) % RAYS
          ] as Near
          const edge = pickedOf(edges, random)
          if (edge !== undefined) points.push({ x: press.x + edge.r * ray.dx, y: press.y + edge.r * ray.dy })
        }
        const ellipse = points.length < 5 ? null : ellipseThrough(points)
        if (ellipse === null || !isPlausible(ellipse, press)) continue
        const score = scoreOf(rays, press, ellipse, strong)
        if (score > 0.7 * LEAST_SUPPORT * RAYS) tried.push({ ellipse, score })
      }
    }
  const best: Tried[] = []
  for (const each of tried.toSorted((p, q) => q.score - p.score))
    if (best.length < FITTED && !best.some(({ ellipse }) => isSame(ellipse, each.ellipse))) best.push(each)
  return best
}

interface Near {
  readonly ray: Ray
  readonly edges: readonly Edge[]
}

/** One of several edges, the stronger the likelier. */
function pickedOf(edges: readonly Edge[], random: () => number): Edge | undefined {
  if (edges.length < 2) return edges[0]
  let at = random() * edges.reduce((sum, { change }) => sum + Math.abs(change), 0)
  return edges.find(({ change }) => (at -= Math.abs(change)) <= 0) ?? edges.at(-1)
}

function scoreOf(rays: readonly Ray[], press: Point, ellipse: Ellipse, strong: number): number {
  let [brighter, darker] = [0, 0]
  for (const ray of rays) {
    const r = edgeFrom(ellipse, press, ray.dx, ray.dy)
    const edge = edgeNear(ray, r, Math.max(NEAR.px, NEAR.share * r))
    if (edge === undefined) continue
    const weight = Math.min(1, 0.5 + Math.abs(edge.change) / strong / 2)
    if (edge.change > 0) brighter += weight
    else darker += weight
  }
  return ofOneKind(brighter, darker)
}

/** What counts of an edge that goes the other way than most: one rim is brighter than what is about it, or darker, nearly all the way round. */
const OTHER_WAY = 0.3

function ofOneKind(brighter: number, darker: number): number {
  return Math.max(brighter, darker) + OTHER_WAY * Math.min(brighter, darker)
}

function isPlausible({ x, y, a, b }: Ellipse, press: Point): boolean {
  return b > NEAREST && b / a >= FLATTEST && Math.hypot(x - press.x, y - press.y) < OFF_CENTRE * b
}

function isSame(p: Ellipse, q: Ellipse): boolean {
  return (
    Math.abs(p.a - q.a) < SAME * p.a &&
    Math.abs(p.b - q.b) < SAME * p.a &&
    Math.hypot(p.x - q.x, p.y - q.y) < SAME * p.a
  )
}

interface Fitted {
  readonly ellipse: Ellipse
  /** The edges it goes through. */
  readonly on: readonly Edge[]
}

/** Of ellipses that share edges the one with most of them has them: what runs along a lip here and a rim there is neither. */
function eachWithItsOwn(fitted: readonly Fitted[]): readonly Rim[] {
  const taken = new Set<Edge>()
  const rims: Rim[] = []
  for (const { ellipse, on } of fitted.toSorted((p, q) => supportOf(q.on) - supportOf(p.on))) {
    const own = on.filter((edge) => !taken.has(edge))
    const support = supportOf(own)
    if (support < LEAST_SUPPORT) continue
    for (const edge of own) taken.add(edge)
    const growing = own.filter(({ change }) => change > 0).length
    rims.push({ ellipse, support, brighter: growing > own.length / 2 })
  }
  return rims
}

function supportOf(on: readonly Edge[]): number {
  const brighter = on.filter(({ change }) => change > 0).length
  return ofOneKind(brighter, on.length - brighter) / RAYS
}

/** Fitted to all rays that agree with it, those that lie off counting less and less. */
function fittedTo(rays: readonly Ray[], press: Point, from: Ellipse): Fitted | null {
  let ellipse = from
  for (let round = 0; round < FIT_ROUNDS; round++) {
    const wide = round < FIT_ROUNDS - 2 ? NEAR : ON
    const [points, weights]: [Point[], number[]] = [[], []]
    for (const ray of rays) {
      const r = edgeFrom(ellipse, press, ray.dx, ray.dy)
      const reach = Math.max(wide.px, wide.share * r)
      const edge = edgeNear(ray, r, reach)
      if (edge === undefined) continue
      points.push({ x: press.x + edge.r * ray.dx, y: press.y + edge.r * ray.dy })
      weights.push((1 - (0.8 * (edge.r - r) ** 2) / reach ** 2) / r)
    }
    const next = points.length < 8 ? null : ellipseThrough(points, weights)
    if (next === null || !isPlausible(next, press)) return null
    ellipse = next
  }
  const on = rays.flatMap((ray) => {
    const r = edgeFrom(ellipse, press, ray.dx, ray.dy)
    return edgeNear(ray, r, Math.max(ON.px, ON.share * r)) ?? []
  })
  return { ellipse, on }
}

/** A larger one is the rim where it has nearly as many edges: what is within are grooves, hubs and lips of the same pulley. */
const LARGER_WINS = 0.32
/** Circles of one pulley have their middles this near to each other, as a share of the smaller one's half axis, or in pixels. */
const CONCENTRIC = { share: 0.12, px: 3 }
/** Support with which there is no doubt by itself. */
const SURE = 0.62

function likeliest(rims: readonly Rim[]): { readonly best: number; readonly doubtful: boolean } {
  const anchor = rims.reduce<Rim | undefined>(
    (most, rim) => (rim.support > (most?.support ?? 0) ? rim : most),
    undefined,
  )
  if (anchor === undefined) return { best: -1, doubtful: true }
  const best = rims.findLastIndex(
    (rim) => rim.support >= anchor.support - LARGER_WINS && isConcentric(rim.ellipse, anchor.ellipse),
  )
  const found = rims[best] ?? anchor
  const larger = rims.slice(best + 1).some(({ ellipse }) => isConcentric(ellipse, found.ellipse))
  // Metal is brighter than what is behind it nearly always; what grows brighter outward may be the inner edge of a lip.
  return { best, doubtful: found.support < SURE || larger || found.brighter }
}

function isConcentric(p: Ellipse, q: Ellipse): boolean {
  const smaller = Math.min(p.b, q.b)
  return Math.hypot(p.x - q.x, p.y - q.y) < Math.max(CONCENTRIC.px, CONCENTRIC.share * smaller)
}
