/** The parts of a drive in the order in which one walks round it, with what is looked at on each: docs/mechanics/wear.md. */
import { isSprung, movedShaft, resizedPulley } from '../adjusters/kinds.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'
import type { Belt } from '../drive/belt.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { Pulley } from '../drive/pulley.ts'
import { onlyLeads, type Shaft } from '../drive/shaft.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { CheckId } from './checks.ts'

export const WEAR_PART_KINDS = ['belt', 'damper', 'pulley', 'tensioner', 'adjuster', 'bracket'] as const
export type WearPartKind = (typeof WEAR_PART_KINDS)[number]

export interface WearPart {
  /** Told apart within its drive, and the same from one inspection to the next. */
  readonly id: string
  readonly kind: WearPartKind
  readonly name: string
  /** The belt, pulley or adjuster of the document; the shaft, for a damper or a bracket. */
  readonly of: string
  /** The shaft it sits on; none for a belt. */
  readonly shaft: string | null
  readonly checks: readonly CheckId[]
  /** Those of its checks without which nothing can be said to be fine: the material decides which count on a belt. */
  readonly deciding: readonly CheckId[]
}

/** Belts, then what they run over in the order of their routes, then what takes them up, then what holds it all. */
export function wearParts(drive: CheckedDrive): readonly WearPart[] {
  const shafts = new Map(drive.shafts.map((shaft) => [shaft.id, shaft]))
  const pulleys = pulleysInOrder(drive)
  const met = new Set<string>()
  const around = pulleys.flatMap((pulley): WearPart[] => {
    const shaft = shafts.get(pulley.shaft)
    if (shaft === undefined) return []
    const first = !met.has(shaft.id)
    met.add(shaft.id)
    const several = pulleys.filter((other) => other.shaft === shaft.id)
    const name = several.length < 2 ? shaft.name : `${shaft.name}, pulley ${several.indexOf(pulley) + 1}`
    return [
      ...(shaft.kind === 'crank' && first
        ? [part('damper', `${shaft.name} damper`, shaft.id, shaft.id, ['damper'])]
        : []),
      pulleyPart(drive, { pulley, shaft, first, name }),
    ]
  })
  return [
    ...drive.belts.map(beltPart),
    ...around,
    ...drive.adjusters.flatMap((adjuster) => adjusterPart(drive, adjuster)),
    ...drive.shafts
      .filter(({ id, kind }) => met.has(id) && kind !== 'crank' && !onlyLeads(kind))
      .map(({ id, name }) => part('bracket', `${name} bracket`, id, id, ['bracket'])),
  ]
}

function part(
  kind: WearPartKind,
  name: string,
  of: string,
  shaft: string | null,
  checks: readonly CheckId[],
  deciding: readonly CheckId[] = checks,
): WearPart {
  return { id: `${kind}.${of}`, kind, name, of, shaft, checks, deciding }
}

/** EPDM hardly cracks: its depth decides. Neoprene shows its age in cracks. Of a belt nobody knows, both have to be read. */
function beltPart({ id, name, section, material = 'unknown' }: Belt): WearPart {
  const { family } = sectionFigures(section)
  const named = name === '' ? 'Belt' : name
  if (family === 'vee') return part('belt', named, id, null, ['cracks', 'damage', 'glaze', 'age'])
  if (family !== 'multi-rib') return part('belt', named, id, null, ['damage', 'glaze', 'age'])
  const rest = ['damage', 'glaze', 'age'] as const
  const checks = material === 'epdm' ? (['rib-depth', 'cracks'] as const) : (['cracks', 'rib-depth'] as const)
  return part(
    'belt',
    named,
    id,
    null,
    [...checks, ...rest],
    [...(material === 'unknown' ? checks : [checks[0]]), ...rest],
  )
}

function pulleysInOrder({ belts, pulleys }: CheckedDrive): readonly Pulley[] {
  const byId = new Map(pulleys.map((pulley) => [pulley.id, pulley]))
  const ids = new Set(belts.flatMap(({ route }) => route.map(({ pulley }) => pulley)))
  return [...ids].flatMap((id) => {
    const pulley = byId.get(id)
    return pulley === undefined ? [] : [pulley]
  })
}

interface Met {
  readonly pulley: Pulley
  readonly shaft: Shaft
  /** The first pulley of its shaft that is met. */
  readonly first: boolean
  readonly name: string
}

function pulleyPart(drive: CheckedDrive, { pulley, shaft, first, name }: Met): WearPart {
  const checks = pulleyChecks(drive, pulley, shaft, first)
  // A clutch is found in the pulleys of alternators that ribs drive; where nobody has said that there is one, its check decides nothing.
  if (!first || shaft.kind !== 'alternator' || pulley.face !== 'ribbed')
    return part('pulley', name, pulley.id, shaft.id, checks)
  const all = [...checks, 'clutch'] as const
  return part('pulley', name, pulley.id, shaft.id, all, shaft.clutch === undefined ? checks : all)
}

function pulleyChecks(drive: CheckedDrive, pulley: Pulley, { id, kind }: Shaft, first: boolean): readonly CheckId[] {
  const inGrooves = drive.belts.some(({ route }) =>
    route.some((entry) => entry.pulley === pulley.id && entry.contact === 'ribs'),
  )
  const sprung = drive.adjusters.some((adjuster) => isSprung(adjuster) && movedShaft(adjuster) === id)
  return [
    ...(pulley.face === 'smooth' ? [] : (['grooves'] as const)),
    ...(pulley.face === 'vee' && inGrooves ? (['ride'] as const) : []),
    // Looked at on the tensioner itself, where there is one.
    ...(pulley.face === 'smooth' && !sprung ? (['off-centre'] as const) : []),
    ...(kind === 'crank' || !first ? [] : (['bearing', 'rock'] as const)),
    'run-out',
  ]
}

function adjusterPart({ belts, shafts, pulleys }: CheckedDrive, adjuster: Adjuster): WearPart[] {
  const taken = belts.find((belt) => belt.adjuster === adjuster.id)
  if (taken === undefined) return []
  const shaftId = movedShaft(adjuster) ?? pulleys.find(({ id }) => id === resizedPulley(adjuster))?.shaft ?? null
  const shaft = shafts.find(({ id }) => id === shaftId)
  return isSprung(adjuster)
    ? [
        part('tensioner', `${shaft?.name ?? 'Tensioner'} arm`, adjuster.id, shaftId, [
          'pointer',
          'arm-travel',
          'off-centre',
        ]),
      ]
    : [part('adjuster', `Adjuster of ${taken.name || 'the belt'}`, adjuster.id, shaftId, ['travel'])]
}
