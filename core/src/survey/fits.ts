/** Rough layouts fitted to their links by least squares, with their mirror images. */
import { fitLeastSquares, type Residuals } from '../numerics/least-squares.ts'
import { distance, minus, type Point } from '../numerics/vectors.ts'
import { runsClockwise } from './frame.ts'
import { roughLayouts, type Layout, type Link } from './layouts.ts'

export interface Effort {
  /** Rough layouts followed, and the best of them that are fitted. */
  readonly beam: number
  readonly fitted: number
}

/** Enough where readings to spare tell most mirror images apart. */
const THOROUGH: Effort = { beam: 64, fitted: 12 }
/** Where hardly a reading is to spare every pulley may have two places: enough for every mirror image of eight pulleys with two readings each. */
const EVERY_IMAGE: Effort = { beam: 256, fitted: 64 }
/** With no more readings to spare than these each image is followed. */
const FEW_SPARE = 3
/** While readings are left out in turn. */
export const IN_TRIAL: Effort = { beam: 32, fitted: 4 }

/** How much to follow for so many readings between so many pulleys. */
export function effortFor(links: readonly Link[], anchors: Layout): Effort {
  const free = new Set(links.flatMap(({ from, to }) => [from, to]).filter((i) => anchors[i] === undefined))
  const given = anchors.filter((place) => place !== undefined).length
  // Turning and shifting the whole is no freedom of the layout.
  const unknowns = 2 * free.size - (given === 0 ? 3 : given === 1 ? 1 : 0)
  return links.length - unknowns <= FEW_SPARE ? EVERY_IMAGE : THOROUGH
}

export interface FittedLayout {
  readonly places: Layout
  readonly cost: number
  /** Readings beyond what the places need. */
  readonly spare: number
}

/** Fitted layouts that the answers allow, best first; all of them where none agrees with the answers. */
export function bestFits(
  count: number,
  links: readonly Link[],
  anchors: Layout,
  { effort, allowed }: { readonly effort: Effort; readonly allowed: (layout: Layout) => boolean },
): FittedLayout[] {
  const rough = roughLayouts(count, links, anchors, effort.beam).slice(0, effort.fitted)
  const fits = rough.map((layout) => fitLayout(layout, links, anchors)).sort((a, b) => a.cost - b.cost)
  // Seen in a mirror a layout fits as well, unless places that are given hold it. Unasked, the first three pulleys that do
  // not lie in line run counter-clockwise.
  const both = fits.flatMap((fit) =>
    [fit, ...mirrored(fit, anchors)].sort((a, b) => Number(runsClockwise(a.places)) - Number(runsClockwise(b.places))),
  )
  const agreeing = both.filter(({ places }) => allowed(places))
  return agreeing.length > 0 ? agreeing : both
}

function mirrored(fit: FittedLayout, anchors: Layout): FittedLayout[] {
  const given = anchors.filter((place) => place !== undefined)
  const [a, b] = given
  if (given.length > 2) return []
  if (a !== undefined && b !== undefined) {
    const line = minus(b, a)
    const square = line.x * line.x + line.y * line.y
    const over = (place: Point) => {
      const to = minus(place, a)
      const along = (to.x * line.x + to.y * line.y) / square
      return { x: a.x + 2 * along * line.x - to.x, y: a.y + 2 * along * line.y - to.y }
    }
    return [{ ...fit, places: fit.places.map((place) => place && over(place)) }]
  }
  const axis = a?.x ?? 0
  return [{ ...fit, places: fit.places.map((place) => place && { x: 2 * axis - place.x, y: place.y }) }]
}

/** One layout fitted to the links that bear on it. */
export function fitLayout(layout: Layout, links: readonly Link[], anchors: Layout): FittedLayout {
  const system = systemOf(layout, links, anchors)
  const { at, cost } = fitLeastSquares(system.evaluate, system.start)
  const unknowns = system.start.length - system.freedoms
  return { places: system.placesAt(at), cost, spare: system.bearing.length - unknowns }
}

/** The unknowns of a layout as a list, and the residuals of the links that bear on it. */
export function systemOf(layout: Layout, links: readonly Link[], anchors: Layout) {
  const free = layout.flatMap((place, i) => (place !== undefined && anchors[i] === undefined ? [i] : []))
  const slot = new Map(free.map((i, k) => [i, 2 * k]))
  const start = free.flatMap((i) => [layout[i]?.x ?? 0, layout[i]?.y ?? 0])
  const bearing = links.filter(({ from, to }) => layout[from] !== undefined && layout[to] !== undefined)
  const placeAt = (at: readonly number[], i: number): Point => {
    const k = slot.get(i)
    return k === undefined ? (layout[i] as Point) : { x: at[k] as number, y: at[k + 1] as number }
  }
  const evaluate = (at: readonly number[]): Residuals => {
    const values: number[] = []
    const jacobian: number[][] = []
    for (const { from, to, value, sigma } of bearing) {
      const [a, b] = [placeAt(at, from), placeAt(at, to)]
      const d = Math.max(distance(a, b), 1e-9)
      const row = new Array<number>(at.length).fill(0)
      const [ux, uy] = [(b.x - a.x) / d / sigma, (b.y - a.y) / d / sigma]
      const [ka, kb] = [slot.get(from), slot.get(to)]
      if (ka !== undefined) [row[ka], row[ka + 1]] = [ux, uy]
      if (kb !== undefined) [row[kb], row[kb + 1]] = [-ux, -uy]
      values.push((value - d) / sigma)
      jacobian.push(row)
    }
    return { values, jacobian }
  }
  const given = anchors.filter((place) => place !== undefined).length
  // Moving and turning the whole, as far as nothing that is given holds it.
  const freedoms = given === 0 ? 3 : given === 1 ? 1 : 0
  const placesAt = (at: readonly number[]): Layout =>
    layout.map((place, i) => (place === undefined ? undefined : placeAt(at, i)))
  return { start, slot, bearing, evaluate, placesAt, freedoms: Math.min(freedoms, start.length) }
}
