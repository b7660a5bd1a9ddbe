/** What is out of line on a drive, and the fewest moves that bring it to the crank's line: docs/mechanics/alignment.md. */
import type { Pulley } from '../drive/pulley.ts'
import { onlyLeads, type Shaft } from '../drive/shaft.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import { DriveLines, type Stands } from './drive-lines.ts'
import {
  anglesOf,
  angleShare,
  groovePlane,
  spanFrames,
  isLineKnown,
  verdictOfAngles,
  type GroovePlane,
  type SpanFrame,
  type SpanLine,
} from './entry-angles.ts'
import { AS_IT_IS, choicesFor, moved, type AlignmentMove, type Choice, type End, type Moves } from './move-choices.ts'
import { firstOfAll, type FirstOf } from './signs.ts'

/** A part that stands out of line, or leans. */
export interface PartOut {
  readonly shaft: string
  /** mm from the line the crank sets, positive away from the block: of its pulley that is farthest off. */
  readonly offset: Mm
  /** Degrees that its face leans, 0 where it does not. */
  readonly tilt: number
}

export interface FixPlan {
  /** What has to be found out before parts are moved: those parts are out or not, but get no move. */
  readonly first: readonly FirstOf[]
  /** The parts that are out, whatever the verdicts of their spans. */
  readonly out: readonly PartOut[]
  readonly moves: readonly AlignmentMove[]
  /** What every span then is, at the worst. */
  readonly within: 'fine' | 'watch' | 'act'
  /** Spans that stay beyond what is fine. */
  readonly stayOut: readonly { readonly belt: string; readonly from: string; readonly to: string }[]
  /** Parts that are out and that nothing which is allowed brings in. */
  readonly unmoved: readonly string[]
}

export interface FixPlanOptions {
  /** What may be done to an accessory in grooves of which nobody has said so. */
  readonly unsaid?: (shaft: Shaft) => Moves
  /** Signs that somebody has answered, by signKey; left out where nobody can be asked. */
  readonly answered?: readonly string[]
}

/**
 * The plan for a drive, the crank as datum. A part is out where it stands further from the line than its reading forgives (`outBeyond`), or leans by more than a span runs quietly at; where none is and a span is not fine all the same, the part of that span which stands farther off. Each part that is
 * out gets the move that brings it in, with as few moves as there can be and as little left over; a part that reads true is never moved. Belts
 * that the crank does not drive take their line from the shaft that drives them, as it will stand.
 */
export function fixPlan(settled: SettledDrive, { unsaid = () => [], answered }: FixPlanOptions = {}): FixPlan {
  const first = firstOfAll(settled.drive, answered)
  const held = new Set(first.map(({ shaft }) => shaft))
  const lines = new DriveLines(settled)
  const said = (shaft: Shaft): Shaft =>
    shaft.moves === undefined && isAccessoryInGrooves(settled, shaft) ? { ...shaft, moves: unsaid(shaft) } : shaft
  const planned = planFor(lines, { said, first, held, counts: isOut })
  if (planned.out.length > 0 || planned.within === 'fine') return planned
  // Nothing is out by itself, yet a short span runs at an angle.
  const suspects = new Set(suspectsOf(lines, planned.stayOut))
  return planFor(lines, { said, first, held, counts: (stands) => suspects.has(stands.shaft) })
}

/** mm that counts against a part: how far it stands out, or leans at its rim. */
function worst({ offsets, rim }: Stands): Mm {
  return Math.max(rim, ...offsets.map(({ offset }) => Math.abs(offset)))
}

/** A part that stands off the line, or leans by more than a span runs quietly at. */
function isOut({ offsets, tilt, mayLean }: Stands): boolean {
  return offsets.some(({ offset, within }) => Math.abs(offset) > within + EVEN) || tilt > mayLean + EVEN
}

/** mm, or degrees, by which a limit may be missed through rounding. */
const EVEN = 1e-9

interface Planned {
  readonly said: (shaft: Shaft) => Shaft
  readonly first: FixPlan['first']
  /** Shafts that are not moved before something has been found out. */
  readonly held: ReadonlySet<string>
  readonly counts: (stands: Stands) => boolean
}

function planFor(lines: DriveLines, { said, first, held, counts }: Planned): FixPlan {
  const { settled } = lines
  const out: PartOut[] = []
  const moves: AlignmentMove[] = []
  const unmoved: string[] = []
  const shifted = new Map<string, Choice>()
  for (const shaft of lines.outward()) {
    const stands = lines.standsOf(shaft, AS_IT_IS, shifted)
    if (stands === null || !counts(stands)) continue
    const farthest = stands.offsets.reduce((far, { offset }) => (Math.abs(offset) > Math.abs(far) ? offset : far), 0)
    out.push({ shaft: shaft.id, offset: farthest, tilt: stands.tilt })
    if (held.has(shaft.id)) continue
    const best = bestChoice(choicesFor(settled, said(shaft)), (choice) => lines.standsOf(shaft, choice, shifted))
    if (best.moves.length === 0) unmoved.push(shaft.id)
    shifted.set(shaft.id, best)
    moves.push(...best.moves)
  }
  const spans = settled.belts.flatMap((belt) =>
    linesAfter(belt, moves).spans.map(({ from, to, verdict }) => ({ belt: belt.belt.id, from, to, verdict })),
  )
  const stayOut = spans
    .filter(({ verdict }) => verdict === 'watch' || verdict === 'act')
    .map(({ belt, from, to }) => ({ belt, from, to }))
  const within = spans.some(({ verdict }) => verdict === 'act') ? 'act' : stayOut.length > 0 ? 'watch' : 'fine'
  return { first, out, moves, within, stayOut, unmoved }
}

