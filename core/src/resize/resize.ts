/** Pulleys of other sizes: docs/mechanics/other-pulleys.md. */
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft, DriveEdit, Stamp } from '../drive/edits.ts'
import { isSized, type Pulley } from '../drive/pulley.ts'
import type { Reading } from '../drive/reading.ts'
import { TURN_RAD } from '../numerics/vectors.ts'
import { mustRule, ruleKey, type ShopRules } from '../rules/rules.ts'
import { sectionFigures } from '../sections/sections.ts'
import { MM_PER_INCH } from '../units/quantity.ts'

/** A pulley's size: mm across where its diameter was read, or teeth. */
export interface PulleySize {
  readonly pulley: string
  readonly size: number
}

/** Steps in which pulleys are to be had: whole millimetres, or sixteenths of an inch. */
export const SIZE_STEPS = ['mm', 'sixteenth'] as const
export type SizeStep = (typeof SIZE_STEPS)[number]

/** How far apart two sizes next to each other are: mm, or one tooth. */
export function stepOf(pulley: Pulley, step: SizeStep): number {
  if (pulley.face === 'toothed') return 1
  return step === 'mm' ? 1 : MM_PER_INCH / 16
}

/** The size as it is now; null while it is not measured. */
export function sizeOf(pulley: Pulley): number | null {
  return pulley.face === 'toothed' ? pulley.teeth : pulley.diameter
}

/** mm of cord radius for one of size: half a millimetre of diameter, or `pitch / 2π` a tooth. */
export function radiusPerSize(pulley: Pulley): number {
  return pulley.face === 'toothed' ? sectionFigures(pulley.section).pitch / TURN_RAD : 0.5
}

/** The smallest size a pulley may have in this workshop, and the largest the document takes. */
export function sizeLimits(pulley: Pulley, rules: ShopRules): { readonly min: number; readonly max: number } {
  if (pulley.face === 'smooth') return { min: mustRule(rules, ruleKey.minSmooth), max: 2000 }
  const least = mustRule(rules, ruleKey.minSize(pulley.section))
  return { min: least, max: pulley.face === 'toothed' ? 400 : 2000 }
}

/** Sizes between two, both included where they fall on a step. */
export function sizesBetween(pulley: Pulley, step: SizeStep, from: number, to: number): readonly number[] {
  const each = stepOf(pulley, step)
  const first = Math.ceil(from / each - STEP_SLACK)
  const last = Math.floor(to / each + STEP_SLACK)
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * each)
}

/** Share of a step by which a bound may miss a size for rounding alone. */
const STEP_SLACK = 1e-9

/** The drive with pulleys of other sizes and nothing else changed: for trying, not for keeping. */
export function withSizes(drive: CheckedDrive, sizes: readonly PulleySize[]): CheckedDrive {
  const wanted = new Map(sizes.map(({ pulley, size }) => [pulley, size]))
  return {
    ...drive,
    pulleys: drive.pulleys.map((pulley) => {
      const size = wanted.get(pulley.id)
      if (size === undefined) return pulley
      return pulley.face === 'toothed' ? { ...pulley, teeth: size } : { ...pulley, diameter: size }
    }),
  }
}

/** Belts that run on any of some pulleys, by id. */
export function beltsOn(drive: CheckedDrive, pulleys: readonly string[]): readonly string[] {
  return drive.belts.filter(({ route }) => route.some(({ pulley }) => pulleys.includes(pulley))).map(({ id }) => id)
}

/** A size to be put on, with the name of the reading that keeps it. */
export interface PulleyFitted extends PulleySize {
  readonly reading: string
}

/** Belts by id and the stated length each is to have; null for one not chosen yet. */
export type BeltLengths = readonly { readonly belt: string; readonly length: number | null }[]

/**
 * Puts other pulleys on, and the belts chosen for them. What was read of the lengths of belts on those pulleys no longer
 * speaks of this drive: it is kept, but left out.
 */
export function fitPulleys(fitted: readonly PulleyFitted[], belts: BeltLengths, stamp: Stamp): DriveEdit {
  return (draft) => {
    for (const each of fitted) fitPulley(draft, each, stamp)
    const pulleys = fitted.map(({ pulley }) => pulley)
    const touched = new Set(
      draft.belts.filter(({ route }) => route.some(({ pulley }) => pulleys.includes(pulley))).map(({ id }) => id),
    )
    for (const reading of draft.lengths ?? []) if (touched.has(reading.belt)) reading.leftOut = true
    for (const { belt, length } of belts) {
      const chosen = draft.belts.find(({ id }) => id === belt)
      if (chosen !== undefined) chosen.length = length
    }
  }
}

function fitPulley(draft: DriveDraft, { pulley: id, size, reading }: PulleyFitted, stamp: Stamp): void {
  const pulley = draft.pulleys.find((each) => each.id === id)
  if (pulley === undefined || sizeOf(pulley) === size) return
  const taken = { id: reading, pulley: id, value: size, written: '', ...stamp }
  const how = pulley.face === 'toothed' ? 'teeth' : pulley.diameterAt
  // Kept as a reading, so that whoever measures next sees what the pulley was bought as.
  draft.readings = [...(draft.readings ?? []), { ...taken, how } satisfies Reading]
  if (pulley.face === 'toothed') pulley.teeth = size
  else pulley.diameter = size
}

/** Pulleys whose size is known and could be another: those a belt meets. */
export function changeable(drive: CheckedDrive): readonly Pulley[] {
  const met = new Set(drive.belts.flatMap(({ route }) => route.map(({ pulley }) => pulley)))
  return drive.pulleys.filter((pulley) => isSized(pulley) && met.has(pulley.id))
}
