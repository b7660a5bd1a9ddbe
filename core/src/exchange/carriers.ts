import type { Point } from '../numerics/vectors.ts'
import type { SettledDrive } from '../path/settle.ts'

/** Arms, rods and slots of a drive's adjusters as they stand, as pairs of ends. */
export function carriers({ drive, places, belts }: SettledDrive): (readonly [Point, Point])[] {
  return drive.adjusters.flatMap((part): (readonly [Point, Point])[] => {
    if (part.kind === 'shim') return []
    const at = places.get(part.shaft)
    if (at === undefined) return []
    if (part.kind === 'turnbuckle')
      return [
        [part.pivot, at],
        [part.anchor, part.lug],
      ]
    if (part.kind !== 'slide') return [[part.pivot, at]]
    const motion = belts.find(({ adjuster }) => adjuster?.adjuster.id === part.id)?.adjuster?.motion
    const ends = motion?.moves === 'shaft' ? [motion.placeAt(0), motion.placeAt(1)] : []
    return ends[0] === undefined || ends[1] === undefined ? [] : [[ends[0], ends[1]]]
  })
}