/**
 * Of everything a part may be changed to: what brings it in comes before what does not; then as few moves as possible; a belt in another groove before
 * anything is pressed; then what leaves least; then the shortest way.
 */
function bestChoice(choices: readonly Choice[], standsWith: (choice: Choice) => Stands | null): Choice {
  const ranked = choices.flatMap((choice) => {
    const stands = standsWith(choice)
    if (stands === null) return []
    // What it stands off and what it leans are left both: one does not hide the other.
    const left = stands.rim + Math.max(0, ...stands.offsets.map(({ offset }) => Math.abs(offset)))
    const inLine = !isOut(stands)
    const groove = choice.moves.some(({ kind }) => kind === 'groove')
    return [
      {
        choice,
        rank: [
          inLine ? 0 : 1,
          // What does not bring it in is still worth doing where it comes nearer; then what is left counts before the number of moves.
          inLine ? choice.moves.length : left,
          inLine && groove ? 0 : 1,
          left,
          choice.moves.reduce((sum, { by }) => sum + Math.abs(by), 0),
        ],
      },
    ]
  })
  return ranked.toSorted((a, b) => lexical(a.rank, b.rank))[0]?.choice ?? AS_IT_IS
}

/** mm, or moves, within which two ranks are one. */
const SAME_RANK = 1e-6

function lexical(a: readonly number[], b: readonly number[]): number {
  for (const [i, each] of a.entries()) {
    const apart = each - (b[i] ?? 0)
    if (Math.abs(apart) > SAME_RANK) return apart
  }
  return 0
}

/** The parts of spans that are not fine although nothing is out: of each, the end that stands farther from the line. */
function suspectsOf(lines: DriveLines, spans: FixPlan['stayOut']): string[] {
  const shafts = new Map(lines.settled.drive.pulleys.map(({ id, shaft }) => [id, shaft]))
  return spans.flatMap(({ from, to }) => {
    const ends = [from, to].flatMap((pulley) => {
      const shaft = lines.settled.drive.shafts.find(({ id }) => id === shafts.get(pulley))
      const stands = shaft === undefined ? null : lines.standsOf(shaft, AS_IT_IS, new Map())
      return stands === null ? [] : [stands]
    })
    const farthest = ends.reduce<Stands | null>(
      (far, each) => (far === null || worst(each) > worst(far) ? each : far),
      null,
    )
    return farthest === null ? [] : [farthest.shaft]
  })
}

/** Whether a belt’s ribs run on a part that does work: on a smooth face a belt finds its own place, and nobody presses that. */
function isAccessoryInGrooves({ drive }: SettledDrive, { id, kind }: Shaft): boolean {
  return !onlyLeads(kind) && drive.pulleys.some(({ shaft, face }) => shaft === id && face !== 'smooth')
}

/** The worse angle of a span’s ends, as far as it counts there, degrees. */
function countedAngle(frame: SpanFrame, a: Pulley, b: Pulley, x: GroovePlane, y: GroovePlane): number {
  const { leaveAngle, enterAngle } = anglesOf(frame, x, y)
  return Math.max(angleShare(a) * Math.abs(leaveAngle), angleShare(b) * Math.abs(enterAngle))
}

/** A belt as it lies, or would lie after some moves: its line on every pulley in route order, and every span. */
export interface LinesOfBelt {
  readonly lines: readonly Mm[]
  readonly spans: readonly SpanLine[]
}

export function linesAfter(belt: SettledBelt, moves: readonly AlignmentMove[]): LinesOfBelt {
  const { family } = sectionFigures(belt.belt.section)
  const ends = belt.pulleys.map((pulley, i): End => {
    const entry = belt.belt.route[i] ?? { pulley: pulley.id, contact: 'ribs' }
    const end = { pulley, plane: groovePlane(belt.belt, pulley, entry) }
    return { pulley, plane: moved(end, choiceOf(moves, pulley.shaft)) }
  })
  return {
    lines: ends.map(({ plane }) => plane.z),
    spans: spanFrames(belt).flatMap((frame): SpanLine[] => {
      const [a, b] = [ends[frame.from], ends[frame.to]]
      if (a === undefined || b === undefined) return []
      const angles = anglesOf(frame, a.plane, b.plane)
      const known = isLineKnown(a.pulley) && isLineKnown(b.pulley)
      const counted = countedAngle(frame, a.pulley, b.pulley, a.plane, b.plane)
      const verdict = known ? verdictOfAngles(family, counted) : 'unknown'
      return [{ from: a.pulley.id, to: b.pulley.id, length: frame.length, ...angles, verdict }]
    }),
  }
}

/** The alignment of one belt, span by span in route order; empty where it has no path. */
export function spanLines(belt: SettledBelt): readonly SpanLine[] {
  return linesAfter(belt, []).spans
}

/** What was chosen for a shaft, from the moves it takes. */
function choiceOf(moves: readonly AlignmentMove[], shaft: string): Choice {
  const mine = moves.filter((move) => move.shaft === shaft)
  const along = mine.find(({ kind }) => kind !== 'straighten')
  return {
    moves: mine,
    shift: along?.by ?? 0,
    onlyPulley: along?.kind === 'groove' ? along.pulley : null,
    straight: mine.some(({ kind }) => kind === 'straighten'),
  }
}
