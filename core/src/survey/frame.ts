/** The drive's frame: where a layout's origin lies and which way is up. */
import { cross, distance, minus, radians, type Point } from '../numerics/vectors.ts'
import type { Layout } from './layouts.ts'
import type { SurveyInput } from './survey-types.ts'

/**
 * Turns and shifts a layout into the drive's frame. What is given stays; otherwise the first pulley comes to the origin,
 * the second straight above it or where `upright` says.
 */
export function inFrame(
  places: Layout,
  input: SurveyInput,
  anchors: Layout,
  index: ReadonlyMap<string, number>,
): Layout {
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
export function runsClockwise(layout: Layout): boolean {
  const [a, b, ...rest] = layout.filter((place) => place !== undefined)
  if (a === undefined || b === undefined) return false
  const line = minus(b, a)
  const third = rest.find((c) => Math.abs(cross(line, minus(c, a))) > 1e-6 * distance(a, b) ** 2)
  return third !== undefined && cross(line, minus(third, a)) < 0
}
