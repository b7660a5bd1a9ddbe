/** From straightedge, laser or block to where every pulley’s belt line lies: docs/mechanics/alignment.md. */
import { LINE_SIGMA, OUT_MM, SQUARE_LASER, UNLIKELY_OFFSET } from './nominal.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft, DriveEdit } from '../drive/edits.ts'
import type { AlignmentReading, ReadWhile } from '../drive/alignment-reading.ts'
import { isSized, type Pulley } from '../drive/pulley.ts'
import { mean } from '../numerics/mean.ts'
import { degrees } from '../numerics/vectors.ts'
import { beltLine } from '../path/clearance.ts'
import type { Mm } from '../units/quantity.ts'

type AnyDrive = CheckedDrive | DriveDraft

/** Ways to read how far a pulley’s belt line lies along its shaft. */
export const LINE_WAYS = ['depth', 'laser', 'block'] as const
export type LineWay = (typeof LINE_WAYS)[number]

/** A reading along the shaft, as against one of how a face leans or where a belt runs on it. */
export type AlongReading = Extract<AlignmentReading, { how: LineWay }>

export interface LineOffset {
  /** mm behind the reference, toward the block: the mean of what was read. Null without a reading of both. */
  readonly offset: Mm | null
  /** What each reading comes to, mm behind the reference, in the order in which they were read. */
  readonly each: readonly Mm[]
  /** Half of how far the readings lie apart. */
  readonly scatter: Mm
  /** One standard deviation of the offset, mm, by the way it was read; null without one. */
  readonly sigma: Mm | null
  readonly readings: number
}

/** mm beyond which a pulley counts as out of line: what its reading tells apart sets it, and never less than OUT_MM. */
export function outBeyond(sigma: Mm | null): Mm {
  return Math.max(OUT_MM, 3 * (sigma ?? 0))
}

/** Whether a pulley that was read to stand off by that much counts as out of line. */
export function isOutOfLine(offset: Mm, sigma: Mm | null): boolean {
  return Math.abs(offset) > outBeyond(sigma) + ROUNDING
}

/** mm by which a limit may be missed through rounding. */
const ROUNDING = 1e-9

export interface LineRead extends LineOffset {
  readonly pulley: string
  /** The same while the engine revved, or under any load. */
  readonly revving: LineOffset
}

/**
 * The pulleys of a belt whose line can be read, the reference first, with what was read of them. The reference is the crank, or
 * the driving pulley of a belt that the crank does not touch.
 */
export function linesRead(drive: AnyDrive, beltId: string): readonly LineRead[] {
  const pulleys = readable(drive, beltId)
  const [reference] = pulleys
  return pulleys.map((pulley) => ({
    pulley,
    ...offsetWhile(drive, reference, pulley, 'standing'),
    revving: offsetWhile(drive, reference, pulley, 'revving'),
  }))
}

/** Mean of what one way has read of a pulley, as it is written into its fields; null where it has read nothing. */
export function wayRead(
  drive: AnyDrive,
  pulley: string,
  way: LineWay,
  during: ReadWhile,
): { readonly value: Mm; readonly near: Mm; readonly far: Mm } | null {
  const mine = readingsOf(drive, pulley, during).filter(({ how }) => how === way)
  if (mine.length === 0) return null
  const of = (pick: (reading: AlongReading) => Mm) => mean(mine.map(pick))
  return {
    value: of((reading) => (reading.how === 'laser' ? (reading.near + reading.far) / 2 : reading.value)),
    near: of((reading) => (reading.how === 'laser' ? reading.near : 0)),
    far: of((reading) => (reading.how === 'laser' ? reading.far : 0)),
  }
}

/** The pulley that a belt’s others are read against; undefined for a belt without a route. */
export function referenceOf(drive: AnyDrive, beltId: string): string | undefined {
  return readable(drive, beltId)[0]
}

// A rib is read, so pulleys that the back runs on are not among them.
function readable(drive: AnyDrive, beltId: string): readonly string[] {
  const route = drive.belts.find(({ id }) => id === beltId)?.route ?? []
  const crank = drive.shafts.find(({ kind }) => kind === 'crank')?.id
  const onCrank = (id: string) => drive.pulleys.find((each) => each.id === id)?.shaft === crank
  return [...route]
    .toSorted((a, b) => Number(onCrank(b.pulley)) - Number(onCrank(a.pulley)))
    .filter(({ contact }) => contact === 'ribs')
    .flatMap(({ pulley: id }) => drive.pulleys.find((each) => each.id === id) ?? [])
    .filter(({ face }) => face !== 'smooth')
    .map(({ id }) => id)
}

function readingsOf(drive: AnyDrive, pulley: string, during: ReadWhile): readonly AlongReading[] {
  return (drive.alignment ?? []).filter(
    (reading): reading is AlongReading =>
      reading.pulley === pulley && isAlong(reading) && (reading.while ?? 'standing') === during,
  )
}

