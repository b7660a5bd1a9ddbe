/** Changes to which parts a drive has, and how belts and adjusters hold them. */
import { freshAdjuster, movedShaft, resizedPulley } from '../adjusters/kinds.ts'
import type { Point } from '../numerics/vectors.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'
import { confirmed, isWhollyAssumed, stillAssumed } from '../adjusters/assumed.ts'
import type { Mm } from '../units/quantity.ts'
import type { Belt, Construction, RouteEntry } from './belt.ts'
import { moveShaftBy, type DriveDraft, type DriveEdit, type Stamp } from './edits.ts'
import { withFact } from './edits-facts.ts'
import type { Turn } from './engine.ts'
import { ribsOf } from '../sections/families.ts'
import type { Section } from '../sections/sections.ts'
import { pulleyOf, type PulleyCut } from './pulley-cut.ts'
import type { PlacedHow } from './shaft.ts'
import type { TensionReading } from './tension-reading.ts'

/** Puts a shaft, and all that holds it, at a place, however it was known before. */
export function putShaft(shaftId: string, place: Point, how: PlacedHow, stamp: Stamp, sigma?: number): DriveEdit {
  return (draft) => {
    const shaft = draft.shafts.find(({ id }) => id === shaftId)
    if (shaft === undefined) return
    if (shaft.x !== null && shaft.y !== null)
      moveShaftBy(shaftId, { x: place.x - shaft.x, y: place.y - shaft.y })(draft)
    else standAssumed(draft, shaftId, place)
    Object.assign(shaft, { x: place.x, y: place.y })
    shaft.placed = { how, ...(sigma === undefined ? {} : { sigma }), ...stamp }
  }
}

/** An adjuster of which nothing was read stands by its shaft, wherever that turns out to be. */
function standAssumed(draft: DriveDraft, shaftId: string, place: Point): void {
  const pulley = draft.pulleys.find(({ shaft }) => shaft === shaftId)
  draft.adjusters = draft.adjusters.map((adjuster) =>
    movedShaft(adjuster) === shaftId && isWhollyAssumed(adjuster)
      ? freshAdjuster(adjuster.kind, { id: adjuster.id, shaft: shaftId, pulley: pulley?.id ?? '', place })
      : adjuster,
  )
}

/** Pulls a shaft with all that holds it; the crank excepted, it is kept that its place was found by hand. */
export function dragShaftBy(shaftId: string, by: Point, stamp: Stamp): DriveEdit {
  return (draft) => {
    moveShaftBy(shaftId, by)(draft)
    const shaft = draft.shafts.find(({ id }) => id === shaftId)
    if (shaft !== undefined && shaft.kind !== 'crank' && shaft.x !== null) shaft.placed = { how: 'dragged', ...stamp }
  }
}

/** Forgets where a shaft stands. */
export function unplaceShaft(shaftId: string): DriveEdit {
  return (draft) => {
    const shaft = draft.shafts.find(({ id, kind }) => id === shaftId && kind !== 'crank')
    if (shaft === undefined) return
    Object.assign(shaft, { x: null, y: null })
    delete shaft.placed
  }
}

/** Removes a shaft with everything that speaks of it: pulleys, adjusters, places in routes, readings, distances, marks. The crank stays. */
export function removeShaft(shaftId: string): DriveEdit {
  return (draft) => {
    if (draft.shafts.some(({ id, kind }) => id === shaftId && kind === 'crank')) return
    for (const { id } of draft.pulleys.filter(({ shaft }) => shaft === shaftId)) removePulley(id)(draft)
    draft.shafts = draft.shafts.filter(({ id }) => id !== shaftId)
    for (const adjuster of draft.adjusters) if (movedShaft(adjuster) === shaftId) removeAdjuster(adjuster.id)(draft)
  }
}

/** Gives a pulley another face; its size, its place and whatever refers to it stay. */
export function setFace(pulleyId: string, to: PulleyCut): DriveEdit {
  return (draft) => {
    const at = draft.pulleys.findIndex(({ id }) => id === pulleyId)
    const before = draft.pulleys[at]
    if (before === undefined || before.face === to.face) return
    const { id, shaft, z } = before
    const size = 'diameter' in before ? { diameter: before.diameter, diameterAt: before.diameterAt } : null
    draft.pulleys[at] = {
      ...pulleyOf({ id, shaft }, to),
      ...(size === null || to.face === 'toothed' ? {} : size),
      ...(z === undefined ? {} : { z }),
    }
  }
}

