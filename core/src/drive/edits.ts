/**
 * Changes a mechanic makes to a drive, as functions that change a draft in place, so that whoever calls them can
 * record the difference. They keep the document well formed; values out of range are found by `checkDrive`.
 */
import type { InferType } from 'yup'
import type { VehicleUse } from './vehicle-use.ts'
import { isWhollyAssumed } from '../adjusters/assumed.ts'
import { kindOf, movedShaft } from '../adjusters/kinds.ts'
import type { Point } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import type { driveSchema } from './drive.ts'
import type { DiameterPlace, MeasuredWith } from './pulley.ts'

export type DriveDraft = InferType<typeof driveSchema>
export type DriveEdit = (draft: DriveDraft) => void

/** Who does something, and when. */
export interface Stamp {
  readonly by: string
  /** ISO, UTC. */
  readonly at: string
}

/** Where a shaft is held: its own centre, or the pivot of the arm that carries it. */
export interface Hold extends Point {
  readonly of: 'centre' | 'pivot'
}

/**
 * The point whose coordinates place a shaft; undefined while its place is not known. An arm's shaft has no place of its
 * own, only its pivot has.
 */
export function holdOf(drive: DriveDraft, shaftId: string): Hold | undefined {
  const carrier = drive.adjusters.find((adjuster) => movedShaft(adjuster) === shaftId)
  if (carrier !== undefined && kindOf(carrier).placesItsShaft && !isWhollyAssumed(carrier)) {
    const [pivot] = kindOf(carrier).points(carrier)
    if (pivot !== undefined) return { x: pivot.x, y: pivot.y, of: 'pivot' }
  }
  const shaft = drive.shafts.find(({ id }) => id === shaftId)
  return shaft === undefined || shaft.x === null || shaft.y === null
    ? undefined
    : { x: shaft.x, y: shaft.y, of: 'centre' }
}

/** Moves a shaft with all that holds it: the pivot, lug and anchor of its adjuster keep their places relative to it. */
export function moveShaftBy(shaftId: string, by: Point): DriveEdit {
  return (draft) => {
    const shift = (point: { x: number; y: number }) => {
      point.x += by.x
      point.y += by.y
    }
    const shaft = draft.shafts.find(({ id }) => id === shaftId)
    if (shaft !== undefined && shaft.x !== null && shaft.y !== null) {
      shaft.x += by.x
      shaft.y += by.y
    }
    for (const adjuster of draft.adjusters) {
      if (movedShaft(adjuster) === shaftId) kindOf(adjuster).points(adjuster).forEach(shift)
    }
  }
}

/** Places a shaft by one coordinate of its hold; a place of its own is kept as typed, by whom and when. */
export function placeShaft(shaftId: string, axis: 'x' | 'y', value: Mm, stamp: Stamp): DriveEdit {
  return (draft) => {
    const hold = holdOf(draft, shaftId)
    if (hold === undefined) return
    const by = value - hold[axis]
    moveShaftBy(shaftId, axis === 'x' ? { x: by, y: 0 } : { x: 0, y: by })(draft)
    const shaft = draft.shafts.find(({ id, kind }) => id === shaftId && kind !== 'crank')
    if (shaft !== undefined && hold.of === 'centre') shaft.placed = { how: 'typed', ...stamp }
  }
}

export function setDiameterPlace(pulleyId: string, place: DiameterPlace): DriveEdit {
  return (draft) => {
    const pulley = draft.pulleys.find(({ id }) => id === pulleyId)
    if (pulley !== undefined && pulley.face !== 'toothed') pulley.diameterAt = place
  }
}

/** What a diameter was measured with; null where nobody has said. */
export function setMeasuredWith(pulleyId: string, means: MeasuredWith | null): DriveEdit {
  return (draft) => {
    const pulley = draft.pulleys.find(({ id }) => id === pulleyId)
    if (pulley === undefined || pulley.face === 'toothed') return
    if (means === null) delete pulley.measuredWith
    else pulley.measuredWith = means
  }
}

export function setBeltLength(beltId: string, length: Mm | null): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt !== undefined) belt.length = length
  }
}

export function setDriveName(name: string): DriveEdit {
  return (draft) => {
    draft.name = name
  }
}

/** Says how the vehicle is used. */
export function setVehicleUse(use: VehicleUse): DriveEdit {
  return (draft) => {
    draft.use = use.of === 'own' ? { of: use.of, bins: use.bins.map((bin) => ({ ...bin })) } : { ...use }
  }
}
