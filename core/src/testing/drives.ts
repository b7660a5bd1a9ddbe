import type { CheckedDrive, DriveDocument } from '../drive/drive.ts'
import type { Pulley } from '../drive/pulley.ts'
import type { DriveDraft, DriveEdit } from '../drive/edits.ts'
import type { Shaft } from '../drive/shaft.ts'
import type { Point } from '../numerics/vectors.ts'
import { mustCheck } from './vectors.ts'

/** A change for tests that need any change: another diameter, without a reading. */
export function setDiameter(pulleyId: string, diameter: number): DriveEdit {
  return (draft) => {
    const pulley = draft.pulleys.find(({ id }) => id === pulleyId)
    if (pulley !== undefined && pulley.face !== 'toothed') pulley.diameter = diameter
  }
}

/** A drive with a change made to it, checked as any document is. */
export function changed(drive: CheckedDrive, change: DriveEdit): CheckedDrive {
  const draft = structuredClone(drive) as DriveDraft
  change(draft)
  return mustCheck(draft)
}

/** The stated place of a shaft of which a test knows that it is measured. */
export function placeOfShaft({ id, x, y }: Pick<Shaft, 'id' | 'x' | 'y'>): Point {
  if (x === null || y === null) throw new Error(`${id} has no place.`)
  return { x, y }
}

/** Moves every measured shaft of a draft. */
export function moveShafts(draft: DriveDraft, to: (place: Point) => Point): void {
  for (const shaft of draft.shafts) Object.assign(shaft, to(placeOfShaft(shaft)))
}

type Circle = { readonly x: number; readonly y: number; readonly diameter: number; readonly contact?: 'ribs' | 'back' }

interface LoopOptions {
  readonly crankTurns?: 'cw' | 'ccw'
  readonly ribs?: number
  readonly length?: number | null
  readonly adjusters?: DriveDocument['adjusters']
  readonly section?: 'PK' | 'V13'
}

/** A drive with one belt round circles in order, the first of them the crank; pulley and shaft ids are p0, p1, …. */
export function loopDrive(
  circles: readonly Circle[],
  { crankTurns = 'cw', ribs = 6, length = null, adjusters = [], section = 'PK' }: LoopOptions = {},
): CheckedDrive {
  const face = section === 'PK' ? 'ribbed' : 'vee'
  return mustCheck({
    format: 'emery-drive',
    version: 1,
    name: 'Test loop',
    notes: '',
    engine: { crankTurns, idleRpm: 800, cruiseRpm: 2000, maxRpm: 4000 },
    shafts: circles.map(({ x, y }, i) => ({
      id: `p${i}`,
      name: `Shaft ${i}`,
      kind: i === 0 ? 'crank' : 'other',
      x,
      y,
    })),
    pulleys: circles.map(({ diameter, contact = 'ribs' }, i): Pulley =>
      contact === 'ribs'
        ? { id: `p${i}`, shaft: `p${i}`, face, section, grooves: ribs, diameter, diameterAt: 'outside' }
        : { id: `p${i}`, shaft: `p${i}`, face: 'smooth', width: 26, diameter, diameterAt: 'outside' },
    ),
    belts: [
      {
        id: 'belt',
        name: 'Belt',
        section,
        ribs: section === 'PK' ? ribs : 1,
        length,
        adjuster: adjusters[0]?.id ?? null,
        route: circles.map(({ contact = 'ribs' }, i) => ({ pulley: `p${i}`, contact })),
      },
    ],
    adjusters,
  })
}

/** A random convex ring of pulleys, some of its spans pressed in from outside by a smooth pulley on the belt's back. */
export function randomLoop(random: () => number): CheckedDrive {
  const n = 3 + Math.floor(random() * 5)
  const ring = Array.from({ length: n }, (_, i): Circle => {
    // Clockwise round the ring, so that a crank turning clockwise meets them in this order.
    const at = -((i + 0.3 * random()) * 2 * Math.PI) / n
    const reach = 220 + 60 * random()
    return { x: reach * Math.cos(at), y: reach * Math.sin(at), diameter: 50 + 70 * random() }
  })
  const presses = ring.map((_, i) => n <= 5 && i % 2 === 0 && i + 1 < n && random() < 0.6)
  return loopDrive(
    ring.flatMap((circle, i) => {
      const next = ring[(i + 1) % n]
      return presses[i] === true && next !== undefined ? [circle, pressedInto(circle, next)] : [circle]
    }),
  )
}

/** A smooth pulley that pushes the span between two others 20 mm inward at its middle. */
function pressedInto(a: Circle, b: Circle): Circle {
  const diameter = 56
  const along = Math.hypot(b.x - a.x, b.y - a.y)
  const out = (a.diameter + b.diameter) / 4 + diameter / 2 - 20
  return {
    x: (a.x + b.x) / 2 - (out * (b.y - a.y)) / along,
    y: (a.y + b.y) / 2 + (out * (b.x - a.x)) / along,
    diameter,
    contact: 'back',
  }
}
