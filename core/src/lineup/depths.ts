/** From a straightedge on the crank pulley to where every pulley’s belt line lies: docs/mechanics/line-up.md. */
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft, DriveEdit } from '../drive/edits.ts'
import type { LineUpReading } from '../drive/line-up-reading.ts'
import { beltLine } from '../path/clearance.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'

export interface DepthRead {
  readonly pulley: string
  /** Mean of its readings, and half of how far they lie apart; null without a reading. */
  readonly depth: Mm | null
  readonly scatter: Mm
  readonly readings: number
  /** mm further from the straightedge than the crank: positive lies toward the block. Null without a reading of both. */
  readonly offset: Mm | null
}

/** The pulleys of a belt that a straightedge can be held against, crank first, with what was read of them. */
export function depthsRead(drive: CheckedDrive | DriveDraft, beltId: string): readonly DepthRead[] {
  const route = drive.belts.find(({ id }) => id === beltId)?.route ?? []
  const crank = drive.shafts.find(({ kind }) => kind === 'crank')?.id
  const onCrank = (id: string) => drive.pulleys.find((each) => each.id === id)?.shaft === crank
  // A rib is read, so pulleys that the back runs on are not among them.
  const read = [...route]
    .toSorted((a, b) => Number(onCrank(b.pulley)) - Number(onCrank(a.pulley)))
    .filter(({ contact }) => contact === 'ribs')
    .flatMap(({ pulley: id }) => drive.pulleys.find((each) => each.id === id) ?? [])
    .filter(({ face }) => face !== 'smooth')
  const values = (id: string) => (drive.lineUp ?? []).filter(({ pulley }) => pulley === id).map(({ value }) => value)
  const mean = (of: readonly number[]) => (of.length === 0 ? null : of.reduce((sum, each) => sum + each, 0) / of.length)
  const reference = mean(values(read.find(({ id }) => onCrank(id))?.id ?? ''))
  return read.map(({ id }) => {
    const mine = values(id)
    const depth = mean(mine)
    return {
      pulley: id,
      depth,
      scatter: mine.length < 2 ? 0 : (Math.max(...mine) - Math.min(...mine)) / 2,
      readings: mine.length,
      offset: depth === null || reference === null ? null : depth - reference,
    }
  })
}

/** mm beyond which an offset is more likely a slip of the unit than a pulley: no accessory is pressed that far off (nominal). */
const UNLIKELY_OFFSET = 12

/** Why a depth is probably not what was meant, as a question; undefined where it may well be. */
export function depthQuestion(
  drive: CheckedDrive,
  beltId: string,
  pulley: string,
  depth: Mm,
  text: (mm: Mm) => string,
): string | undefined {
  const reads = depthsRead(drive, beltId)
  const [reference] = reads
  if (reference?.depth == null || reference.pulley === pulley) return undefined
  const offset = depth - reference.depth
  if (Math.abs(offset) <= UNLIKELY_OFFSET) return undefined
  return `That is ${text(Math.abs(offset))} ${offset > 0 ? 'behind' : 'in front of'} the crank, which has ${text(reference.depth)}: is the unit right?`
}

/** Keeps a depth, and puts every pulley that was read where its belt line says. */
export function takeDepth(beltId: string, reading: LineUpReading): DriveEdit {
  return (draft) => {
    draft.lineUp = [...(draft.lineUp ?? []), { ...reading }]
    placeByDepths(draft, beltId)
  }
}

/** Strikes the depths of one pulley out, to read it again. */
export function strikeDepths(beltId: string, pulley: string): DriveEdit {
  return (draft) => {
    if (draft.lineUp === undefined) return
    draft.lineUp = draft.lineUp.filter((reading) => reading.pulley !== pulley)
    placeByDepths(draft, beltId)
  }
}

function placeByDepths(draft: DriveDraft, beltId: string): void {
  const belt = draft.belts.find(({ id }) => id === beltId)
  const reads = depthsRead(draft, beltId)
  const line = (id: string): Mm | undefined => {
    const [pulley, entry] = [
      draft.pulleys.find((each) => each.id === id),
      belt?.route.find((each) => each.pulley === id),
    ]
    return pulley === undefined || entry === undefined || belt === undefined ? undefined : beltLine(belt, pulley, entry)
  }
  const reference = line(reads[0]?.pulley ?? '')
  if (reference === undefined) return
  for (const { pulley: id, offset } of reads) {
    const [pulley, now] = [draft.pulleys.find((each) => each.id === id), line(id)]
    if (pulley === undefined || now === undefined || offset === null || id === reads[0]?.pulley) continue
    // The whole face moves with its belt line.
    pulley.z = (pulley.z ?? 0) + reference - offset - now
  }
}

/** mm within which an offset is a whole number of rib pitches (nominal). */
const WHOLE_RIBS = 0.4

/** Grooves that a belt is likely off by on a pulley, positive where it runs too far back; 0 where it is not that. */
export function groovesOff(drive: CheckedDrive, beltId: string, { pulley: id, offset }: DepthRead): number {
  const belt = drive.belts.find((each) => each.id === beltId)
  const pulley = drive.pulleys.find((each) => each.id === id)
  if (belt === undefined || pulley === undefined || offset === null || pulley.tilt !== undefined) return 0
  const { pitch, family } = sectionFigures(belt.section)
  if (family === 'toothed') return 0
  const whole = Math.round(offset / pitch)
  return Math.abs(offset - whole * pitch) <= WHOLE_RIBS ? whole : 0
}
