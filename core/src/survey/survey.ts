import type { DistanceKind } from '../drive/survey.ts'
import { confidenceOf, fitLeastSquares, type Residuals } from '../numerics/least-squares.ts'
import { FREE_SHARE } from '../numerics/tolerances.ts'
import { cross, distance, minus, radians, type Point } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import { roughLayouts, type Layout, type Link } from './layouts.ts'

export interface SurveyPulley {
  readonly id: string
  /** Across the rim; null where it is not known, which only readings between centres can do without. */
  readonly diameter: Mm | null
  /** Where it stands, if that is known already. */
  readonly x?: number
  readonly y?: number
}

export interface SurveyDistance {
  readonly from: string
  readonly to: string
  readonly kind: DistanceKind
  readonly value: Mm
  /** Standard deviation, mm (default 1, nominal). */
  readonly sigma?: number
}

export interface SurveyInput {
  readonly pulleys: readonly SurveyPulley[]
  readonly distances: readonly SurveyDistance[]
  /** Which way one pulley lies from another, degrees counter-clockwise from the right; the second straight above the first if left out. */
  readonly upright?: { readonly from: string; readonly to: string; readonly direction: number }
  /** Which of two mirror images is meant: `of` lies on this side of the line. */
  readonly sides?: readonly MirrorAnswer[]
}

export interface MirrorQuestion {
  readonly from: string
  readonly to: string
  /** The pulley of which the readings cannot tell on which side of the line it lies. */
  readonly of: string
}

export interface MirrorAnswer extends MirrorQuestion {
  readonly side: 'left' | 'right'
}

export interface SurveyedPulley {
  readonly id: string
  readonly x: number
  readonly y: number
  /** Standard deviation of each coordinate, mm; 0 for a pulley that was given. */
  readonly sigma: number
}

export interface SurveyResidual {
  readonly from: string
  readonly to: string
  /** mm that the reading is longer than the other readings agree; negative where it is shorter. Null where it bears on nothing. */
  readonly residual: number | null
  readonly outlier: boolean
}

export interface SurveyResult {
  readonly pulleys: readonly SurveyedPulley[]
  /** In the order of the readings. */
  readonly residuals: readonly SurveyResidual[]
  /** Pulleys that the readings do not hold. */
  readonly undetermined: readonly string[]
  /** Mirror images that fit as well as the one shown. */
  readonly questions: readonly MirrorQuestion[]
}

/** Standard deviation of a tape between two rims, mm (nominal). */
export const TAPE_SIGMA_MM = 1

/** Standard deviations by which a reading must miss what the rest agree on before it is called an outlier (1 in 700 by chance, for each reading). */
const OUTLIER_SIGMAS = 3.2
/** Cost by which a mirror image may be worse and still be possible: three standard deviations. */
const AS_GOOD = 9
/** mm by which a pulley must move between two layouts for them to be different drives. */
const DIFFERENT_MM = 5
interface Effort {
  /** Rough layouts followed, and the best of them that are fitted. */
  readonly beam: number
  readonly fitted: number
}

/** Enough for every mirror image of six pulleys with two readings each. */
const THOROUGH: Effort = { beam: 64, fitted: 12 }
/** While readings are left out in turn. */
const IN_TRIAL: Effort = { beam: 32, fitted: 4 }

/**
 * Places of pulleys from distances between them, by least squares: docs/mechanics/survey.md. Readings over rims are
 * brought to centres with the diameters. A reading that the others contradict is called an outlier and left out.
 * Distances between unknown pulleys and readings over a rim of unknown size bear on nothing.
 */
export function surveyPlaces(input: SurveyInput): SurveyResult {
  const { pulleys } = input
  const index = new Map(pulleys.map(({ id }, i) => [id, i]))
  const links = input.distances.map((reading) => linkOf(reading, pulleys, index))
  const anchors = pulleys.map(({ x, y }) => (x === undefined || y === undefined ? undefined : { x, y }))
  const used = links.flatMap((link, i) => (link === undefined ? [] : [i]))
  const out = new Set<number>()
  const fitUsing = (left: ReadonlySet<number>, effort = THOROUGH) =>
    bestFits(
      pulleys.length,
      used.filter((i) => !left.has(i)).map((i) => links[i] as Link),
      anchors,
      { effort, allowed: (layout) => answersHold(layout, input.sides ?? [], index) },
    )
  let fits = fitUsing(out)
  for (;;) {
    const worst = worstReading(fits[0], used, out, links, fitUsing)
    if (worst === undefined) break
    out.add(worst.reading)
    fits = fitUsing(out)
  }
  return described(input, { links, out, anchors, fits, index })
}

