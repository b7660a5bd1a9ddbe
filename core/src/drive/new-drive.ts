import type { AdjusterKind } from '../adjusters/adjuster.ts'
import { freshAdjuster, movedShaft, resizedPulley } from '../adjusters/kinds.ts'
import { familyOf, ribsOf } from '../sections/families.ts'
import type { RouteEntry } from './belt.ts'
import type { Section } from '../sections/sections.ts'
import { DRIVE_FORMAT, DRIVE_VERSION, type DriveDocument } from './drive.ts'
import type { DriveDraft, DriveEdit } from './edits.ts'
import type { Turn } from './engine.ts'
import type { PulleyFace } from './pulley.ts'
import { pulleyOf, type PulleyCut } from './pulley-cut.ts'
import type { ShaftKind } from './shaft.ts'
import { NOMINAL_SPEEDS } from './nominal.ts'

/** What someone says of a part before anything is measured. */
export interface NewPart {
  readonly kind: ShaftKind
  readonly name: string
  readonly face: PulleyFace
  /** The section its grooves or teeth are cut for; of no matter on a smooth face. */
  readonly section: Section
  readonly grooves: number
  readonly mustTurn?: Turn | undefined
  /** Which belts run on it, by their place in the list: it gets a pulley for each, a smooth one for all of them. Where left out nobody has said, and a crank has all of them. */
  readonly belts?: readonly number[] | undefined
}

export interface NewBelt {
  readonly name: string
  readonly section: Section
  readonly ribs: number
  readonly count?: number
  /** Its place from the front among all belts, 1 the nearest; nobody has said where left out. */
  readonly fromFront?: number | undefined
  /** The part that takes it up, by its place in the list, and how; nobody has said where left out. */
  readonly takenUp?: { readonly part: number; readonly kind: AdjusterKind } | undefined
}

export interface NewDrive {
  readonly name: string
  readonly crankTurns: Turn
  readonly parts: readonly NewPart[]
  readonly belts: readonly NewBelt[]
}

/** A drive of which only the parts are known: the crank at the origin, no other place, no size, no route. */
export function newDrive({ name, crankTurns, parts, belts }: NewDrive): DriveDocument {
  const draft: DriveDraft = {
    format: DRIVE_FORMAT,
    version: DRIVE_VERSION,
    name,
    notes: '',
    engine: { crankTurns, ...NOMINAL_SPEEDS, assumed: Object.keys(NOMINAL_SPEEDS) },
    shafts: [],
    pulleys: [],
    belts: [],
    adjusters: [],
  }
  for (const part of parts) addPart(part, belts)(draft)
  for (const belt of belts) addBelt(belt)(draft)
  for (const [i, belt] of draft.belts.entries()) {
    belt.route = runsOn(draft, parts, belts, i)
    if (mayRunOtherwise(draft, belt.route)) belt.assumed = ['route']
  }
  for (const [i, { takenUp }] of belts.entries()) {
    const [belt, shaft] = [draft.belts[i], takenUp === undefined ? undefined : draft.shafts[takenUp.part]]
    if (belt !== undefined && shaft !== undefined && takenUp !== undefined)
      belt.adjuster = adjusterOn(draft, shaft.id, takenUp.kind)
  }
  return draft
}

/** The belts on a part: those that were said, and on a crank of which nothing was said all of them. */
function beltsOn({ kind, belts: said }: NewPart, belts: readonly NewBelt[]): readonly number[] {
  return said ?? (kind === 'crank' ? belts.map((_, i) => i) : [])
}

/** Whether the pulleys of a belt leave open how it runs: two grooved ones are met one after the other, and by its inner side. */
function mayRunOtherwise({ pulleys }: DriveDraft, route: readonly RouteEntry[]): boolean {
  const faces = new Map(pulleys.map(({ id, face }) => [id, face]))
  return route.length > 2 || route.some(({ pulley }) => faces.get(pulley) === 'smooth')
}

