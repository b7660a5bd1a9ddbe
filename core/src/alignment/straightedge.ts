/** Where to hold the straightedge on the crank pulley so that it passes over another: docs/mechanics/alignment.md. */
import { FLUSH } from './nominal.ts'
import type { Pulley } from '../drive/pulley.ts'
import { approach, type Point } from '../numerics/vectors.ts'
import { faceRange } from '../path/clearance.ts'
import type { SettledDrive } from '../path/settle.ts'
import type { Mm } from '../units/quantity.ts'

export interface Straightedge {
  /** The two points of the reference’s rim it lies on, the further from the other pulley first. */
  readonly points: readonly [Point, Point]
  /** Where it passes over the other pulley, beyond its rim. */
  readonly end: Point
  /** A pulley that stands further out and is in the way; null where it lies flat. */
  readonly blockedBy: string | null
}

/** Shares of a radius off the centre at which it is tried: through both centres first. */
const TRIED = [0, 0.3, -0.3, 0.6, -0.6] as const

/**
 * The line with the longest base on the reference’s rim that crosses the other pulley and no pulley that stands further out; where there
 * is none, the one through both centres, with what is in its way. Null where a place or a size is not known.
 */
export function straightedgeTo(
  { drive, places, metal }: SettledDrive,
  reference: string,
  target: string,
): Straightedge | null {
  const [from, to] = [reference, target].map((id) => drive.pulleys.find((pulley) => pulley.id === id))
  if (from === undefined || to === undefined) return null
  const [a, b, ra, rb] = [places.get(from.shaft), places.get(to.shaft), metal.get(from.id), metal.get(to.id)]
  if (a === undefined || b === undefined || ra === undefined || rb === undefined) return null
  const centres = Math.hypot(b.x - a.x, b.y - a.y)
  if (centres === 0) return null
  const normal = { x: -(b.y - a.y) / centres, y: (b.x - a.x) / centres }
  const proud = drive.pulleys.filter(
    (pulley) =>
      pulley.shaft !== from.shaft && pulley.shaft !== to.shaft && faceRange(pulley).to > faceRange(from).to + FLUSH,
  )
  const inTheWay = (start: Point, end: Point): Pulley | undefined =>
    proud.find((pulley) => {
      const [centre, radius] = [places.get(pulley.shaft), metal.get(pulley.id)]
      return centre !== undefined && radius !== undefined && approach(start, end, centre).distance < radius
    })
  const tried = TRIED.flatMap((onReference) =>
    TRIED.map((onTarget) => {
      const line = lineThrough(off(a, normal, onReference * ra), off(b, normal, onTarget * rb), a, ra, rb)
      return { ...line, blockedBy: inTheWay(line.points[0], line.end)?.id ?? null }
    }),
  )
  const free = tried.filter(({ blockedBy }) => blockedBy === null)
  const best = (free.length > 0 ? free : tried.slice(0, 1)).reduce((most, each) =>
    // A hair’s breadth of base is no reason to leave the centres.
    each.base > most.base + 1e-6 ? each : most,
  )
  return { points: best.points, end: best.end, blockedBy: best.blockedBy }
}

function off(centre: Point, normal: Point, by: Mm): Point {
  return { x: centre.x + by * normal.x, y: centre.y + by * normal.y }
}

function lineThrough(p: Point, q: Point, centre: Point, radius: Mm, beyond: Mm) {
  const length = Math.hypot(q.x - p.x, q.y - p.y)
  const along = { x: (q.x - p.x) / length, y: (q.y - p.y) / length }
  // Foot of the perpendicular from the reference’s centre; half a chord to either side of it lie the rim’s points.
  const t = (centre.x - p.x) * along.x + (centre.y - p.y) * along.y
  const foot = { x: p.x + t * along.x, y: p.y + t * along.y }
  const half = Math.sqrt(Math.max(0, radius ** 2 - Math.hypot(centre.x - foot.x, centre.y - foot.y) ** 2))
  const at = (from: Point, by: Mm): Point => ({ x: from.x + by * along.x, y: from.y + by * along.y })
  return { points: [at(foot, -half), at(foot, half)] as const, end: at(q, beyond), base: 2 * half }
}
