/** Faults that can be put into a drive, each with a size: docs/mechanics/running.md. What they do is left to the drive as it runs. */
import { isSprung } from '../adjusters/kinds.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { onlyLeads } from '../drive/shaft.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Trouble } from './trouble.ts'

export const FAULT_KINDS = [
  'out-of-line',
  'tilted',
  'groove-off',
  'too-long',
  'too-short',
  'worn-belt',
  'glazed',
  'contaminated',
  'wet',
  'low-tension',
  'over-tension',
  'weak-tensioner',
  'stuck-tensioner',
  'worn-bush',
  'damper',
  'bad-bearing',
  'bearing-play',
  'seized',
  'debris',
  'flexing',
  'wrong-belt',
  'decoupler',
] as const
export type FaultKind = (typeof FAULT_KINDS)[number]

/** What is wrong, where, and by how much. */
export interface RunFault {
  readonly kind: FaultKind
  /** Id of the pulley, belt, adjuster or shaft it is at. */
  readonly at: string
  readonly size: number
}

export interface FaultFigures {
  readonly name: string
  /** What its size is counted in; a share of 1 where empty. */
  readonly unit: 'mm' | '°' | 'N·m' | 'grooves' | 'ribs' | 'mm per 1000 N' | ''
  readonly least: number
  readonly most: number
  /** Sizes at which it is bad enough that somebody complains. */
  readonly complains: readonly [number, number]
  /** Where it can be. */
  readonly places: (drive: CheckedDrive) => readonly string[]
  /** Changes the document, and says what the document cannot. */
  readonly put: (draft: DriveDraft, at: string, size: number) => Trouble
}

const family = (belt: CheckedDrive['belts'][number]) => sectionFigures(belt.section).family
const gripping = ({ belts }: CheckedDrive) => belts.filter((belt) => family(belt) !== 'toothed').map(({ id }) => id)
const isSprungBelt = ({ adjusters }: CheckedDrive, { adjuster }: CheckedDrive['belts'][number]) =>
  adjusters.some((each) => each.id === adjuster && isSprung(each))
const byHand = (drive: CheckedDrive) => drive.belts.filter((belt) => !isSprungBelt(drive, belt)).map(({ id }) => id)
const sprung = ({ adjusters }: CheckedDrive) => adjusters.filter(isSprung).map(({ id }) => id)
const onBelts = ({ belts }: CheckedDrive) => new Set(belts.flatMap(({ route }) => route.map(({ pulley }) => pulley)))
/** Grooved pulleys that a belt's ribs run in, the crank's left out: it is what the others are held against. */
const groovedParts = (drive: CheckedDrive) =>
  drive.pulleys
    .filter(({ id, face, shaft }) => {
      const inRibs = drive.belts.some(({ route }) =>
        route.some((each) => each.pulley === id && each.contact === 'ribs'),
      )
      return inRibs && face !== 'smooth' && drive.shafts.some((each) => each.id === shaft && each.kind !== 'crank')
    })
    .map(({ id }) => id)
const turning = (drive: CheckedDrive) => {
  const pulleys = onBelts(drive)
  const shafts = new Set(drive.pulleys.filter(({ id }) => pulleys.has(id)).map(({ shaft }) => shaft))
  return drive.shafts.filter(({ id, kind }) => kind !== 'crank' && shafts.has(id))
}
const anyShaft = (drive: CheckedDrive) => turning(drive).map(({ id }) => id)
const accessories = (drive: CheckedDrive) =>
  turning(drive)
    .filter(({ kind }) => !onlyLeads(kind))
    .map(({ id }) => id)

function pulleyOf(draft: DriveDraft, at: string) {
  return draft.pulleys.find(({ id }) => id === at)
}
function beltOf(draft: DriveDraft, at: string) {
  return draft.belts.find(({ id }) => id === at)
}
function lengthen(draft: DriveDraft, at: string, by: number): Trouble {
  const belt = beltOf(draft, at)
  if (belt?.length != null) belt.length += by
  return {}
}
const withLength = ({ belts, ...drive }: CheckedDrive) =>
  belts.filter((belt) => belt.length !== null && isSprungBelt({ belts, ...drive }, belt)).map(({ id }) => id)

