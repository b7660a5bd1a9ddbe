import { cross, minus, type Point } from '../numerics/vectors.ts'
import type { AdjusterOf } from './adjuster.ts'
import type { AdjusterBehaviour } from './adjuster-kind.ts'
import { unplaced, type AdjusterMotion } from './motion.ts'
import { ROD_PER_TURN } from './nominal.ts'

/** A threaded rod that swings an accessory about its pivot. */
export const turnbuckle: AdjusterBehaviour<'turnbuckle'> = {
  name: 'threaded rod (turnbuckle) between lug and anchor',
  caution: 'Engine off, key out. Never turn the rod beyond its marked length: the thread would lose its grip.',
  planCaution: 'Never turn a rod beyond its marked length: the thread would lose its grip.',
  slacken: ['Slacken the pivot bolt half a turn.', 'Slacken the lock nuts and shorten the rod.'],
  tensionedBy: 'hand',
  placesItsShaft: false,
  fields: [
    { key: 'lengthMin', label: 'Rod at slack end', is: 'length' },
    { key: 'lengthMax', label: 'Rod, maximum length', is: 'length' },
  ],
  perTurn: ROD_PER_TURN,

  motion: (part, placeOf) => {
    const stated = placeOf(part.shaft)
    return stated === undefined ? unplaced(part.shaft, 'mm') : rodMotion(part, stated)
  },

  fresh: ({ id, shaft, place }) => ({
    id,
    kind: 'turnbuckle',
    shaft,
    pivot: { x: place.x + 30, y: place.y - 80 },
    lug: { x: place.x, y: place.y + 40 },
    anchor: { x: place.x + 130, y: place.y + 40 },
    lengthMin: 118,
    lengthMax: 146,
  }),

  swapped: () => null,

  handles: (part) =>
    (['pivot', 'lug', 'anchor'] as const).map((name) => ({
      name,
      at: part[name],
      moved: ({ x, y }) => ({ ...part, [name]: { x, y } }),
    })),

  points: ({ pivot, lug, anchor }) => [pivot, lug, anchor],
  problems: ({ lengthMin, lengthMax }) =>
    lengthMax < lengthMin ? [{ key: 'lengthMax', message: 'must not be shorter than the rod at its slack end' }] : [],

  // The accessory's own lever from its pivot, and the rod from the engine to its lug, which turns with it.
  carriers: ({ pivot, lug, anchor }, { at, stated }) => {
    const turned = Math.atan2(at.y - pivot.y, at.x - pivot.x) - Math.atan2(stated.y - pivot.y, stated.x - pivot.x)
    const [dx, dy] = [lug.x - pivot.x, lug.y - pivot.y]
    const lugNow = {
      x: pivot.x + dx * Math.cos(turned) - dy * Math.sin(turned),
      y: pivot.y + dx * Math.sin(turned) + dy * Math.cos(turned),
    }
    return [
      { is: 'arm', from: pivot, to: at },
      { is: 'arm', from: anchor, to: lugNow },
    ]
  },

  // It is read along itself, not at its shaft.
  movedAtShaft: () => null,
  readingText: ({ lengthMax }, value, text) => `rod ${text(value)}; maximum ${text(lengthMax)}`,
  marks: () => undefined,
}

/**
 * The rod's length ℓ sets the angle γ between pivot→anchor and pivot→lug, `cos γ = (ρ² + D² − ℓ²) / (2ρD)`, on the side
 * of the line to the anchor on which the lug stands now; the whole accessory turns with its lug.
 */
function rodMotion(
  { shaft, pivot, lug, anchor, lengthMin, lengthMax }: AdjusterOf<'turnbuckle'>,
  stated: Point,
): AdjusterMotion {
  const toLug = minus(lug, pivot)
  const toAnchor = minus(anchor, pivot)
  const rho = Math.hypot(toLug.x, toLug.y)
  const D = Math.hypot(toAnchor.x, toAnchor.y)
  const side = cross(toAnchor, toLug) < 0 ? -1 : 1
  const gammaNow = side * Math.atan2(Math.abs(cross(toAnchor, toLug)), toAnchor.x * toLug.x + toAnchor.y * toLug.y)
  const toShaft = minus(stated, pivot)
  const valueAt = (u: number) => lengthMin + u * (lengthMax - lengthMin)
  return {
    moves: 'shaft',
    shaft,
    unit: 'mm',
    valueAt,
    placeAt: (u) => {
      const rod = valueAt(u)
      const cosine = (rho * rho + D * D - rod * rod) / (2 * rho * D)
      if (!(Math.abs(cosine) < 1)) return undefined
      const gamma = side * Math.acos(cosine)
      const turn = gamma - gammaNow
      const x = toShaft.x * Math.cos(turn) - toShaft.y * Math.sin(turn)
      const y = toShaft.x * Math.sin(turn) + toShaft.y * Math.cos(turn)
      // sin γ dγ = ℓ dℓ / (ρD); sin γ carries the side.
      const rate = ((rod / (rho * D)) * (lengthMax - lengthMin)) / Math.sin(gamma)
      return { x: pivot.x + x, y: pivot.y + y, vx: -y * rate, vy: x * rate }
    },
  }
}
