import type { Point } from '@emery/core/numerics'
import type { SettledDrive } from '@emery/core/path'
import { shaftSpeeds } from '@emery/core/speeds'
import type { Rect } from './place-labels.ts'
import type { Camera } from './use-camera.ts'

/** One belt crossed on the way from the crank to a shaft, in pixels: from pulley to pulley, with what it multiplies by. */
export interface ChainLink {
  readonly belt: string
  readonly from: Point
  readonly to: Point
  readonly words: string
  /** Where the words stand. */
  readonly chip: Rect
}

/** Pixels by which an arrow reaches into a pulley. */
const INSIDE_PX = 22

const CHIP = { height: 24, letter: 8.4, padding: 14, along: 0.42 } as const

/** The way a shaft's speed comes from the crank; empty for the crank, and for what no belt of known sizes reaches. */
export function chainTo(settled: SettledDrive, shaft: string, camera: Camera): readonly ChainLink[] {
  const through = shaftSpeeds(settled).reached.get(shaft)?.through ?? []
  const total = through.reduce((ratio, { drivingRadius, drivenRadius }) => (ratio * drivingRadius) / drivenRadius, 1)
  return through.flatMap(({ belt, driving, driven, drivingRadius, drivenRadius }, i): ChainLink[] => {
    const [start, end] = [driving, driven].map((id) => placeOf(settled, id, camera))
    if (start === undefined || end === undefined) return []
    const from = insideRim(start, end, drivingRadius * camera.k)
    const to = insideRim(end, start, drivenRadius * camera.k)
    const last = i === through.length - 1 && through.length > 1
    const words = `× ${(drivingRadius / drivenRadius).toFixed(2)}${last ? ` = ${total.toFixed(2)}` : ''}`
    const width = words.length * CHIP.letter + CHIP.padding
    const middle = { x: from.x + (to.x - from.x) * CHIP.along, y: from.y + (to.y - from.y) * CHIP.along }
    const chip = { left: middle.x - width / 2, top: middle.y - CHIP.height / 2, width, height: CHIP.height }
    return [{ belt, from, to, words, chip }]
  })
}

/** A point a little inside a pulley's rim on the way to another, so that what stands in its middle can be read. */
function insideRim(centre: Point, toward: Point, r: number): Point {
  const along = Math.hypot(toward.x - centre.x, toward.y - centre.y) || 1
  const out = Math.max(r - INSIDE_PX, r / 2)
  return { x: centre.x + ((toward.x - centre.x) / along) * out, y: centre.y + ((toward.y - centre.y) / along) * out }
}

function placeOf({ drive, places }: SettledDrive, pulleyId: string, { x, y, k }: Camera): Point | undefined {
  const place = places.get(drive.pulleys.find(({ id }) => id === pulleyId)?.shaft ?? '')
  return place === undefined ? undefined : { x: x + place.x * k, y: y - place.y * k }
}