function isAlong(reading: AlignmentReading): reading is AlongReading {
  return reading.how !== 'lean' && reading.how !== 'margin'
}

/** mm toward the block, from wherever this way counts. */
function depthOf(reading: AlongReading): Mm {
  switch (reading.how) {
    case 'depth':
      return reading.value
    case 'laser':
      return (reading.near + reading.far) / 2
    case 'block':
      return -reading.value
  }
}

/** Every way counts from a place of its own, so each is taken against its own reading of the reference. */
function offsetWhile(drive: AnyDrive, reference: string | undefined, pulley: string, during: ReadWhile): LineOffset {
  const mine = readingsOf(drive, pulley, during)
  const references = readingsOf(drive, reference ?? '', during)
  const depths = (of: readonly AlongReading[], way: LineWay) => of.filter(({ how }) => how === way).map(depthOf)
  const perWay = LINE_WAYS.map((way) => ({ way, mine: depths(mine, way), zero: depths(references, way) }))
  if (pulley === reference) {
    const each = perWay.flatMap(({ zero }) => zero.map((depth) => depth - mean(zero)))
    return {
      offset: mine.length === 0 ? null : 0,
      each,
      scatter: Math.max(...perWay.map(({ zero }) => halfRange(zero))),
      sigma: mine.length === 0 ? null : 0,
      readings: mine.length,
    }
  }
  const counted = perWay.filter(({ mine: depths, zero }) => depths.length > 0 && zero.length > 0)
  const offsets = counted.flatMap(({ mine: depths, zero }) => depths.map((depth) => depth - mean(zero)))
  const scatter = halfRange(offsets)
  // The best of the ways counts; readings that lie apart are no better than that.
  const ofWays = counted.map(({ way, mine: depths, zero }) =>
    Math.hypot(LINE_SIGMA[way] / Math.sqrt(depths.length), LINE_SIGMA[way] / Math.sqrt(zero.length)),
  )
  return {
    offset: offsets.length === 0 ? null : mean(offsets),
    each: offsets,
    scatter,
    sigma: ofWays.length === 0 ? null : Math.max(scatter, Math.min(...ofWays)),
    readings: mine.length,
  }
}

function halfRange(of: readonly number[]): number {
  return of.length < 2 ? 0 : (Math.max(...of) - Math.min(...of)) / 2
}

/** What a number becomes where its unit was another: thousandths for mm, inches for mm and the reverse, cm. */
const UNIT_SLIPS = [0.0254, 25.4, 1 / 25.4, 10] as const

export interface LineQuestion {
  readonly question: string
  /** The reading as it was probably meant; null where no other unit makes sense of it. */
  readonly meant: AlongReading | null
}

/** Why a reading is probably not what was meant, and what was; undefined where it may well be right. */
export function lineQuestion(
  drive: AnyDrive,
  beltId: string,
  reading: AlongReading,
  text: (mm: Mm) => string,
): LineQuestion | undefined {
  const pulleys = readable(drive, beltId)
  const during = reading.while ?? 'standing'
  const depths = (of: readonly string[]) =>
    of.flatMap((id) => readingsOf(drive, id, during).filter(({ how }) => how === reading.how)).map(depthOf)
  const isReference = reading.pulley === pulleys[0]
  // The reference is held against all others: that all of them lie far off is not likely either.
  const against = depths(isReference ? pulleys.slice(1) : pulleys.slice(0, 1))
  if (against.length === 0) return undefined
  const offset = depthOf(reading) - mean(against)
  if (Math.abs(offset) <= UNLIKELY_OFFSET) return undefined
  const meant = UNIT_SLIPS.map((slip) => scaled(reading, slip)).find(
    (each) => Math.abs(depthOf(each) - mean(against)) <= UNLIKELY_OFFSET,
  )
  const where = offset > 0 ? 'behind' : 'in front of'
  return {
    question: `That is ${text(Math.abs(offset))} ${where} ${isReference ? 'all the others' : `the reference, which has ${text(Math.abs(mean(against)))}`}. Is the unit right?`,
    meant: meant ?? null,
  }
}

function scaled(reading: AlongReading, by: number): AlongReading {
  return reading.how === 'laser'
    ? { ...reading, near: reading.near * by, far: reading.far * by }
    : { ...reading, value: reading.value * by }
}

/** Whether the laser stands askew on the reference: then every other mark is wrong. */
export function isLaserAskew(drive: AnyDrive, reading: AlignmentReading, beltId: string): boolean {
  return (
    reading.how === 'laser' &&
    reading.pulley === referenceOf(drive, beltId) &&
    Math.abs(reading.near - reading.far) > SQUARE_LASER
  )
}

/** Keeps a reading, and puts every pulley that was read where its belt line says, leaning as it was read to. */
export function takeLine(beltId: string, reading: AlignmentReading): DriveEdit {
  return (draft) => {
    draft.alignment = [...(draft.alignment ?? []), { ...reading }]
    placeByReadings(draft, beltId)
  }
}

