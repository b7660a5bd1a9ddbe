import type { CheckedDrive } from '../drive/drive.ts'
import type { Turn } from '../drive/engine.ts'
import { degrees, wrapPositive, type Point } from '../numerics/vectors.ts'
import { spansOf } from '../path/clearance.ts'
import { MIDDLE_TRAVEL, type Travels } from '../path/drive-parts.ts'
import type { AdjusterUnit } from '../adjusters/motion.ts'
import { settleDrive, type SettledAdjuster, type SettledBelt, type SettledDrive } from '../path/settle.ts'
import { turnOf } from '../path/turning.ts'
import { NOMINAL_RULES, type ShopRules } from '../rules/rules.ts'
import { statedMinusCord } from '../sections/families.ts'
import { shaftSpeeds, type ShaftSpeeds } from '../speeds/shaft-speeds.ts'
import type { Mm } from '../units/quantity.ts'
import { beltProblems, clashProblems, type Judging } from './belt-problems.ts'
import { wordingFor } from './part-names.ts'
import type { Problem } from './problem.ts'
import { beltSpeedProblems, fightProblems, shaftProblems } from './speed-problems.ts'

/** The solution of a drive document: docs/reference/drive-document.md. Lengths in mm, angles in degrees. */
export interface DriveSolution {
  readonly format: 'emery-solution'
  readonly version: 1
  readonly belts: readonly BeltSolution[]
  readonly shafts: readonly ShaftSolution[]
  readonly problems: readonly Problem[]
}

/** Every problem of a solution: the belts' first, then the shafts', then the drive's as a whole. */
export function allProblems({ belts, shafts, problems }: DriveSolution): readonly Problem[] {
  return [...belts.flatMap((belt) => belt.problems), ...shafts.flatMap((shaft) => shaft.problems), ...problems]
}

export interface BeltSolution {
  readonly id: string
  /** False when any problem of the belt is an error, and while there is no path to judge. */
  readonly ok: boolean
  readonly problems: readonly Problem[]
  readonly adjuster: AdjusterSolution | null
  /** Stated lengths the path wants released and fully taken up; null where there is no path. */
  readonly reach: { readonly shortest: number | null; readonly longest: number | null }
  /** Of the path as solved; at the middle of the travel when the adjuster's place is not known. Null without a path. */
  readonly cordLength: number | null
  readonly statedLength: number | null
  /** dL/du there, mm; null without an adjuster or a path. */
  readonly lengthPerU: number | null
  readonly spans: readonly SpanSolution[]
  readonly wraps: readonly WrapSolution[]
}

export interface AdjusterSolution {
  readonly id: string
  /** 0 released to 1 fully taken up; null when the belt's length is unknown or out of reach. */
  readonly u: number | null
  readonly value: number | null
  readonly unit: AdjusterUnit
  readonly wanted: SettledAdjuster['wanted']
}

export interface SpanSolution {
  readonly from: string
  readonly to: string
  readonly length: number
  readonly direction: number
  readonly start: Point
  readonly end: Point
}

export interface WrapSolution {
  readonly pulley: string
  readonly angle: number
  readonly cordRadius: number
  readonly turns: Turn
}

export interface ShaftSolution {
  readonly id: string
  readonly driven: boolean
  /** Null for a shaft that no belt reaches; ratio and rpm also while a diameter on the way is not known. */
  readonly turns: Turn | null
  readonly ratio: number | null
  readonly rpm: { readonly idle: number; readonly cruise: number; readonly max: number } | null
  readonly problems: readonly Problem[]
}

export interface DescribeOptions {
  /** How problems write lengths; millimetres when left out. */
  readonly lengthText?: (mm: Mm) => string
  /** What the workshop has set otherwise than nominal. */
  readonly rules?: ShopRules
}

export interface SolveOptions extends DescribeOptions {
  /** Adjusters to hold at a travel instead of where the belt's length puts them. */
  readonly held?: Travels
}

/** Solves a drive: paths, adjusters, turning directions and speeds, with everything that is wrong said in words. */
export function solveDrive(drive: CheckedDrive, { held, ...options }: SolveOptions = {}): DriveSolution {
  return describeSettled(settleDrive(drive, held), options)
}

/** The solution of a drive whose belts have been settled already. */
export function describeSettled(
  settled: SettledDrive,
  { lengthText, rules = NOMINAL_RULES }: DescribeOptions = {},
): DriveSolution {
  const words = wordingFor(settled.drive, lengthText)
  const judging = { words, rules }
  const speeds = shaftSpeeds(settled)
  return {
    format: 'emery-solution',
    version: 1,
    belts: settled.belts.map((belt) => beltSolution(settled, belt, speeds, judging)),
    shafts: settled.drive.shafts.map((shaft) => {
      const speed = speeds.reached.get(shaft.id)
      const { idleRpm, cruiseRpm, maxRpm } = settled.drive.engine
      return {
        id: shaft.id,
        driven: speed !== undefined,
        turns: speed?.turns ?? null,
        ratio: speed?.ratio ?? null,
        rpm:
          speed == null || speed.ratio === null
            ? null
            : { idle: speed.ratio * idleRpm, cruise: speed.ratio * cruiseRpm, max: speed.ratio * maxRpm },
        problems: shaftProblems(settled, shaft, speed, words),
      }
    }),
    problems: [...clashProblems(settled, words), ...fightProblems(settled, speeds, words)],
  }
}

function beltSolution(
  settled: SettledDrive,
  settledBelt: SettledBelt,
  speeds: ShaftSpeeds,
  judging: Judging,
): BeltSolution {
  const { belt, path, adjuster, pulleys, circles } = settledBelt
  const spans = spansOf(settledBelt)
  const problems = [
    ...beltProblems(settled, settledBelt, spans, judging),
    ...beltSpeedProblems(settled, settledBelt, speeds, judging),
  ]
  const statedLength = path.ok ? path.length + statedMinusCord(belt.section) : null
  return {
    id: belt.id,
    ok: path.ok && problems.every(({ severity }) => severity !== 'error'),
    problems,
    adjuster: adjuster === null ? null : adjusterSolution(adjuster),
    reach: {
      shortest: adjuster === null ? statedLength : (adjuster.lengthAt(0)?.length ?? null),
      longest: adjuster === null ? statedLength : (adjuster.lengthAt(1)?.length ?? null),
    },
    cordLength: path.ok ? path.length : null,
    statedLength,
    lengthPerU: adjuster?.lengthAt(adjuster.u ?? MIDDLE_TRAVEL)?.perU ?? null,
    spans: spans.map(({ from, to, start, end, length, direction }) => ({
      from: from.id,
      to: to.id,
      length,
      direction: wrapPositive(degrees(direction), 360),
      start,
      end,
    })),
    wraps: path.ok
      ? pulleys.map(({ id }, i) => ({
          pulley: id,
          angle: degrees(path.wraps[i] as number),
          cordRadius: circles[i]?.r ?? 0,
          turns: turnOf(circles[i]?.sigma ?? 1),
        }))
      : [],
  }
}

function adjusterSolution({ adjuster, motion, u, wanted }: SettledAdjuster): AdjusterSolution {
  return { id: adjuster.id, u, value: u === null ? null : motion.valueAt(u), unit: motion.unit, wanted }
}