function linkOf(
  { from, to, kind, value, sigma = TAPE_SIGMA_MM }: SurveyDistance,
  pulleys: readonly SurveyPulley[],
  index: ReadonlyMap<string, number>,
): Link | undefined {
  const [a, b] = [index.get(from), index.get(to)]
  if (a === undefined || b === undefined) return undefined
  const [first, second] = [pulleys[a]?.diameter ?? null, pulleys[b]?.diameter ?? null]
  if (kind === 'centre') return { from: a, to: b, value, sigma }
  if (first === null || second === null) return undefined
  const rims = (first + second) / 2
  const centres = kind === 'outside' ? value - rims : value + rims
  return centres > 0 ? { from: a, to: b, value: centres, sigma } : undefined
}

interface FittedLayout {
  readonly places: Layout
  readonly cost: number
  /** Readings beyond what the places need. */
  readonly spare: number
}

/** Fitted layouts that the answers allow, best first; all of them where none agrees with the answers. */
function bestFits(
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

function fitLayout(layout: Layout, links: readonly Link[], anchors: Layout): FittedLayout {
  const system = systemOf(layout, links, anchors)
  const { at, cost } = fitLeastSquares(system.evaluate, system.start)
  const unknowns = system.start.length - system.freedoms
  return { places: system.placesAt(at), cost, spare: system.bearing.length - unknowns }
}

/** The unknowns of a layout as a list, and the residuals of the links that bear on it. */
function systemOf(layout: Layout, links: readonly Link[], anchors: Layout) {
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

/**
 * The reading that disagrees most with the rest, and the layouts without it; undefined when the readings agree or when
 * none of them is to spare. Each reading is left out in turn, since one blunder bends all the other residuals.
 */
function worstReading(
  fit: FittedLayout | undefined,
  used: readonly number[],
  out: ReadonlySet<number>,
  links: readonly (Link | undefined)[],
  fitUsing: (left: ReadonlySet<number>, effort?: Effort) => FittedLayout[],
) {
  // With a single spare reading something may be wrong, but nothing says which it is.
  if (fit === undefined || fit.spare < 2 || fit.cost < OUTLIER_SIGMAS * OUTLIER_SIGMAS) return undefined
  const within = used.filter((i) => !out.has(i))
  const trials = within
    .map((reading) => ({ reading, fits: fitUsing(new Set([...out, reading]), IN_TRIAL) }))
    .filter(({ fits: [without] }) => without !== undefined && without.spare === fit.spare - 1)
    .toSorted((a, b) => (a.fits[0]?.cost ?? 0) - (b.fits[0]?.cost ?? 0))
  const [best] = trials
  const without = best?.fits[0]
  if (best === undefined || without === undefined) return undefined
  const gained = fit.cost - without.cost
  if (gained < OUTLIER_SIGMAS * OUTLIER_SIGMAS) return undefined
  const link = links[best.reading] as Link
  return Math.abs(missIn(without.places, link) ?? 0) < OUTLIER_SIGMAS * link.sigma ? undefined : best
}

/** mm by which a reading is longer than a layout has it. */
function missIn(places: Layout, { from, to, value }: Link): number | null {
  const [a, b] = [places[from], places[to]]
  return a === undefined || b === undefined ? null : value - distance(a, b)
}

function answersHold(places: Layout, sides: readonly MirrorAnswer[], index: ReadonlyMap<string, number>): boolean {
  return sides.every(({ from, to, of, side }) => {
    const [a, b, c] = [from, to, of].map((id) => places[index.get(id) ?? -1])
    if (a === undefined || b === undefined || c === undefined) return true
    return (side === 'left') === cross(minus(b, a), minus(c, a)) > 0
  })
}

interface Surveyed {
  readonly links: readonly (Link | undefined)[]
  readonly out: ReadonlySet<number>
  readonly anchors: Layout
  readonly fits: readonly FittedLayout[]
  readonly index: ReadonlyMap<string, number>
}

function described(input: SurveyInput, { links, out, anchors, fits, index }: Surveyed): SurveyResult {
  const { pulleys, distances } = input
  const kept = links.filter((link, i): link is Link => link !== undefined && !out.has(i))
  const best = fits[0]?.places ?? anchors
  const { sigmas, free } = spreads(best, kept, anchors)
  const held = best.map((place, i) => (free.has(i) ? undefined : place))
  const framed = inFrame(held, input, anchors, index)
  return {
    pulleys: pulleys.flatMap(({ id }, i) => {
      const place = framed[i]
      return place === undefined ? [] : [{ id, x: place.x, y: place.y, sigma: sigmas[i] ?? 0 }]
    }),
    residuals: distances.map(({ from, to }, i) => {
      const link = links[i]
      return { from, to, residual: link === undefined ? null : missIn(best, link), outlier: out.has(i) }
    }),
    undetermined: pulleys.flatMap(({ id }, i) => (framed[i] === undefined ? [id] : [])),
    questions: mirrorQuestions(held, fits, anchors, input, index),
  }
}

/** Standard deviations of the places and the pulleys that are free to move, the frame being held. */
function spreads(places: Layout, links: readonly Link[], anchors: Layout) {
  const { slot, evaluate, start, freedoms } = systemOf(places, links, anchors)
  const { jacobian } = evaluate(start)
  const order = [...slot.keys()]
  const { covariance, free } = confidenceOf(
    { values: [], jacobian: [...jacobian, ...frameRows(places, anchors, order, slot, start.length, freedoms)] },
    start.length,
  )
  const loose = new Set(
    order.filter((i) => {
      const k = slot.get(i) as number
      return free.some((vector) => Math.hypot(vector[k] as number, vector[k + 1] as number) > FREE_SHARE)
    }),
  )
  const sigmas = places.map((_, i) => {
    const k = slot.get(i)
    if (k === undefined || covariance === undefined) return 0
    return Math.sqrt(((covariance[k]?.[k] ?? 0) + (covariance[k + 1]?.[k + 1] ?? 0)) / 2)
  })
  return { sigmas, free: loose }
}

/** Rows that hold the frame where nothing that is given does: the first pulley stands, the second only moves away from it. */
function frameRows(
  places: Layout,
  anchors: Layout,
  order: readonly number[],
  slot: ReadonlyMap<number, number>,
  unknowns: number,
  freedoms: number,
): number[][] {
  /** Holds far more firmly than any tape, in 1/mm. */
  const FIRM = 1e3
  const row = (entries: readonly (readonly [number, number])[]) => {
    const values = new Array<number>(unknowns).fill(0)
    for (const [k, value] of entries) values[k] = value
    return values
  }
  if (freedoms === 0) return []
  const anchor = anchors.findIndex((place) => place !== undefined)
  const first = anchor >= 0 ? anchor : (order[0] as number)
  const second = order.find((i) => i !== first)
  const rows: number[][] = []
  if (freedoms >= 2) {
    const k = slot.get(first) as number
    rows.push(row([[k, FIRM]]), row([[k + 1, FIRM]]))
  }
  if (second !== undefined) {
    const [a, b] = [places[first] as Point, places[second] as Point]
    const d = Math.max(distance(a, b), 1e-9)
    const k = slot.get(second) as number
    rows.push(
      row([
        [k, (-FIRM * (b.y - a.y)) / d],
        [k + 1, (FIRM * (b.x - a.x)) / d],
      ]),
    )
  }
  return rows
}

/**
 * Turns and shifts a layout into the drive's frame. What is given stays; otherwise the first pulley comes to the origin,
 * the second straight above it or where `upright` says.
 */
function inFrame(places: Layout, input: SurveyInput, anchors: Layout, index: ReadonlyMap<string, number>): Layout {
  const given = anchors.filter((place) => place !== undefined).length
  const order = places.flatMap((place, i) => (place === undefined ? [] : [i]))
  const [first, second] = order
  if (first === undefined || given >= 2) return places
  const centreAt = anchors.findIndex((place) => place !== undefined)
  const centre = places[centreAt >= 0 ? centreAt : first] as Point
  const origin = centreAt >= 0 ? (anchors[centreAt] as Point) : { x: 0, y: 0 }
  const { upright } = input
  const [from, to] =
    upright === undefined
      ? [centreAt >= 0 ? centreAt : first, order.find((i) => i !== (centreAt >= 0 ? centreAt : first)) ?? second]
      : [index.get(upright.from) ?? first, index.get(upright.to) ?? second]
  const [a, b] = [places[from], to === undefined ? undefined : places[to]]
  if (a === undefined || b === undefined) return places.map((place) => place && shift(place, centre, origin, 0))
  const turn = radians(upright?.direction ?? 90) - Math.atan2(b.y - a.y, b.x - a.x)
  return places.map((place) => place && shift(place, centre, origin, turn))
}

function shift(place: Point, centre: Point, origin: Point, turn: number): Point {
  const to = minus(place, centre)
  return {
    x: origin.x + to.x * Math.cos(turn) - to.y * Math.sin(turn),
    y: origin.y + to.x * Math.sin(turn) + to.y * Math.cos(turn),
  }
}

/** Whether the first three places that do not lie in line run clockwise. */
function runsClockwise(layout: Layout): boolean {
  const [a, b, ...rest] = layout.filter((place) => place !== undefined)
  if (a === undefined || b === undefined) return false
  const line = minus(b, a)
  const third = rest.find((c) => Math.abs(cross(line, minus(c, a))) > 1e-6 * distance(a, b) ** 2)
  return third !== undefined && cross(line, minus(third, a)) < 0
}

/** One question for each pulley that stands elsewhere in a mirror image that fits as well. */
function mirrorQuestions(
  held: Layout,
  fits: readonly FittedLayout[],
  anchors: Layout,
  input: SurveyInput,
  index: ReadonlyMap<string, number>,
): MirrorQuestion[] {
  const best = fits[0]
  if (best === undefined) return []
  const id = (i: number) => input.pulleys[i]?.id ?? ''
  const asked = new Map<number, MirrorQuestion>()
  for (const other of fits.slice(1)) {
    if (other.cost > best.cost + AS_GOOD) continue
    const question = firstDifference(held, other.places, anchors)
    if (question === undefined || asked.has(question.of)) continue
    asked.set(question.of, { from: id(question.from), to: id(question.to), of: id(question.of) })
  }
  const answered = (input.sides ?? []).map(({ of }) => index.get(of))
  return [...asked].flatMap(([of, question]) => (answered.includes(of) ? [] : [question]))
}

/** The first pulley that lies on the other side of a line between two earlier ones, the line as long as can be had. */
function firstDifference(a: Layout, b: Layout, anchors: Layout) {
  const order = a.flatMap((place, i) => (place !== undefined && b[i] !== undefined ? [i] : []))
  const side = (layout: Layout, from: number, to: number, of: number) =>
    cross(minus(layout[to] as Point, layout[from] as Point), minus(layout[of] as Point, layout[from] as Point))
  for (const [n, of] of order.entries()) {
    if (n < 2 || anchors[of] !== undefined) continue
    const lines = order.slice(0, n).flatMap((from, k) => order.slice(k + 1, n).map((to) => [from, to] as const))
    const longest = lines.toSorted((p, q) => lengthIn(a, q) - lengthIn(a, p))
    for (const [from, to] of longest) {
      const least = DIFFERENT_MM * lengthIn(a, [from, to])
      const [here, there] = [side(a, from, to, of), side(b, from, to, of)]
      if (here * there < 0 && Math.abs(here) > least && Math.abs(there) > least) return { from, to, of }
    }
  }
  return undefined
}

function lengthIn(layout: Layout, [from, to]: readonly [number, number]): number {
  return distance(layout[from] as Point, layout[to] as Point)
}