/** The adjuster of a kind on a part, one for all belts that the part takes up; nothing of it is read, not even where it stands. */
function adjusterOn(draft: DriveDraft, shaft: string, kind: AdjusterKind): string | null {
  const pulley = draft.pulleys.find((each) => each.shaft === shaft)
  if (pulley === undefined) return null
  const there = draft.adjusters.find(
    (each) => each.kind === kind && (movedShaft(each) === shaft || resizedPulley(each) === pulley.id),
  )
  if (there !== undefined) return there.id
  const made = freshAdjuster(kind, { id: freshId(draft, kind), shaft, pulley: pulley.id, place: { x: 0, y: 0 } })
  draft.adjusters.push(structuredClone(made))
  return made.id
}

/** The pulleys a belt was said to run on, in no order that anybody has told: a smooth face carries its back. */
function runsOn(
  { shafts, pulleys }: DriveDraft,
  parts: readonly NewPart[],
  belts: readonly NewBelt[],
  belt: number,
): RouteEntry[] {
  const found = parts.flatMap((part, i): RouteEntry[] => {
    const at = beltsOn(part, belts).indexOf(belt)
    const its = pulleys.filter(({ shaft }) => shaft === shafts[i]?.id)
    const pulley = at < 0 ? undefined : (its[at] ?? its[0])
    return pulley === undefined ? [] : [{ pulley: pulley.id, contact: pulley.face === 'smooth' ? 'back' : 'ribs' }]
  })
  return found.length < 2 ? [] : found
}

/** Adds a shaft with one pulley, nothing measured; the crank stands at the origin. */
export function addPart(part: NewPart, belts: readonly NewBelt[] = []): DriveEdit {
  return (draft) => {
    const id = freshId(draft, part.kind)
    const place = part.kind === 'crank' ? 0 : null
    draft.shafts.push({
      id,
      name: part.name,
      kind: part.kind,
      x: place,
      y: place,
      ...(part.mustTurn === undefined ? {} : { mustTurn: part.mustTurn }),
    })
    const cut = beltsOn(part, belts).flatMap((i) => belts[i] ?? [])
    const faces = part.face === 'smooth' || cut.length === 0 ? [part] : cut.map((belt) => cutFor(belt, part))
    for (const face of faces) addPulley(id, face)(draft)
  }
}

/** The face of a pulley for one belt: as it was described where it was described for that section. */
function cutFor({ section, ribs, count = 1 }: NewBelt, part: NewPart): PulleyCut {
  const { face, hasRibs } = familyOf(section)
  if (part.section === section) return hasRibs ? part : { ...part, grooves: Math.max(part.grooves, count) }
  return { face, section, grooves: hasRibs ? ribs : count }
}

/** Adds a pulley to a shaft, such as the inner step of a stepped one. */
export function addPulley(shaft: string, cut: PulleyCut): DriveEdit {
  return (draft) => {
    draft.pulleys.push(pulleyOf({ id: freshId(draft, `${shaft}.1`), shaft }, cut))
  }
}

export function addBelt({ name, section, ribs, count = 1, fromFront }: NewBelt): DriveEdit {
  return (draft) => {
    draft.belts.push({
      id: freshId(draft, `belt-${draft.belts.length + 1}`),
      name,
      section,
      ribs: ribsOf(section, ribs),
      count,
      material: 'unknown',
      length: null,
      installTension: null,
      adjuster: null,
      ...(fromFront === undefined ? {} : { fromFront }),
      route: [],
    })
  }
}

/** A name that no part of the draft has: the wanted one, or it with a number counted up. */
export function freshId({ shafts, pulleys, belts, adjusters }: DriveDocument | DriveDraft, wanted: string): string {
  const taken = new Set([...shafts, ...pulleys, ...belts, ...adjusters].map(({ id }) => id))
  if (!taken.has(wanted)) return wanted
  const [, stem = wanted, counted] = /^(.*?)(\d+)$/.exec(wanted) ?? []
  for (let n = Number(counted ?? 1) + 1; ; n++) {
    const id = counted === undefined ? `${stem}-${n}` : `${stem}${n}`
    if (!taken.has(id)) return id
  }
}