export const FAULTS: Readonly<Record<FaultKind, FaultFigures>> = {
  'out-of-line': {
    name: 'Pulley out of line',
    unit: 'mm',
    least: -8,
    most: 8,
    complains: [2.5, 6],
    places: groovedParts,
    put: (draft, at, size) => {
      const pulley = pulleyOf(draft, at)
      if (pulley !== undefined) pulley.z = (pulley.z ?? 0) + size
      return {}
    },
  },
  tilted: {
    name: 'Pulley leaning',
    unit: '°',
    least: -5,
    most: 5,
    complains: [1.5, 3],
    places: groovedParts,
    put: (draft, at, size) => {
      const pulley = pulleyOf(draft, at)
      if (pulley !== undefined) pulley.tilt = { x: size, y: size / 2 }
      return {}
    },
  },
  'groove-off': {
    name: 'Belt one groove off',
    unit: 'grooves',
    least: -3,
    most: 3,
    complains: [1, 1],
    places: (drive) =>
      groovedParts(drive).filter((id) => drive.pulleys.some((each) => each.id === id && each.face === 'ribbed')),
    put: (_, at, size) => ({ groovesOff: { [at]: Math.round(size) } }),
  },
  'too-long': {
    name: 'Belt too long',
    unit: 'mm',
    least: 0,
    most: 60,
    complains: [8, 20],
    places: withLength,
    put: (draft, at, size) => lengthen(draft, at, size),
  },
  'too-short': {
    name: 'Belt too short',
    unit: 'mm',
    least: 0,
    most: 60,
    complains: [8, 20],
    places: withLength,
    put: (draft, at, size) => lengthen(draft, at, -size),
  },
  'worn-belt': {
    name: 'Belt worn',
    unit: '',
    least: 0,
    most: 1,
    complains: [0.6, 1],
    places: gripping,
    put: (_, at, size) => ({ grip: { [at]: 1 - 0.6 * size }, worn: { [at]: size } }),
  },
  glazed: {
    name: 'Belt glazed',
    unit: '',
    least: 0,
    most: 1,
    complains: [0.6, 1],
    places: gripping,
    put: (_, at, size) => ({ grip: { [at]: 1 - 0.62 * size }, glazed: { [at]: size } }),
  },
  contaminated: {
    name: 'Oil on the belt',
    unit: '',
    least: 0,
    most: 1,
    complains: [0.6, 1],
    places: gripping,
    put: (_, at, size) => ({ grip: { [at]: 1 - 0.75 * size }, oily: { [at]: size } }),
  },
  wet: {
    name: 'Water on the belt',
    unit: '',
    least: 0,
    most: 1,
    complains: [1, 1],
    places: gripping,
    put: (_, at, size) => ({ grip: { [at]: 1 - 0.45 * size } }),
  },
  'low-tension': {
    name: 'Tension too low',
    unit: '',
    least: 0,
    most: 0.95,
    complains: [0.55, 0.8],
    places: byHand,
    put: (_, at, size) => ({ setting: { [at]: 1 - size } }),
  },
  'over-tension': {
    name: 'Tension too high',
    unit: '',
    least: 0,
    most: 3,
    complains: [1, 2],
    places: byHand,
    put: (_, at, size) => ({ setting: { [at]: 1 + size } }),
  },
  'weak-tensioner': {
    name: 'Spring weak',
    unit: '',
    least: 0,
    most: 0.95,
    complains: [0.55, 0.8],
    places: sprung,
    put: (_, at, size) => ({ spring: { [at]: 1 - size }, damping: { [at]: 1 - 0.8 * size } }),
  },
  'stuck-tensioner': {
    name: 'Arm frozen',
    unit: '',
    least: 0.05,
    most: 3,
    complains: [0.2, 0.4],
    places: sprung,
    put: (_, at, size) => ({ frozen: { [at]: size } }),
  },
  'worn-bush': {
    name: 'Tensioner’s bush worn',
    unit: '°',
    least: 0,
    most: 6,
    complains: [2, 4],
    places: sprung,
    put: (draft, at, size) => {
      const shaft = draft.adjusters.find(({ id }) => id === at)
      const on = shaft !== undefined && 'shaft' in shaft ? shaft.shaft : ''
      for (const pulley of draft.pulleys) if (pulley.shaft === on) pulley.tilt = { x: size, y: size / 2 }
      return { damping: { [at]: Math.max(0.15, 1 - 0.25 * size) }, leans: { [at]: size } }
    },
  },
  damper: {
    name: 'Crank damper loose',
    unit: '°',
    least: 0,
    most: 5,
    complains: [1.5, 3],
    places: (drive) => {
      const crank = drive.shafts.find(({ kind }) => kind === 'crank')?.id
      return drive.pulleys.filter(({ id, shaft }) => shaft === crank && onBelts(drive).has(id)).map(({ id }) => id)
    },
    put: (_, at, size) => ({ wobble: { [at]: size }, runOut: { [at]: 0.3 * size } }),
  },
  'bad-bearing': {
    name: 'Bearing dry',
    unit: '',
    least: 0,
    most: 1,
    complains: [0.6, 1],
    places: anyShaft,
    put: (_, at, size) => ({ rough: { [at]: size }, drag: { [at]: 0.3 * size } }),
  },
  'bearing-play': {
    name: 'Bearing with play',
    unit: 'mm',
    least: 0,
    most: 4,
    complains: [1.5, 3],
    places: anyShaft,
    put: (_, at, size) => ({ play: { [at]: size } }),
  },
  seized: {
    name: 'Part turns hard',
    unit: 'N·m',
    least: 0,
    most: 200,
    complains: [40, 80],
    places: accessories,
    put: (_, at, size) => ({ drag: { [at]: size } }),
  },
  debris: {
    name: 'Something in a groove',
    unit: 'mm',
    least: 0,
    most: 4,
    complains: [1, 2.5],
    places: groovedParts,
    put: (_, at, size) => ({ bump: { [at]: size } }),
  },
  flexing: {
    name: 'Bracket that bends',
    unit: 'mm per 1000 N',
    least: 0,
    most: 20,
    complains: [8, 16],
    places: accessories,
    put: (_, at, size) => ({ gives: { [at]: size } }),
  },
  'wrong-belt': {
    name: 'Wrong number of ribs',
    unit: 'ribs',
    least: 1,
    most: 4,
    complains: [1, 2],
    places: ({ belts }) => belts.filter((belt) => family(belt) === 'multi-rib' && belt.ribs > 3).map(({ id }) => id),
    put: (draft, at, size) => {
      const belt = beltOf(draft, at)
      if (belt !== undefined) belt.ribs = Math.max(1, belt.ribs - Math.round(size))
      return { fewer: { [at]: Math.round(size) } }
    },
  },
  decoupler: {
    name: 'Alternator pulley clutch locked',
    unit: '',
    least: 1,
    most: 1,
    complains: [1, 1],
    places: (drive) =>
      turning(drive)
        .filter(({ clutch }) => clutch !== undefined)
        .map(({ id }) => id),
    put: (_, at) => ({ locked: [at] }),
  },
}

