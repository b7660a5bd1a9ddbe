import { radians, shortWayRoundDeg } from '../numerics/vectors.ts'
import type { AdjusterBehaviour } from './adjuster-kind.ts'
import { direction, pointOn } from './geometry.ts'
import { armMotion } from './motion.ts'

/** A pulley on an off-centre bush. */
export const eccentric: AdjusterBehaviour<'eccentric'> = {
  name: 'eccentric bush',
  caution: 'Engine off, key out. Slacken before you take the belt off. Never lever it over a rim.',
  slacken: ['Slacken the bolt of the bush.', 'Turn the bush back to its slack end.'],
  tensionedBy: 'hand',
  placesItsShaft: true,
  fields: [
    { key: 'throw', label: 'Throw', is: 'length' },
    { key: 'angleFrom', label: 'Slack end, °', is: 'number' },
    { key: 'angleTo', label: 'Tight end, °', is: 'number' },
  ],
  perTurn: null,

  motion: ({ shaft, pivot, throw: length, angleFrom, angleTo }) =>
    armMotion({ shaft, pivot, length, from: angleFrom, to: angleTo }),

  fresh: ({ id, shaft, place }) => ({
    id,
    kind: 'eccentric',
    shaft,
    pivot: { x: place.x, y: place.y - 8 },
    throw: 8,
    angleFrom: 10,
    angleTo: 170,
  }),

  swapped: (part) => ({ ...part, angleFrom: part.angleTo, angleTo: part.angleFrom }),

  handles: (part) => [
    { name: 'pivot', at: part.pivot, moved: ({ x, y }) => ({ ...part, pivot: { x, y } }) },
    {
      name: 'slack end',
      at: pointOn(part.pivot, part.throw, part.angleFrom),
      moved: (to) => ({ ...part, angleFrom: direction(part.pivot, to) }),
    },
    {
      name: 'tight end',
      at: pointOn(part.pivot, part.throw, part.angleTo),
      moved: (to) => ({ ...part, angleTo: direction(part.pivot, to) }),
    },
  ],

  points: ({ pivot }) => [pivot],
  problems: () => [],
  carriers: ({ pivot }, { at }) => [{ is: 'arm', from: pivot, to: at }],
  movedAtShaft: ({ throw: length }, by) => length * radians(by),
  readingText: ({ angleFrom }, value) =>
    `turned ${Math.abs(shortWayRoundDeg(angleFrom, value)).toFixed(0)}° from its slack end`,
  marks: () => undefined,
}
