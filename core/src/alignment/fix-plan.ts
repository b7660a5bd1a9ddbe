/** The fewest moves that bring every belt of a drive into line: docs/mechanics/alignment.md. */
import type { Belt } from '../drive/belt.ts'
import { isSized, type Pulley } from '../drive/pulley.ts'
import { onlyLeads, type Shaft } from '../drive/shaft.ts'
import { radians } from '../numerics/vectors.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { groovesTaken } from '../sections/families.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import { minCost, type PairCost } from './min-cost.ts'
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
import { ENTRY_LIMITS } from './nominal.ts'

/** One thing to do; `by` in mm, positive away from the block. */
export type AlignmentMove =
  | { readonly kind: 'press' | 'shim' | 'spacer'; readonly shaft: string; readonly by: Mm }
  | {
      readonly kind: 'groove'
      readonly shaft: string
      readonly pulley: string
      readonly belt: string
      readonly groove: number
      readonly by: Mm
    }
  | { readonly kind: 'straighten'; readonly shaft: string; readonly by: Mm }

export interface FixPlan {
  readonly moves: readonly AlignmentMove[]
  /** What every span then is, at the worst. */
  readonly within: 'fine' | 'watch'
  /** Spans that stay beyond what is fine. */
  readonly stayOut: readonly { readonly belt: string; readonly from: string; readonly to: string }[]
}

/** mm between two places a pulley is pressed to: nobody presses finer. */
export const PRESS_STEP = 0.1

type Moves = NonNullable<Shaft['moves']>

export interface FixPlanOptions {
  /** What may be done to an accessory in grooves of which nobody has said so. */
  readonly unsaid?: Moves
}

/** What one shaft may be changed to, with all it takes. */
interface Choice {
  readonly moves: readonly AlignmentMove[]
  /** mm by which the belts’ line on this shaft comes forward; on one pulley only where another groove is used. */
  readonly shift: Mm
  readonly onlyPulley: string | null
  readonly straight: boolean
}

const AS_IT_IS: Choice = { moves: [], shift: 0, onlyPulley: null, straight: false }

/** Degrees by which a limit may be missed through rounding. */
const EVEN = 1e-12

/** A move more weighs heavier than any sum of ways. */
const PER_MOVE = 1e6

/**
 * The smallest set of moves, and among those the smallest sum of ways, that brings every span within what is fine, the crank fixed; if none does,
 * within watch, with the spans that stay out. Null where the moves that are allowed suffice for neither. Exact for ways in steps of PRESS_STEP.
 */
export function fixPlan(settled: SettledDrive, { unsaid = [] }: FixPlanOptions = {}): FixPlan | null {
  for (const within of ['fine', 'watch'] as const) {
    const moves = movesWithin(settled, within, unsaid)
    if (moves !== null) return { moves, within, stayOut: within === 'fine' ? [] : beyondFine(settled, moves) }
  }
  return null
}

function movesWithin(settled: SettledDrive, within: 'fine' | 'watch', unsaid: Moves): readonly AlignmentMove[] | null {
  const shafts = settled.drive.shafts.map((shaft) =>
    shaft.moves === undefined && isAccessoryInGrooves(settled, shaft) ? { ...shaft, moves: unsaid } : shaft,
  )
  const at = new Map(shafts.map(({ id }, i) => [id, i]))
  const choices = shafts.map((shaft) => choicesFor(settled, shaft))
  const own = choices.map((each) => each.map(costOf))
  const pairs = settled.belts.flatMap((belt) => {
    const limit = ENTRY_LIMITS[sectionFigures(belt.belt.section).family][within]
    return spanFrames(belt).flatMap((frame): PairCost[] => {
      const [a, b] = [endOf(belt, frame.from), endOf(belt, frame.to)]
      const [i, k] = [at.get(a?.pulley.shaft ?? ''), at.get(b?.pulley.shaft ?? '')]
      if (a === undefined || b === undefined || i === undefined || k === undefined) return []
      const [as, bs] = [choices[i] ?? [], choices[k] ?? []].map((each, end) =>
        each.map((choice) => moved(end === 0 ? a : b, choice)),
      )
      const within = (x: GroovePlane, y: GroovePlane) => countedAngle(frame, a.pulley, b.pulley, x, y) <= limit + EVEN
      return [
        {
          of: [i, k],
          cost: (x, y) => {
            const [first, second] = [as?.[x], bs?.[y]]
            return first !== undefined && second !== undefined && within(first, second) ? 0 : Infinity
          },
        },
      ]
    })
  })
  const chosen = minCost(own, pairs)
  return chosen === null ? null : chosen.flatMap((choice, i) => choices[i]?.[choice]?.moves ?? [])
}

/** Whether a belt’s ribs run on a part that does work: on a smooth face a belt finds its own place, and nobody presses that. */
function isAccessoryInGrooves({ drive }: SettledDrive, { id, kind }: Shaft): boolean {
  return !onlyLeads(kind) && drive.pulleys.some(({ shaft, face }) => shaft === id && face !== 'smooth')
}

function costOf({ moves }: Choice): number {
  return moves.reduce((sum, { by }) => sum + PER_MOVE + Math.abs(by), 0)
}