/** Keeps a reading in the place of what was read of that pulley in the same way, the engine standing or revving as now. */
export function retakeLine(beltId: string, reading: AlignmentReading): DriveEdit {
  const during = (of: AlignmentReading) => (isAlong(of) ? (of.while ?? 'standing') : null)
  return (draft) => {
    draft.alignment = (draft.alignment ?? []).filter(
      (each) => each.pulley !== reading.pulley || each.how !== reading.how || during(each) !== during(reading),
    )
    takeLine(beltId, reading)(draft)
  }
}

/** Deletes what was read of one pulley, or what was read along its shaft while the engine stood or revved, to read it again. */
export function strikeLines(beltId: string, pulley: string, during?: ReadWhile): DriveEdit {
  return (draft) => {
    if (draft.alignment === undefined) return
    draft.alignment = draft.alignment.filter(
      (reading) =>
        reading.pulley !== pulley ||
        (during !== undefined && !(isAlong(reading) && (reading.while ?? 'standing') === during)),
    )
    placeByReadings(draft, beltId)
  }
}

function placeByReadings(draft: DriveDraft, beltId: string): void {
  const belt = draft.belts.find(({ id }) => id === beltId)
  if (belt === undefined) return
  for (const { pulley: id } of belt.route) {
    const pulley = draft.pulleys.find((each) => each.id === id)
    const tilt = pulley === undefined ? null : tiltRead(draft, beltId, pulley)
    if (pulley === undefined || tilt === null) continue
    if (tilt.x === 0 && tilt.y === 0) delete pulley.tilt
    else pulley.tilt = tilt
  }
  const line = (id: string): Mm | undefined => {
    const pulley = draft.pulleys.find((each) => each.id === id)
    const entry = belt.route.find((each) => each.pulley === id)
    return pulley === undefined || entry === undefined ? undefined : beltLine(belt, pulley, entry)
  }
  const [first, ...others] = linesRead(draft, beltId)
  const reference = line(first?.pulley ?? '')
  if (reference === undefined) return
  const datum = draft.pulleys.find(({ id }) => id === first?.pulley)
  // What is read against it makes it the one that all others stand from.
  if (datum !== undefined && others.some(({ offset }) => offset !== null)) datum.z ??= 0
  for (const { pulley: id, offset } of others) {
    const [pulley, now] = [draft.pulleys.find((each) => each.id === id), line(id)]
    if (pulley === undefined || now === undefined || offset === null) continue
    // The whole face moves with its belt line.
    pulley.z = (pulley.z ?? 0) + reference - offset - now
  }
}

/** Degrees a face leans, from left and right, top and bottom; along the line to the reference from a laser. Null where nothing was read. */
export function tiltRead(
  drive: AnyDrive,
  beltId: string,
  pulley: Pulley,
): { readonly x: number; readonly y: number } | null {
  const mine = (drive.alignment ?? []).filter((reading) => reading.pulley === pulley.id)
  const slopes = (across: 'sides' | 'height') =>
    mine.flatMap((reading) => {
      if (reading.how !== 'lean' || reading.across !== across) return []
      const { first, second, apart } = reading
      // Deeper lies toward the block; x runs to the right, y upward.
      return [(across === 'sides' ? first - second : second - first) / apart]
    })
  const [sides, height] = [slopes('sides'), slopes('height')]
  if (sides.length > 0 || height.length > 0) {
    const slope = (read: readonly number[], before: number | undefined) =>
      read.length === 0 ? (before ?? 0) : degrees(Math.atan(mean(read)))
    return { x: slope(sides, pulley.tilt?.x), y: slope(height, pulley.tilt?.y) }
  }
  return tiltByLaser(drive, beltId, pulley, mine)
}

/** A laser sees only the lean along the line from the reference: near and far rim, a diameter apart. */
function tiltByLaser(
  drive: AnyDrive,
  beltId: string,
  pulley: Pulley,
  mine: readonly AlignmentReading[],
): { readonly x: number; readonly y: number } | null {
  const marks = mine.flatMap((reading) =>
    reading.how === 'laser' && reading.while !== 'revving' ? [reading.far - reading.near] : [],
  )
  const reference = drive.pulleys.find(({ id }) => id === referenceOf(drive, beltId))
  if (marks.length === 0 || reference === undefined || reference.id === pulley.id) return null
  const [from, to] = [reference.shaft, pulley.shaft].map((id) => drive.shafts.find((shaft) => shaft.id === id))
  const across = pulley.face !== 'toothed' && isSized(pulley) ? pulley.diameter : null
  if (from?.x == null || from.y === null || to?.x == null || to.y === null || across === null) return null
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const distance = Math.hypot(dx, dy)
  if (distance === 0) return null
  const lean = -mean(marks) / across
  return { x: degrees(Math.atan((lean * dx) / distance)), y: degrees(Math.atan((lean * dy) / distance)) }
}