/** Removes one pulley and all that refers to it. */
export function removePulley(pulleyId: string): DriveEdit {
  return (draft) => {
    draft.pulleys = draft.pulleys.filter(({ id }) => id !== pulleyId)
    for (const belt of draft.belts) belt.route = belt.route.filter(({ pulley }) => pulley !== pulleyId)
    for (const adjuster of draft.adjusters) if (resizedPulley(adjuster) === pulleyId) removeAdjuster(adjuster.id)(draft)
    if (draft.readings !== undefined)
      draft.readings = draft.readings.filter(
        (reading) => reading.pulley !== pulleyId && !(reading.how === 'step' && reading.outer === pulleyId),
      )
    strikeTensions(draft, (reading) => 'from' in reading && (reading.from === pulleyId || reading.to === pulleyId))
    if (draft.alignment !== undefined) draft.alignment = draft.alignment.filter(({ pulley }) => pulley !== pulleyId)
    for (const work of draft.alignmentWork ?? []) work.was = work.was.filter(({ pulley }) => pulley !== pulleyId)
    if (draft.photo !== undefined) draft.photo.rims = draft.photo.rims.filter(({ pulley }) => pulley !== pulleyId)
    const { survey } = draft
    if (survey === undefined) return
    survey.distances = survey.distances.filter(({ from, to }) => from !== pulleyId && to !== pulleyId)
    survey.sides = survey.sides.filter(({ from, to, of }) => ![from, to, of].includes(pulleyId))
    if (survey.upright?.from === pulleyId || survey.upright?.to === pulleyId) delete survey.upright
  }
}

/** Says what alignment may change on a shaft; null where nobody has said. */
export function setMoves(shaftId: string, moves: DriveDraft['shafts'][number]['moves'] | null): DriveEdit {
  return (draft) => {
    const shaft = draft.shafts.find(({ id }) => id === shaftId)
    if (shaft === undefined) return
    if (moves == null) delete shaft.moves
    else shaft.moves = moves
  }
}

export function removeBelt(beltId: string): DriveEdit {
  return (draft) => {
    draft.belts = draft.belts.filter(({ id }) => id !== beltId)
    if (draft.lengths !== undefined) draft.lengths = draft.lengths.filter(({ belt }) => belt !== beltId)
    strikeTensions(draft, (reading) => 'belt' in reading && reading.belt === beltId)
  }
}

function strikeTensions(draft: DriveDraft, struck: (reading: TensionReading) => boolean): void {
  if (draft.tensions !== undefined) draft.tensions = draft.tensions.filter((reading) => !struck(reading))
}

/** Says what a belt is. Another section keeps no length: belts of two sections are never the same length. */
export function setBeltKind(
  beltId: string,
  {
    name,
    section,
    ribs,
    count,
  }: { readonly name: string; readonly section: Section; readonly ribs: number; readonly count: number },
): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt === undefined) return
    if (belt.section !== section) belt.length = null
    Object.assign(belt, { name, section, ribs: ribsOf(section, ribs), count })
  }
}

/** Says how a belt is built. */
export function setConstruction(beltId: string, construction: Construction): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt !== undefined) belt.construction = construction
  }
}

/** A length of a pulley that is told by itself: where its face stands along the shaft, how wide it is, how high its flange. */
export type PulleyLength = 'z' | 'width' | 'flange'

/** Keeps such a length; null takes it away. */
export function setPulleyLength(pulleyId: string, which: PulleyLength, mm: Mm | null): DriveEdit {
  return (draft) => {
    draft.pulleys = draft.pulleys.map((pulley) => {
      if (pulley.id !== pulleyId) return pulley
      const others = Object.fromEntries(Object.entries(pulley).filter(([key]) => key !== which)) as typeof pulley
      return mm === null ? others : { ...others, [which]: mm }
    })
  }
}

