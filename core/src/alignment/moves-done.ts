/** Moves that were made, and what came of them: docs/mechanics/alignment.md. */
import type { DriveDraft, DriveEdit, Stamp } from '../drive/edits.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import type { Mm } from '../units/quantity.ts'
import { worseAngle } from './entry-angles.ts'
import { linesAfter, spanLines } from './fix-plan.ts'
import type { AlignmentMove } from './move-choices.ts'
import { isOutOfLine, linesRead, referenceOf } from './line-readings.ts'

/** Makes moves: what was moved stands where it should, its readings are deleted, and how it had been is kept to compare with. */
export function takeMoves(
  settled: SettledDrive,
  moves: readonly AlignmentMove[],
  { id, by, at }: Stamp & { readonly id: string },
): DriveEdit {
  const shafts = new Set(moves.map(({ shaft }) => shaft))
  const work: NonNullable<DriveDraft['alignmentWork']>[number] = {
    id,
    by,
    at,
    moves: moves.map((move) => ({ ...move })),
    was: lineOfEach(settled).filter(({ pulley }) =>
      settled.drive.pulleys.some((each) => each.id === pulley && shafts.has(each.shaft)),
    ),
    angles: worstOfEach(settled),
  }
  return (draft) => {
    for (const move of moves) makeMove(draft, move)
    // Where a hub stands that was pressed is to be read again.
    for (const shaft of draft.shafts)
      if (moves.some(({ kind, shaft: id }) => kind === 'press' && id === shaft.id)) delete shaft.hubStands
    const moved = new Set(draft.pulleys.filter(({ shaft }) => shafts.has(shaft)).map(({ id: pulley }) => pulley))
    if (draft.alignment !== undefined) draft.alignment = draft.alignment.filter(({ pulley }) => !moved.has(pulley))
    draft.alignmentWork = [...(draft.alignmentWork ?? []), work]
  }
}

function makeMove(draft: DriveDraft, move: AlignmentMove): void {
  if (move.kind === 'groove') {
    const entry = draft.belts.find(({ id }) => id === move.belt)?.route.find(({ pulley }) => pulley === move.pulley)
    if (entry !== undefined) entry.groove = move.groove
    return
  }
  for (const pulley of draft.pulleys.filter(({ shaft }) => shaft === move.shaft))
    if (move.kind === 'straighten') delete pulley.tilt
    else pulley.z = (pulley.z ?? 0) + move.by
}

/** Puts parts where a set of them would bring the belt’s line: in front of the engine’s plane, the reference’s staying where it is. */
export function takeBeltLines(
  settled: SettledDrive,
  beltId: string,
  lines: readonly { readonly shaft: string; readonly line: Mm }[],
): DriveEdit {
  const belt = settled.belts.find((each) => each.belt.id === beltId)
  const reference = settled.drive.pulleys.find(({ id }) => id === referenceOf(settled.drive, beltId))?.shaft
  const zero = lines.find(({ shaft }) => shaft === reference)?.line
  const standing = belt === undefined ? [] : linesAfter(belt, []).lines
  const now = new Map(belt?.pulleys.map(({ shaft }, i) => [shaft, standing[i] ?? 0]))
  return (draft) => {
    for (const { shaft, line } of lines) {
      const [here, there] = [now.get(shaft), now.get(reference ?? '')]
      if (zero === undefined || here === undefined || there === undefined) continue
      for (const pulley of draft.pulleys.filter((each) => each.shaft === shaft))
        pulley.z = (pulley.z ?? 0) + line - zero - (here - there)
    }
  }
}

export interface LineCompared {
  readonly at: string
  readonly by: string
  /** Belt lines in front of the reference’s, mm, before the work and now; `again`: how often it was read since. */
  readonly pulleys: readonly {
    readonly pulley: string
    readonly was: Mm
    /** Where the moves were to bring it. */
    readonly planned: Mm
    readonly is: Mm
    readonly again: number
    /** Whether it now stands in line, by what was read since; null until it is read again. */
    readonly inLine: boolean | null
  }[]
  /** Largest entry angles, degrees. */
  readonly angles: readonly { readonly belt: string; readonly was: number; readonly is: number }[]
}

/** What the newest work on the line has changed; null where there was none. */
export function lineCompared(settled: SettledDrive): LineCompared | null {
  const work = settled.drive.alignmentWork?.at(-1)
  if (work === undefined) return null
  const now = new Map(lineOfEach(settled).map(({ pulley, line }) => [pulley, line]))
  const reads = new Map(
    settled.drive.belts.flatMap(({ id }) => linesRead(settled.drive, id)).map((read) => [read.pulley, read]),
  )
  const shaftOf = new Map(settled.drive.pulleys.map(({ id, shaft }) => [id, shaft]))
  const movedBy = (pulley: string): Mm =>
    work.moves.reduce((sum, move) => {
      const isIts = move.kind === 'groove' ? move.pulley === pulley : move.shaft === shaftOf.get(pulley)
      return isIts && move.kind !== 'straighten' ? sum + move.by : sum
    }, 0)
  return {
    at: work.at,
    by: work.by,
    pulleys: work.was.flatMap(({ pulley, line: was }) => {
      const is = now.get(pulley)
      if (is === undefined) return []
      const read = reads.get(pulley)
      const inLine = (read?.offset ?? null) === null ? null : !isOutOfLine(is, read?.sigma ?? null)
      return [{ pulley, was, planned: was + movedBy(pulley), is, again: read?.readings ?? 0, inLine }]
    }),
    angles: worstOfEach(settled).flatMap(({ belt, worst: is }) => {
      const was = work.angles.find((each) => each.belt === belt)?.worst
      return was === undefined ? [] : [{ belt, was, is }]
    }),
  }
}

function lineOfEach({ drive, belts }: SettledDrive): { pulley: string; line: Mm }[] {
  const seen = new Set<string>()
  return belts.flatMap((belt) => {
    const { lines } = linesAfter(belt, [])
    const reference = lines[belt.pulleys.findIndex(({ id }) => id === referenceOf(drive, belt.belt.id))]
    return belt.pulleys.flatMap(({ id }, i) => {
      const line = lines[i]
      if (reference === undefined || line === undefined || seen.has(id)) return []
      seen.add(id)
      return [{ pulley: id, line: line - reference }]
    })
  })
}

function worstOfEach({ belts }: SettledDrive): { belt: string; worst: number }[] {
  return belts.filter(({ path }) => path.ok).map((belt) => ({ belt: belt.belt.id, worst: worstAngle(belt) }))
}

/** The largest entry angle of a belt, degrees. */
function worstAngle(belt: SettledBelt): number {
  return Math.max(...spanLines(belt).map(worseAngle))
}
