import { spansOf, type SettledBelt, type SettledDrive } from '@emery/core/path'
import { drawnRadius } from '../../ui/drive-shapes/drive-bounds.ts'

/** Pixels of straight belt that an arrow of travel needs beside it. */
const ROOM_PX = 56
/** Pixels from the cord to the arrow, on the back of the belt. */
const AWAY_PX = 15
export const ARROW_PX = 22

export interface TravelArrow {
  readonly key: string
  /** mm, y up. */
  readonly x: number
  readonly y: number
  /** Radians, the way the belt runs. */
  readonly direction: number
}

/** Where arrows of travel stand: beside each long span, on the back of the belt, where no pulley is in the way. */
export function travelArrows(settled: SettledDrive, belt: SettledBelt, scale: number): readonly TravelArrow[] {
  const { drive, places } = settled
  const away = AWAY_PX / scale
  const room = (x: number, y: number) =>
    drive.pulleys.every((pulley) => {
      const place = places.get(pulley.shaft)
      return (
        place === undefined ||
        Math.hypot(place.x - x, place.y - y) > drawnRadius(settled, pulley) + ARROW_PX / scale / 2
      )
    })
  return spansOf(belt).flatMap(({ from, to, start, end, length, direction }) => {
    if (length * scale <= ROOM_PX) return []
    // The back lies to the right of travel where the ribs turn counter-clockwise.
    const x = (start.x + end.x) / 2 + belt.ribsSign * away * Math.sin(direction)
    const y = (start.y + end.y) / 2 - belt.ribsSign * away * Math.cos(direction)
    return room(x, y) ? [{ key: `${from.id} ${to.id}`, x, y, direction }] : []
  })
}