interface End {
  readonly pulley: Pulley
  readonly plane: GroovePlane
}

function endOf({ belt, pulleys }: SettledBelt, at: number): End | undefined {
  const [pulley, entry] = [pulleys[at], belt.route[at]]
  return pulley === undefined || entry === undefined ? undefined : { pulley, plane: groovePlane(belt, pulley, entry) }
}

function moved({ pulley, plane }: End, { shift, onlyPulley, straight }: Choice): GroovePlane {
  const by = onlyPulley === null || onlyPulley === pulley.id ? shift : 0
  return straight ? { z: plane.z + by, leanX: 0, leanY: 0 } : { ...plane, z: plane.z + by }
}

/** The worse angle of a span’s ends, as far as it counts there, degrees. */
function countedAngle(frame: SpanFrame, a: Pulley, b: Pulley, x: GroovePlane, y: GroovePlane): number {
  const { leaveAngle, enterAngle } = anglesOf(frame, x, y)
  return Math.max(angleShare(a) * Math.abs(leaveAngle), angleShare(b) * Math.abs(enterAngle))
}

/** Everything a shaft may be changed to, nothing first. */
function choicesFor(settled: SettledDrive, shaft: Shaft): readonly Choice[] {
  if (shaft.kind === 'crank') return [AS_IT_IS]
  const along = alongChoices(settled, shaft)
  const tilted = settled.drive.pulleys.filter(({ shaft: id, tilt }) => id === shaft.id && tilt !== undefined)
  if (tilted.length === 0 || shaft.moves?.some(({ kind }) => kind === 'straighten') !== true) return along
  // Straightening moves the rim: what a tilt is worth is how far it stands out there.
  const by = Math.max(
    ...tilted.map(
      (pulley) =>
        (Math.hypot(Math.tan(radians(pulley.tilt?.x ?? 0)), Math.tan(radians(pulley.tilt?.y ?? 0))) *
          (pulley.face !== 'toothed' && isSized(pulley) ? pulley.diameter : RIM_OF_UNKNOWN)) /
        2,
    ),
  )
  const straighten: AlignmentMove = { kind: 'straighten', shaft: shaft.id, by }
  return along.flatMap((choice) => [choice, { ...choice, straight: true, moves: [straighten, ...choice.moves] }])
}

/** mm, the diameter of a pulley whose own is not known, for weighing a tilt. */
const RIM_OF_UNKNOWN = 100

function alongChoices(settled: SettledDrive, { id: shaft, moves = [] }: Shaft): readonly Choice[] {
  const along = (kind: 'press' | 'shim' | 'spacer', by: Mm): Choice[] =>
    Math.abs(by) < SAME_PLACE ? [] : [{ ...AS_IT_IS, shift: by, moves: [{ kind, shaft, by }] }]
  return [
    AS_IT_IS,
    ...moves.flatMap((move): Choice[] => {
      switch (move.kind) {
        case 'press':
          return steps(move.min, move.max, PRESS_STEP).flatMap((by) => along('press', by))
        case 'shim':
          return steps(move.min, move.max, move.step).flatMap((by) => along('shim', by))
        case 'spacer':
          return move.thicknesses.flatMap((by) => along('spacer', by))
        case 'groove':
          return settled.belts.flatMap(({ belt }) => grooveChoices(settled, belt, shaft))
        case 'straighten':
          return []
      }
    }),
  ]
}

/** mm within which two places are one. */
const SAME_PLACE = 1e-9

/** Whole steps from nothing to either side. */
function steps(min: Mm, max: Mm, step: Mm): readonly Mm[] {
  const [first, last] = [Math.ceil(min / step - 1e-9), Math.floor(max / step + 1e-9)]
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step)
}

/** The other grooves that a belt may use on the pulleys of a shaft. */
function grooveChoices({ drive }: SettledDrive, belt: Belt, shaft: string): readonly Choice[] {
  return belt.route.flatMap(({ pulley: id, groove, contact }) => {
    const pulley = drive.pulleys.find((each) => each.id === id)
    if (pulley?.shaft !== shaft || contact !== 'ribs' || (pulley.face !== 'ribbed' && pulley.face !== 'vee')) return []
    const spare = pulley.grooves - groovesTaken(belt)
    const { pitch } = sectionFigures(pulley.section)
    const now = groove ?? spare / 2 + 1
    return Array.from({ length: Math.max(0, spare + 1) }, (_, i) => i + 1).flatMap((next): Choice[] => {
      const by = (now - next) * pitch
      if (Math.abs(by) < SAME_PLACE) return []
      const move: AlignmentMove = { kind: 'groove', shaft, pulley: id, belt: belt.id, groove: next, by }
      return [{ ...AS_IT_IS, shift: by, onlyPulley: id, moves: [move] }]
    })
  })
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

function beyondFine(settled: SettledDrive, moves: readonly AlignmentMove[]): FixPlan['stayOut'] {
  return settled.belts.flatMap((belt) =>
    linesAfter(belt, moves)
      .spans.filter(({ verdict }) => verdict === 'watch' || verdict === 'act')
      .map(({ from, to }) => ({ belt: belt.belt.id, from, to })),
  )
}
