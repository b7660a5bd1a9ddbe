import { shortWayRoundDeg } from '../numerics/vectors.ts'
import type { AdjusterBehaviour } from './adjuster-kind.ts'
import { direction, pointOn, rounded } from './geometry.ts'
import { armMotion } from './motion.ts'

/** An arm that a spring or a strut turns into the belt. */
export const springArm: AdjusterBehaviour<'spring-arm'> = {
  name: 'spring-loaded arm',
  caution: 'Engine off, key out. A released arm can trap fingers: hold it until it stops.',
  planCaution: 'A spring-loaded arm can trap fingers: hold it until it stops.',
  slacken: ['Turn the arm back against its spring, and pin or hold it there.'],
  tensionedBy: 'spring',
  placesItsShaft: true,
  fields: [
    { key: 'armLength', label: 'Arm, pivot to centre', is: 'length' },
    { key: 'angleReleased', label: 'Slack end, °', is: 'number' },
    { key: 'angleFree', label: 'Far stop, °', is: 'number' },
    { key: 'preload', label: 'Spring at the far stop, N·m', is: 'number' },
    { key: 'rate', label: 'Spring, N·m per °', is: 'number' },
  ],
  perTurn: null,

  motion: ({ shaft, pivot, armLength, angleReleased, angleFree }) =>
    armMotion({ shaft, pivot, length: armLength, from: angleReleased, to: angleFree }),

  fresh: ({ id, shaft, place }) => {
    const pivot = { x: place.x + 56, y: place.y - 56 }
    const now = direction(pivot, place)
    return {
      id,
      kind: 'spring-arm',
      shaft,
      pivot,
      armLength: rounded(Math.hypot(56, 56)),
      angleReleased: now - 18,
      angleFree: now + 18,
      preload: 14,
      rate: 0.35,
    }
  },

  swapped: (arm) => ({ ...arm, angleReleased: arm.angleFree, angleFree: arm.angleReleased }),

  // Arms keep their length when an end is pulled round.
  handles: (arm) => [
    { name: 'pivot', at: arm.pivot, moved: ({ x, y }) => ({ ...arm, pivot: { x, y } }) },
    {
      name: 'slack end',
      at: pointOn(arm.pivot, arm.armLength, arm.angleReleased),
      moved: (to) => ({ ...arm, angleReleased: direction(arm.pivot, to) }),
    },
    {
      name: 'tight end',
      at: pointOn(arm.pivot, arm.armLength, arm.angleFree),
      moved: (to) => ({ ...arm, angleFree: direction(arm.pivot, to) }),
    },
  ],

  points: ({ pivot }) => [pivot],
  problems: ({ marks }) =>
    marks === undefined || (marks.min <= marks.nominal && marks.nominal <= marks.max)
      ? []
      : [{ key: 'marks', message: 'must rise from min over nominal to max' }],
  carriers: ({ pivot }, { at }) => [{ is: 'arm', from: pivot, to: at }],
  // A spring sets it: nobody moves it by so much.
  movedAtShaft: () => null,
  readingText: ({ angleFree }, value) =>
    `arm ${Math.abs(shortWayRoundDeg(value, angleFree)).toFixed(0)}° back from its free end`,
  marks: ({ marks }) => marks,
}
