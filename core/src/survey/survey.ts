import { TAPE_SIGMA_MM } from '../drive/nominal.ts'
import { distance } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import { centreDistance } from '../drive/centre-distance.ts'
import { bestFits, effortFor, fitLayout, IN_TRIAL, type Effort, type FittedLayout } from './fits.ts'
import { inFrame } from './frame.ts'
import type { Layout, Link } from './layouts.ts'
import { answersHold, mirrorQuestions } from './mirror-images.ts'
import { spreads } from './spread.ts'
import type { SurveyPulley, SurveyDistance, SurveyInput, SurveyResult } from './survey-types.ts'

/** Standard deviations by which a reading must miss what the rest agree on before it is called an outlier (1 in 700 by chance, for each reading). */
const OUTLIER_SIGMAS = 3.2
/** By how much the sum of squares must fall without a reading for it to be one. */
const OUTLIER_GAIN = OUTLIER_SIGMAS * OUTLIER_SIGMAS
/** Share of that gain which, in the layout as it stands, makes a thorough look worth while. */
const WORTH_TRYING = 0.6
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
  const fitUsing = (left: ReadonlySet<number>, effort?: Effort) => {
    const within = used.filter((i) => !left.has(i)).map((i) => links[i] as Link)
    return bestFits(pulleys.length, within, anchors, {
      effort: effort ?? effortFor(within, anchors),
      allowed: (layout) => answersHold(layout, input.sides ?? [], index),
    })
  }
  let fits = fitUsing(out)
  for (;;) {
    const within = used.filter((i) => !out.has(i))
    const without = (reading: number) => fitUsing(new Set([...out, reading]), IN_TRIAL)
    const worst = worstReading(fits[0], within, { links, anchors, without })
    if (worst === undefined) break
    out.add(worst)
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
  const [first, second] = [a, b].map((at) => halved(pulleys[at]?.diameter ?? null))
  const centres = centreDistance(kind, value, first, second)
  return centres === undefined ? undefined : { from: a, to: b, value: centres, sigma }
}

function halved(diameter: Mm | null): Mm | undefined {
  return diameter === null ? undefined : diameter / 2
}

/**
 * The reading that disagrees most with the rest; undefined when the readings agree or when none of them is to spare. Each is
 * left out in turn and all is laid out again, since one blunder bends all the other residuals. That is dear, so it is done only
 * when leaving some reading out of the layout as it stands would already gain something.
 */
function worstReading(
  fit: FittedLayout | undefined,
  within: readonly number[],
  { links, anchors, without }: WorstSearch,
): number | undefined {
  // With a single spare reading something may be wrong, but nothing says which it is.
  if (fit === undefined || fit.spare < 2 || fit.cost < OUTLIER_GAIN) return undefined
  const asItStands = (left: number) => {
    const rest = within.flatMap((i) => (i === left ? [] : [links[i] as Link]))
    return fit.cost - fitLayout(fit.places, rest, anchors).cost
  }
  if (!within.some((reading) => asItStands(reading) > WORTH_TRYING * OUTLIER_GAIN)) return undefined
  const [best] = within
    .flatMap((reading) => {
      const [trial] = without(reading)
      return trial === undefined || trial.spare !== fit.spare - 1 ? [] : [{ reading, trial }]
    })
    .toSorted((a, b) => a.trial.cost - b.trial.cost)
  if (best === undefined || fit.cost - best.trial.cost < OUTLIER_GAIN) return undefined
  const link = links[best.reading] as Link
  return Math.abs(missIn(best.trial.places, link) ?? 0) < OUTLIER_SIGMAS * link.sigma ? undefined : best.reading
}

interface WorstSearch {
  readonly links: readonly (Link | undefined)[]
  readonly anchors: Layout
  /** Layouts without one reading more. */
  readonly without: (reading: number) => readonly FittedLayout[]
}

/** mm by which a reading is longer than a layout has it. */
function missIn(places: Layout, { from, to, value }: Link): number | null {
  const [a, b] = [places[from], places[to]]
  return a === undefined || b === undefined ? null : value - distance(a, b)
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
  // Readings that disagree by more than they should were read less closely than was said.
  const { cost = 0, spare = 0 } = fits[0] ?? {}
  const scale = spare > 0 ? Math.max(1, Math.sqrt(cost / spare)) : 1
  const held = best.map((place, i) => (free.has(i) ? undefined : place))
  const framed = inFrame(held, input, anchors, index)
  return {
    pulleys: pulleys.flatMap(({ id }, i) => {
      const place = framed[i]
      return place === undefined ? [] : [{ id, x: place.x, y: place.y, sigma: scale * (sigmas[i] ?? 0) }]
    }),
    residuals: distances.map(({ from, to }, i) => {
      const link = links[i]
      return { from, to, residual: link === undefined ? null : missIn(best, link), outlier: out.has(i) }
    }),
    undetermined: pulleys.flatMap(({ id }, i) => (framed[i] === undefined ? [id] : [])),
    questions: mirrorQuestions(held, fits, anchors, input),
  }
}
