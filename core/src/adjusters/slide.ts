import { radians } from '../numerics/vectors.ts'
import type { AdjusterBehaviour } from './adjuster-kind.ts'
import { direction, pointOn, rounded } from './geometry.ts'
import { unplaced } from './motion.ts'
import { SCREW_PER_TURN } from './nominal.ts'

/** A shaft that slides along a straight slot. */
export const slide: AdjusterBehaviour<'slide'> = {
  name: 'slide along a slot',
  caution: 'Engine off, key out. Slacken before you take the belt off. Never lever it over a rim.',
  slacken: ['Slacken the clamp of the slide.', 'Turn its screw back to the slack end.'],
  tensionedBy: 'hand',
  placesItsShaft: false,
  fields: [
    { key: 'from', label: 'Slack end', is: 'length' },
    { key: 'to', label: 'Tight end', is: 'length' },
    { key: 'direction', label: 'Slot runs toward, °', is: 'number' },
  ],
  perTurn: SCREW_PER_TURN,

  motion: ({ shaft, direction: toward, from, to }, placeOf) => {
    const stated = placeOf(shaft)
    if (stated === undefined) return unplaced(shaft, 'mm')
    const along = { x: Math.cos(radians(toward)), y: Math.sin(radians(toward)) }
    const valueAt = (u: number) => from + u * (to - from)
    return {
      moves: 'shaft',
      shaft,
      unit: 'mm',
      valueAt,
      placeAt: (u) => {
        const by = valueAt(u)
        return {
          x: stated.x + by * along.x,
          y: stated.y + by * along.y,
          vx: (to - from) * along.x,
          vy: (to - from) * along.y,
        }
      },
    }
  },

  fresh: ({ id, shaft, place }) => ({
    id,
    kind: 'slide',
    shaft,
    direction: rounded(direction({ x: 0, y: 0 }, place)),
    from: -12,
    to: 12,
  }),

  swapped: (part) => ({ ...part, from: part.to, to: part.from }),

  handles: (part, stated) => {
    const along = pointOn({ x: 0, y: 0 }, 1, part.direction)
    return [
      {
        name: 'slack end',
        at: pointOn(stated, part.from, part.direction),
        moved: (to) => ({ ...part, from: rounded((to.x - stated.x) * along.x + (to.y - stated.y) * along.y) }),
      },
      {
        name: 'tight end',
        at: pointOn(stated, part.to, part.direction),
        // The far end turns the slot as well; its near end is kept at its distance.
        moved: (to) => ({
          ...part,
          direction: direction(stated, to),
          to: rounded(Math.hypot(to.x - stated.x, to.y - stated.y)),
        }),
      },
    ]
  },

  points: () => [],
  problems: () => [],
  carriers: (_, { ends }) => (ends === null ? [] : [{ is: 'slot', from: ends[0], to: ends[1] }]),
  movedAtShaft: (_, by) => by,
  readingText: ({ from }, value, text) => `${text(value - from)} along the slide`,
  marks: () => undefined,
}
