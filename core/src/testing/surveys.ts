import type { CheckedDrive } from '../drive/drive.ts'
import type { Point } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import { surveyPlaces } from '../survey/survey.ts'
import type { MirrorAnswer, MirrorQuestion, SurveyDistance, SurveyInput, SurveyResult } from '../survey/survey-types.ts'

/** A front of pulleys of which a test knows where they stand. */
export interface TrueFront {
  readonly places: readonly (Point & { readonly id: string; readonly diameter: number })[]
}

/** Pulleys strewn over an engine's front, none on another. */
export function randomFront(random: () => number, count: number): TrueFront {
  const places: (Point & { id: string; diameter: number })[] = []
  while (places.length < count) {
    const next = {
      id: `p${places.length}`,
      x: 600 * (random() - 0.5),
      y: 600 * (random() - 0.5),
      diameter: 50 + 120 * random(),
    }
    const clear = places.every(
      ({ x, y, diameter }) => Math.hypot(x - next.x, y - next.y) > (diameter + next.diameter) / 2 + 10,
    )
    if (clear) places.push(next)
  }
  return { places }
}

const KINDS = ['centre', 'outside', 'gap'] as const

/** Each pulley measured to its `nearest` neighbours with a tape of `sigma` mm standard deviation, between centres or over the rims. */
export function tapeReadings(
  { places }: TrueFront,
  random: () => number,
  nearest: number,
  sigma = 1,
): SurveyDistance[] {
  const pairs = new Set<string>()
  places.forEach((a, i) => {
    places
      .map((b, j) => ({ j, d: Math.hypot(a.x - b.x, a.y - b.y) }))
      .filter(({ j }) => j !== i)
      .sort((one, other) => one.d - other.d)
      .slice(0, nearest)
      .forEach(({ j }) => pairs.add(`${Math.min(i, j)} ${Math.max(i, j)}`))
  })
  return [...pairs].map((pair) => {
    const [a, b] = pair.split(' ').map((i) => places[Number(i)]) as [TrueFront['places'][0], TrueFront['places'][0]]
    const kind = KINDS[Math.floor(3 * random())] ?? 'centre'
    const rims = { centre: 0, outside: 1, gap: -1 }[kind] * ((a.diameter + b.diameter) / 2)
    return { from: a.id, to: b.id, kind, value: Math.hypot(a.x - b.x, a.y - b.y) + rims + sigma * gauss(random) }
  })
}

/**
 * Where someone with a tape finds the shafts of a drive whose truth is known, and points beside them: the places, and the drive's own record of
 * the survey. `sigma` is the tape's standard deviation, mm, `told` what is said of it.
 */
export function surveyedWithTape(
  { shafts }: CheckedDrive,
  points: TrueFront['places'],
  random: () => number,
  { sigma, told = sigma }: { readonly sigma: Mm; readonly told?: Mm },
) {
  const distances = tapeReadings({ places: points }, random, 5, sigma).map((each) => ({
    ...each,
    kind: 'centre' as const,
    sigma: told,
  }))
  const [first, second, ...rest] = points
  if (first === undefined || second === undefined) throw new Error('The drive has no pulleys.')
  const direction = (Math.atan2(second.y - first.y, second.x - first.x) * 180) / Math.PI
  const side = ({ x, y }: Point) =>
    (second.x - first.x) * (y - first.y) - (second.y - first.y) * (x - first.x) > 0
      ? ('left' as const)
      : ('right' as const)
  const found = surveyPlaces({
    pulleys: points.map(({ id }, i) => ({ id, diameter: null, ...(i === 0 ? { x: first.x, y: first.y } : {}) })),
    distances,
    upright: { from: first.id, to: second.id, direction },
    sides: rest.map((point) => ({ from: first.id, to: second.id, of: point.id, side: side(point) })),
  })
  const placeOf = new Map(found.pulleys.map((place) => [place.id, place]))
  const stamp = { by: '', at: '2026-01-01T00:00:00Z' }
  const ofShafts = new Set(shafts.map(({ id }) => id))
  return {
    placeOf,
    shafts: shafts.map((shaft) => {
      const place = placeOf.get(shaft.id)
      if (place === undefined || shaft.kind === 'crank') return shaft
      return { ...shaft, x: place.x, y: place.y, placed: { ...stamp, how: 'distances', sigma: place.sigma } }
    }),
    survey: {
      distances: distances
        .filter(({ from, to }) => ofShafts.has(from) && ofShafts.has(to))
        .map((each, i) => ({ ...each, ...stamp, id: `d${i}`, written: '' })),
      sides: [],
    },
  }
}

/** One draw from a normal distribution of standard deviation 1 (Box and Muller). */
export function gauss(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
}

function surveyOf({ places }: TrueFront, distances: readonly SurveyDistance[]): SurveyInput {
  return { pulleys: places.map(({ id, diameter }) => ({ id, diameter })), distances }
}

/** What someone who sees the engine answers: on which side of the line the pulley lies. */
function answerOf({ places }: TrueFront, question: MirrorQuestion) {
  const at = (wanted: string) => places.find(({ id }) => id === wanted) ?? { x: NaN, y: NaN }
  const [a, b, c] = [at(question.from), at(question.to), at(question.of)]
  const side = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) > 0 ? ('left' as const) : ('right' as const)
  return { ...question, side }
}

/** Surveys a front, answering each question as someone does who sees it. */
export function surveyed(front: TrueFront, distances: readonly SurveyDistance[]): SurveyResult {
  const sides: MirrorAnswer[] = []
  for (;;) {
    const result = surveyPlaces({ ...surveyOf(front, distances), sides })
    const [question] = result.questions
    if (question === undefined || sides.length > 12) return result
    sides.push(answerOf(front, question))
  }
}

/** Root mean square distance between two sets of places, one turned and shifted onto the other (not mirrored), mm. */
export function rmsApart(found: readonly Point[], truth: readonly Point[]): number {
  const middle = (points: readonly Point[]) => ({
    x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
    y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
  })
  const [a, b] = [middle(found), middle(truth)]
  let [along, across] = [0, 0]
  found.forEach(({ x, y }, i) => {
    const to = truth[i] as Point
    along += (x - a.x) * (to.x - b.x) + (y - a.y) * (to.y - b.y)
    across += (x - a.x) * (to.y - b.y) - (y - a.y) * (to.x - b.x)
  })
  const turn = Math.atan2(across, along)
  const squares = found.map(({ x, y }, i) => {
    const to = truth[i] as Point
    const [u, v] = [x - a.x, y - a.y]
    const [dx, dy] = [u * Math.cos(turn) - v * Math.sin(turn), u * Math.sin(turn) + v * Math.cos(turn)]
    return (dx + b.x - to.x) ** 2 + (dy + b.y - to.y) ** 2
  })
  return Math.sqrt(squares.reduce((sum, square) => sum + square, 0) / squares.length)
}
