import type { Adjuster, AdjusterKind } from '../drive/adjuster.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { putAdjuster } from '../drive/edits-parts.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { freshId } from '../drive/new-drive.ts'
import { checkDrive } from '../drive/read.ts'
import { degrees, type Point } from '../numerics/vectors.ts'
import { settleDrive } from '../path/settle.ts'

/** What an adjuster is put on: a shaft whose place is known, and the pulley on it that the belt runs on. */
export interface AdjusterSite {
  readonly shaft: string
  readonly pulley: string
  readonly belt: string
}

/**
 * An adjuster of a kind with dimensions that parts of its kind commonly have (nominal), standing where its shaft stands now, its
 * ends so that taking it up makes the belt's path longer. Undefined while the shaft has no place. Everything in it is there to
 * be dragged or typed over.
 */
export function newAdjuster(
  drive: CheckedDrive,
  kind: AdjusterKind,
  { shaft, pulley, belt }: AdjusterSite,
): Adjuster | undefined {
  const place = settleDrive(drive).places.get(shaft)
  if (place === undefined) return undefined
  const made = NEW[kind]({ id: freshId(drive, kind), shaft, pulley, place })
  const swapped = swapEnds(made)
  return takesUp(drive, made, belt) < 0 && takesUp(drive, swapped, belt) > 0 ? swapped : made
}

interface Site {
  readonly id: string
  readonly shaft: string
  readonly pulley: string
  readonly place: Point
}

const NEW: Readonly<Record<AdjusterKind, (site: Site) => Adjuster>> = {
  'spring-arm': ({ id, shaft, place }) => {
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
  swing: ({ id, shaft, place }) => {
    const pivot = { x: place.x + 80, y: place.y - 60 }
    const now = direction(pivot, place)
    return { id, kind: 'swing', shaft, pivot, angleFrom: now - 8, angleTo: now + 8 }
  },
  slide: ({ id, shaft, place }) => ({
    id,
    kind: 'slide',
    shaft,
    direction: rounded(direction({ x: 0, y: 0 }, place)),
    from: -12,
    to: 12,
  }),
  turnbuckle: ({ id, shaft, place }) => ({
    id,
    kind: 'turnbuckle',
    shaft,
    pivot: { x: place.x + 30, y: place.y - 80 },
    lug: { x: place.x, y: place.y + 40 },
    anchor: { x: place.x + 130, y: place.y + 40 },
    lengthMin: 118,
    lengthMax: 146,
  }),
  eccentric: ({ id, shaft, place }) => ({
    id,
    kind: 'eccentric',
    shaft,
    pivot: { x: place.x, y: place.y - 8 },
    throw: 8,
    angleFrom: 10,
    angleTo: 170,
  }),
  shim: ({ id, pulley }) => ({ id, kind: 'shim', pulley, shimsFrom: 5, shimsTo: 0, diameterPerShim: 3 }),
}

function direction(from: Point, to: Point): number {
  return rounded(degrees(Math.atan2(to.y - from.y, to.x - from.x)))
}

function rounded(value: number): number {
  return Math.round(value * 10) / 10
}

/** The same adjuster with its released and taken-up ends exchanged; a rod's and a split pulley's cannot be. */
export function swapEnds(adjuster: Adjuster): Adjuster {
  switch (adjuster.kind) {
    case 'spring-arm':
      return { ...adjuster, angleReleased: adjuster.angleFree, angleFree: adjuster.angleReleased }
    case 'swing':
    case 'eccentric':
      return { ...adjuster, angleFrom: adjuster.angleTo, angleTo: adjuster.angleFrom }
    case 'slide':
      return { ...adjuster, from: adjuster.to, to: adjuster.from }
    case 'turnbuckle':
    case 'shim':
      return adjuster
  }
}

/** mm by which a belt's path grows over an adjuster's travel; 0 while the belt has no path. */
function takesUp(drive: CheckedDrive, adjuster: Adjuster, beltId: string): number {
  const draft = structuredClone(drive) as DriveDraft
  putAdjuster(adjuster, [beltId])(draft)
  const read = checkDrive(draft)
  if (!read.ok) return 0
  const settled = settleDrive(read.drive).belts.find(({ belt }) => belt.id === beltId)?.adjuster
  const [from, to] = [settled?.lengthAt(0.25)?.length, settled?.lengthAt(0.75)?.length]
  return from === undefined || to === undefined ? 0 : to - from
}

/** A handle by which an adjuster can be pulled on the drawing: a point of it, and the adjuster with that point elsewhere. */
export interface AdjusterHandle {
  readonly name: 'pivot' | 'released' | 'taken up' | 'lug' | 'anchor'
  readonly at: Point
  readonly moved: (to: Point) => Adjuster
}

/** The handles of an adjuster whose shaft's stated place is `stated`. Arms keep their length when an end is pulled round. */
export function adjusterHandles(adjuster: Adjuster, stated: Point): readonly AdjusterHandle[] {
  const on = (pivot: Point, length: number, angle: number) => ({
    x: pivot.x + length * Math.cos((angle * Math.PI) / 180),
    y: pivot.y + length * Math.sin((angle * Math.PI) / 180),
  })
  switch (adjuster.kind) {
    case 'spring-arm': {
      const { pivot, armLength } = adjuster
      return [
        { name: 'pivot', at: pivot, moved: (to) => ({ ...adjuster, pivot: { x: to.x, y: to.y } }) },
        {
          name: 'released',
          at: on(pivot, armLength, adjuster.angleReleased),
          moved: (to) => ({ ...adjuster, angleReleased: direction(pivot, to) }),
        },
        {
          name: 'taken up',
          at: on(pivot, armLength, adjuster.angleFree),
          moved: (to) => ({ ...adjuster, angleFree: direction(pivot, to) }),
        },
      ]
    }
    case 'swing':
    case 'eccentric': {
      const { pivot } = adjuster
      const length = adjuster.kind === 'eccentric' ? adjuster.throw : Math.hypot(stated.x - pivot.x, stated.y - pivot.y)
      return [
        { name: 'pivot', at: pivot, moved: (to) => ({ ...adjuster, pivot: { x: to.x, y: to.y } }) },
        {
          name: 'released',
          at: on(pivot, length, adjuster.angleFrom),
          moved: (to) => ({ ...adjuster, angleFrom: direction(pivot, to) }),
        },
        {
          name: 'taken up',
          at: on(pivot, length, adjuster.angleTo),
          moved: (to) => ({ ...adjuster, angleTo: direction(pivot, to) }),
        },
      ]
    }
    case 'slide': {
      const along = on({ x: 0, y: 0 }, 1, adjuster.direction)
      const reach = (to: Point) => rounded((to.x - stated.x) * along.x + (to.y - stated.y) * along.y)
      return [
        {
          name: 'released',
          at: on(stated, adjuster.from, adjuster.direction),
          moved: (to) => ({ ...adjuster, from: reach(to) }),
        },
        {
          name: 'taken up',
          at: on(stated, adjuster.to, adjuster.direction),
          // The far end turns the slot as well; its near end is kept at its distance.
          moved: (to) => ({
            ...adjuster,
            direction: direction(stated, to),
            to: rounded(Math.hypot(to.x - stated.x, to.y - stated.y)),
          }),
        },
      ]
    }
    case 'turnbuckle':
      return (['pivot', 'lug', 'anchor'] as const).map((name) => ({
        name,
        at: adjuster[name],
        moved: (to) => ({ ...adjuster, [name]: { x: to.x, y: to.y } }),
      }))
    case 'shim':
      return []
  }
}