/** Keeps the least wrap that a part needs, degrees; null for the nominal one of its kind. */
export function setMinWrap(shaftId: string, degrees: number | null): DriveEdit {
  return (draft) => {
    const shaft = draft.shafts.find(({ id }) => id === shaftId)
    if (shaft === undefined) return
    if (degrees === null) delete shaft.minWrap
    else shaft.minWrap = degrees
  }
}

/** Says what a belt is made of; null for not known. */
export function setMaterial(beltId: string, material: NonNullable<Belt['material']> | null): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt === undefined) return
    if (material === null) delete belt.material
    else belt.material = material
  }
}

export function setRoute(beltId: string, route: readonly RouteEntry[]): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt === undefined) return
    belt.route = route.map((entry) => ({ ...entry }))
    belt.assumed = belt.assumed?.filter((key) => key !== 'route')
    if (belt.assumed === undefined || belt.assumed.length === 0) delete belt.assumed
  }
}

/** Says in which order the belts stand, the nearest to the observer first; belts not named are left without a place. */
export function setBeltsFromFront(beltIds: readonly string[]): DriveEdit {
  return (draft) => {
    draft.belts = draft.belts.map((belt) => {
      const at = beltIds.indexOf(belt.id)
      return withFact(belt, 'fromFront', at < 0 ? null : at + 1)
    })
  }
}

export function setBeltAdjuster(beltId: string, adjuster: string | null): DriveEdit {
  return (draft) => {
    const belt = draft.belts.find(({ id }) => id === beltId)
    if (belt !== undefined) belt.adjuster = adjuster
  }
}

export function setMustTurn(shaftId: string, turn: Turn | 'any'): DriveEdit {
  return (draft) => {
    const shaft = draft.shafts.find(({ id }) => id === shaftId)
    if (shaft === undefined) return
    if (turn === 'any') delete shaft.mustTurn
    else shaft.mustTurn = turn
  }
}

export function renameShaft(shaftId: string, name: string): DriveEdit {
  return (draft) => {
    const shaft = draft.shafts.find(({ id }) => id === shaftId)
    if (shaft !== undefined) shaft.name = name
  }
}

/** Adds an adjuster, or puts another in the place of the one with its id, and lets belts without one be taken up by it. */
export function putAdjuster(adjuster: Adjuster, belts: readonly string[] = []): DriveEdit {
  return (draft) => {
    const at = draft.adjusters.findIndex(({ id }) => id === adjuster.id)
    const before = draft.adjusters[at]
    const next = before === undefined ? adjuster : stillAssumed(before, adjuster)
    const copy = structuredClone(next) as (typeof draft.adjusters)[number]
    if (at < 0) draft.adjusters.push(copy)
    else draft.adjusters[at] = copy
    for (const belt of draft.belts) if (belts.includes(belt.id)) belt.adjuster = adjuster.id
  }
}

/** Keeps one dimension of an adjuster as it was read: a number, or one coordinate of a point of it. */
export function readAdjuster(
  adjusterId: string,
  key: string,
  read: number | { readonly x: number } | { readonly y: number },
): DriveEdit {
  return (draft) => {
    draft.adjusters = draft.adjusters.map((each) => {
      if (each.id !== adjusterId) return each
      const before = (each as Readonly<Record<string, unknown>>)[key]
      const value = typeof read === 'number' ? read : { ...(before as Point), ...read }
      return confirmed({ ...each, [key]: value }, key)
    })
  }
}

/** Somebody has looked at an adjuster: all of it is as it is drawn, or one of its dimensions is as it is typed, whatever stood there before. */
export function confirmAdjuster(adjusterId: string, key?: string): DriveEdit {
  return (draft) => {
    draft.adjusters = draft.adjusters.map((each) => (each.id === adjusterId ? confirmed(each, key) : each))
  }
}

/** Removes an adjuster; its belts run on fixed centres from then on. */
export function removeAdjuster(adjusterId: string): DriveEdit {
  return (draft) => {
    draft.adjusters = draft.adjusters.filter(({ id }) => id !== adjusterId)
    for (const belt of draft.belts) if (belt.adjuster === adjusterId) belt.adjuster = null
    strikeTensions(draft, (reading) => 'adjuster' in reading && reading.adjuster === adjusterId)
  }
}
