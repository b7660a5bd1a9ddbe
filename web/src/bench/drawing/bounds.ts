import { metalRadius, type Pulley, type SettledDrive } from '@emery/core'

/** A box in drawing coordinates: mm, y down. */
export interface Box {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** Radius a pulley is drawn with, mm: its outermost metal. */
export function drawnRadius(pulley: Pulley): number {
  const smooth = pulley.face === 'smooth'
  return metalRadius(pulley, smooth ? 'PK' : pulley.section, smooth ? 'back' : 'ribs')
}

/** The box round all pulleys of a drive where they stand. */
export function driveBounds({ drive, places }: SettledDrive): Box {
  const boxes = drive.pulleys.flatMap((pulley) => {
    const place = places.get(pulley.shaft)
    if (place === undefined) return []
    const r = drawnRadius(pulley)
    return [{ left: place.x - r, right: place.x + r, top: -place.y - r, bottom: -place.y + r }]
  })
  if (boxes.length === 0) return { left: -200, top: -200, right: 200, bottom: 200 }
  return {
    left: Math.min(...boxes.map(({ left }) => left)),
    top: Math.min(...boxes.map(({ top }) => top)),
    right: Math.max(...boxes.map(({ right }) => right)),
    bottom: Math.max(...boxes.map(({ bottom }) => bottom)),
  }
}
