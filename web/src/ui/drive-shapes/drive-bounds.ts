import type { Pulley } from '@emery/core/drive'
import type { SettledDrive } from '@emery/core/path'

/** A box in drawing coordinates: mm, y down. */
export interface Box {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** Radius at which a pulley of unknown size is sketched, mm: small enough to stand among its neighbours. */
const SKETCHED_RADIUS = 32

/** Radius a pulley is drawn with, mm: its outermost metal, as clearances are taken to it, or a sketch while it is not known. */
export function drawnRadius({ metal }: SettledDrive, { id }: Pulley): number {
  return metal.get(id) ?? SKETCHED_RADIUS
}

/** The box round all pulleys of a drive where they stand. */
export function driveBounds(settled: SettledDrive): Box {
  const { drive, places } = settled
  const boxes = drive.pulleys.flatMap((pulley) => {
    const place = places.get(pulley.shaft)
    if (place === undefined) return []
    const r = drawnRadius(settled, pulley)
    return [{ left: place.x - r, right: place.x + r, top: -place.y - r, bottom: -place.y + r }]
  })
  if (boxes.length === 0) return { left: -200, top: -200, right: 200, bottom: 200 }
  // A pulley by itself is looked at from where the whole front can come into view.
  const room = boxes.length === 1 ? ROOM_ROUND_ONE : 0
  return grown(room, {
    left: Math.min(...boxes.map(({ left }) => left)),
    top: Math.min(...boxes.map(({ top }) => top)),
    right: Math.max(...boxes.map(({ right }) => right)),
    bottom: Math.max(...boxes.map(({ bottom }) => bottom)),
  })
}

/** The box round one pulley and its next neighbours' ground; null where it has no place. */
export function boundsOf(settled: SettledDrive, id: string | null): Box | null {
  const pulley = settled.drive.pulleys.find((each) => each.id === id)
  const place = pulley === undefined ? undefined : settled.places.get(pulley.shaft)
  if (pulley === undefined || place === undefined) return null
  const r = drawnRadius(settled, pulley)
  return grown(ROOM_ROUND_ASKED, { left: place.x - r, right: place.x + r, top: -place.y - r, bottom: -place.y + r })
}

/** mm of ground shown round the pulley that is asked for: by what stands beside it one knows where it is. */
const ROOM_ROUND_ASKED = 90

/** mm of ground shown round the only pulley that has a place. */
const ROOM_ROUND_ONE = 220

/** A box with a margin, as an SVG wants it. */
export function viewBoxOf(box: Box, margin: number): string {
  const { left, top, right, bottom } = grown(margin, box)
  return `${left} ${top} ${right - left} ${bottom - top}`
}

function grown(by: number, { left, top, right, bottom }: Box): Box {
  return { left: left - by, top: top - by, right: right + by, bottom: bottom + by }
}

/** The box round two boxes. */
export function joined(a: Box, b: Box): Box {
  return {
    left: Math.min(a.left, b.left),
    top: Math.min(a.top, b.top),
    right: Math.max(a.right, b.right),
    bottom: Math.max(a.bottom, b.bottom),
  }
}
