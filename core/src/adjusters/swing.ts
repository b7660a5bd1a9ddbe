import { distance, radians, shortWayRoundDeg } from '../numerics/vectors.ts'
import type { AdjusterBehaviour } from './adjuster-kind.ts'
import { direction, pointOn } from './geometry.ts'
import { armMotion, unplaced } from './motion.ts'
import { SCREW_PER_TURN } from './nominal.ts'

/** An accessory that pivots on one bolt and is clamped in a slot. */
export const swing: AdjusterBehaviour<'swing'> = {
  name: 'accessory that swings on a bolt, clamped in a slot',
  caution: 'Engine off, key out. Battery negative off before a bar goes near a generator’s terminals.',
  slacken: [
    'Slacken the pivot bolt half a turn.',
    'Slacken the clamp in the slot and swing the accessory toward the engine.',
  ],
  tensionedBy: 'hand',
  placesItsShaft: false,
  fields: [
    { key: 'angleFrom', label: 'Slack end, °', is: 'number' },
    { key: 'angleTo', label: 'Tight end, °', is: 'number' },
  ],
  perTurn: SCREW_PER_TURN,

  motion: ({ shaft, pivot, angleFrom, angleTo }, placeOf) => {
    const stated = placeOf(shaft)
    if (stated === undefined) return unplaced(shaft, 'deg')
    return armMotion({ shaft, pivot, length: distance(stated, pivot), from: angleFrom, to: angleTo })
  },

  fresh: ({ id, shaft, place }) => {
    const pivot = { x: place.x + 80, y: place.y - 60 }
    const now = direction(pivot, place)
    return { id, kind: 'swing', shaft, pivot, angleFrom: now - 8, angleTo: now + 8 }
  },

  swapped: (part) => ({ ...part, angleFrom: part.angleTo, angleTo: part.angleFrom }),

  handles: (part, stated) => {
    const length = distance(stated, part.pivot)
    return [
      { name: 'pivot', at: part.pivot, moved: ({ x, y }) => ({ ...part, pivot: { x, y } }) },
      {
        name: 'slack end',
        at: pointOn(part.pivot, length, part.angleFrom),
        moved: (to) => ({ ...part, angleFrom: direction(part.pivot, to) }),
      },
      {
        name: 'tight end',
        at: pointOn(part.pivot, length, part.angleTo),
        moved: (to) => ({ ...part, angleTo: direction(part.pivot, to) }),
      },
    ]
  },

  points: ({ pivot }) => [pivot],
  problems: () => [],
  carriers: ({ pivot }, { at }) => [{ is: 'arm', from: pivot, to: at }],
  movedAtShaft: ({ pivot }, by, shaftAt) => (shaftAt === undefined ? null : distance(shaftAt, pivot) * radians(by)),
  readingText: ({ angleFrom }, value) =>
    `swung ${Math.abs(shortWayRoundDeg(angleFrom, value)).toFixed(0)}° from the slot’s inner end`,
  marks: () => undefined,
}
