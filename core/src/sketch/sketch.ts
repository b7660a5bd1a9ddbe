/** A drawing of a drive before it is measured: docs/mechanics/sketch.md. */
import { isWhollyAssumed } from '../adjusters/assumed.ts'
import { freshAdjuster, movedShaft } from '../adjusters/kinds.ts'
import { isRouted, type Belt, type RouteEntry } from '../drive/belt.ts'
import type { CheckedDrive, DriveDocument } from '../drive/drive.ts'
import { isSized, type Pulley } from '../drive/pulley.ts'
import { onlyLeads, type Shaft } from '../drive/shaft.ts'
import { distance, type Point } from '../numerics/vectors.ts'
import { metalRadii } from '../path/metal-radii.ts'
import type { SettledDrive } from '../path/settle.ts'
import { pulleysForBelt } from '../route/route-set.ts'
import { searchRoutes } from '../route/search.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import { OUTER_PLACES, SKETCH_GAP_MM, USUAL_PLACES, USUAL_RADIUS_MM } from './nominal.ts'

/** A drive in which everything has a place, a size and, where one can be guessed, a route; and what of it is only a guess. */
export interface Sketch {
  /** For drawing only: no figure and no verdict may be taken from it. */
  readonly drive: CheckedDrive
  /** Shafts whose place is a guess. */
  readonly shafts: ReadonlySet<string>
  /** Pulleys whose size is a guess. */
  readonly pulleys: ReadonlySet<string>
  /** Belts that have no route yet, with the likeliest one. */
  readonly routes: ReadonlyMap<string, readonly RouteEntry[]>
}

/** More pulleys than this are not threaded at once: the search would be felt. */
const MAX_THREADED = 9
/** How much smaller the next pulley of a shaft is drawn. */
const STEP_SHARE = 0.78
/** Places tried round the usual ones: rings of so many, so far apart. */
const [RINGS, PER_RING, RING_MM] = [12, 16, 34]

/** The sketch of a drive; null where everything has its place and size and every belt its route. */
export function sketchDrive(settled: SettledDrive): Sketch | null {
  const { drive } = settled
  const shafts = new Set(
    drive.shafts
      .filter(({ id }) => !settled.places.has(id) && drive.pulleys.some(({ shaft }) => shaft === id))
      .map(({ id }) => id),
  )
  const pulleys = new Set(drive.pulleys.filter((pulley) => !isSized(pulley)).map(({ id }) => id))
  const unrouted = drive.belts.filter((belt) => !isRouted(belt))
  if (shafts.size === 0 && pulleys.size === 0 && unrouted.length === 0) return null
  const sized = { ...drive, pulleys: withSizes(drive) } as CheckedDrive
  const standing = (usual: UsualPlaces) => {
    const placed = { ...sized, shafts: withPlaces(sized, settled, shafts, usual) }
    const drive = { ...placed, adjusters: withAdjusters(placed, shafts) } as CheckedDrive
    return { placed: drive, routes: likelyRoutes(drive, unrouted) }
  }
  // A grooved pulley between the others cannot be threaded; then it stands outside them.
  const inside = standing(USUAL_PLACES)
  const outside = inside.routes.size < unrouted.length ? standing({ ...USUAL_PLACES, ...OUTER_PLACES }) : inside
  const { placed, routes } = outside.routes.size > inside.routes.size ? outside : inside
  const belts = placed.belts.map((belt) => {
    const route = routes.get(belt.id)
    if (route === undefined) return belt
    return { ...belt, route: [...route], assumed: (belt.assumed ?? []).filter((key) => key !== 'route') }
  })
  return { drive: { ...placed, belts }, shafts, pulleys, routes }
}

function withSizes({ pulleys, shafts }: CheckedDrive): Pulley[] {
  const kinds = new Map(shafts.map(({ id, kind }) => [id, kind]))
  const steps = new Map<string, number>()
  return pulleys.map((pulley) => {
    const step = steps.get(pulley.shaft) ?? 0
    steps.set(pulley.shaft, step + 1)
    if (isSized(pulley)) return pulley
    const radius = USUAL_RADIUS_MM[kinds.get(pulley.shaft) ?? 'other'] * STEP_SHARE ** step
    return pulley.face === 'toothed'
      ? { ...pulley, teeth: Math.max(6, Math.round((2 * Math.PI * radius) / sectionFigures(pulley.section).pitch)) }
      : { ...pulley, diameter: 2 * radius, diameterAt: 'outside' as const }
  })
}

type UsualPlaces = typeof USUAL_PLACES

/** The likeliest route of each belt that has none and of which one can be told. */
function likelyRoutes(drive: CheckedDrive, unrouted: readonly Belt[]): ReadonlyMap<string, readonly RouteEntry[]> {
  return new Map(
    unrouted.flatMap((belt) => {
      const route = likelyRoute(drive, belt, unrouted)
      return route === null ? [] : [[belt.id, route] as const]
    }),
  )
}