/** Faults that a drive can have, each with where it can have it. */
export function possibleFaults(
  drive: CheckedDrive,
): readonly { readonly kind: FaultKind; readonly places: readonly string[] }[] {
  return FAULT_KINDS.map((kind) => ({ kind, places: FAULTS[kind].places(drive) })).filter(
    ({ places }) => places.length > 0,
  )
}

/** Why a fault cannot be put into a drive, in a sentence; null where it can. */
export function faultRefusal(drive: CheckedDrive, { kind, at, size }: RunFault): string | null {
  const { name, least, most, unit, places } = FAULTS[kind]
  if (!(size >= least && size <= most))
    return `${name}: a size from ${least} to ${most}${unit === '' ? '' : ` ${unit}`}.`
  const possible = places(drive)
  if (possible.includes(at)) return null
  return possible.length === 0
    ? `${name}: this drive has nothing that could have it.`
    : `${name}: not at ${at}. It can be at ${possible.join(', ')}.`
}

/** A drive with faults put into it: its document as they leave it, and what no document can say. */
export function withFaults(
  drive: CheckedDrive,
  faults: readonly RunFault[],
): { readonly drive: CheckedDrive; readonly trouble: Trouble } {
  const draft = structuredClone(drive) as DriveDraft
  let trouble: Trouble = {}
  for (const { kind, at, size } of faults) trouble = joined(trouble, FAULTS[kind].put(draft, at, size))
  return { drive: draft as CheckedDrive, trouble }
}

/** Two troubles at once: shares multiply, everything else adds up. */
function joined(one: Trouble, other: Trouble): Trouble {
  const both: Record<string, unknown> = { ...one }
  for (const [key, value] of Object.entries(other)) {
    const before = both[key]
    if (Array.isArray(value))
      both[key] = [...((before as readonly string[] | undefined) ?? []), ...(value as readonly string[])]
    else both[key] = merged(before as Sizes | undefined, value as Sizes, SHARES.has(key))
  }
  return both
}

type Sizes = Readonly<Record<string, number>>
const SHARES: ReadonlySet<string> = new Set(['grip', 'spring', 'damping', 'frozen', 'setting'])

function merged(before: Sizes = {}, more: Sizes, multiply: boolean): Sizes {
  const all: Record<string, number> = { ...before }
  for (const [id, size] of Object.entries(more)) {
    const had = all[id]
    all[id] = had === undefined ? size : multiply ? had * size : had + size
  }
  return all
}