/** Every shaft at its place, or where such parts usually stand, without overlap with those before it. */
function withPlaces(
  drive: CheckedDrive,
  settled: SettledDrive,
  unplaced: ReadonlySet<string>,
  places: UsualPlaces,
): Shaft[] {
  const radii = metalRadii(drive)
  const radiusOf = (shaft: string) =>
    Math.max(0, ...drive.pulleys.filter((pulley) => pulley.shaft === shaft).map(({ id }) => radii.get(id) ?? 0))
  const taken: { readonly at: Point; readonly radius: Mm }[] = drive.shafts.flatMap(({ id }) => {
    const at = settled.places.get(id)
    return at === undefined ? [] : [{ at, radius: radiusOf(id) }]
  })
  const crank = drive.shafts.find(({ kind }) => kind === 'crank')
  const origin = (crank === undefined ? undefined : settled.places.get(crank.id)) ?? { x: 0, y: 0 }
  return drive.shafts.map((shaft) => {
    if (!unplaced.has(shaft.id)) return shaft
    const radius = radiusOf(shaft.id)
    const usual = places[shaft.kind].map(({ x, y }) => ({ x: origin.x + x, y: origin.y + y }))
    const isFree = (at: Point) =>
      taken.every((other) => distance(at, other.at) >= radius + other.radius + SKETCH_GAP_MM)
    const at = usual.find(isFree) ?? usual.flatMap(around).find(isFree) ?? usual[0] ?? origin
    taken.push({ at, radius })
    return { ...shaft, ...at }
  })
}

/** Adjusters of which nothing was read, beside the parts they move. */
function withAdjusters(drive: DriveDocument, sketched: ReadonlySet<string>): DriveDocument['adjusters'] {
  return drive.adjusters.map((adjuster) => {
    const shaft = drive.shafts.find(({ id }) => id === movedShaft(adjuster))
    if (shaft === undefined || !sketched.has(shaft.id) || !isWhollyAssumed(adjuster)) return adjuster
    const pulley = drive.pulleys.find((each) => each.shaft === shaft.id)?.id ?? ''
    const place = { x: shaft.x ?? 0, y: shaft.y ?? 0 }
    return freshAdjuster(adjuster.kind, { id: adjuster.id, shaft: shaft.id, pulley, place })
  })
}

/** Places round a point, nearest first. */
function around({ x, y }: Point): Point[] {
  return Array.from({ length: RINGS * PER_RING }, (_, i) => {
    const r = RING_MM * (1 + Math.floor(i / PER_RING))
    const angle = (2 * Math.PI * (i % PER_RING)) / PER_RING
    return { x: Math.round(x + r * Math.cos(angle)), y: Math.round(y + r * Math.sin(angle)) }
  })
}

/**
 * The route a belt most likely takes, best of all that its faces and turning directions allow, over the pulleys it was said to run on. Null where
 * nobody has said and it cannot be told: another belt without a route has the same section.
 */
function likelyRoute(drive: CheckedDrive, belt: Belt, unrouted: readonly Belt[]): readonly RouteEntry[] | null {
  const others = unrouted.filter(({ id }) => id !== belt.id)
  const told = belt.route.length >= 2
  if (!told && others.some(({ section }) => section === belt.section)) return null
  const faces = new Map(drive.pulleys.map(({ id, face }) => [id, face]))
  // With several belts nobody knows whose back a smooth pulley carries, unless it was said.
  const pulleys = pulleysForBelt(drive, belt.id).filter(
    (id) => told || others.length === 0 || faces.get(id) !== 'smooth',
  )
  if (pulleys.length < 2 || pulleys.length > MAX_THREADED) return null
  // Pulleys of other belts are in other planes, as far as anybody knows.
  const alone = {
    ...drive,
    pulleys: drive.pulleys.filter(({ id }) => pulleys.includes(id)),
    belts: [{ ...belt, adjuster: null }],
    adjusters: [],
  }
  const { routes } = searchRoutes(alone, belt.id, { max: LOOKED_AT, pulleys })
  const leads = new Set(drive.shafts.filter(({ kind }) => onlyLeads(kind)).map(({ id }) => id))
  const works = new Set(drive.pulleys.filter(({ shaft }) => !leads.has(shaft)).map(({ id }) => id))
  // A smooth face that drives something is driven by the back; ribs run on one only to be led.
  const isUsual = (route: readonly RouteEntry[]) =>
    route.every(({ pulley, contact }) => contact === 'back' || faces.get(pulley) !== 'smooth' || !works.has(pulley))
  return (routes.find(({ route }) => isUsual(route)) ?? routes[0])?.route ?? null
}

/** Routes among which the usual one is looked for. */
const LOOKED_AT = 24
