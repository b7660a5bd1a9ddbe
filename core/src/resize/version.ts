/** What becomes of a drive with pulleys of other sizes: docs/mechanics/other-pulleys.md. */
import type { CheckedDrive } from '../drive/drive.ts'
import { onlyLeads } from '../drive/shaft.ts'
import { degrees } from '../numerics/vectors.ts'
import { chooseBelt, fitOf } from '../length/belt-choice.ts'
import { FIT_RANK, type Fit } from '../length/verdict.ts'
import { lengthAnswer } from '../length/length-answer.ts'
import { settleDrive, type SettledBelt, type SettledDrive } from '../path/settle.ts'
import { NOMINAL_RULES, type ShopRules } from '../rules/rules.ts'
import type { Problem } from '../solution/problem.ts'
import { describeSettled } from '../solution/solve-drive.ts'
import { judgeSpeeds, type SpeedJudgement } from '../speeds/judge-speeds.ts'
import type { Mm } from '../units/quantity.ts'
import { beltsOn, sizeOf, withSizes, type PulleySize } from './resize.ts'

/** A pulley that is another size in a version. */
export interface SizeChange extends PulleySize {
  readonly from: number
}

/** What a version does to one belt. */
export interface BeltAfter {
  readonly belt: string
  /** Stated length of the belt on the engine; null where it is not known. */
  readonly before: Mm | null
  /** Of the belt to run there: the same one where it still fits, else the size that fits best; null where none does. */
  readonly length: Mm | null
  /** Whether the belt on the engine stays. */
  readonly stays: boolean
  readonly fit: Fit | null
  /** Least wrap on any driven pulley of this belt, degrees; null without a path. */
  readonly leastWrap: { readonly pulley: string; readonly angle: number } | null
}

export interface DriveVersion {
  readonly sizes: readonly SizeChange[]
  /** Settled with the belts chosen for it. */
  readonly settled: SettledDrive
  readonly shafts: readonly SpeedJudgement[]
  /** Every belt that runs on a changed pulley; all of them where nothing is changed. */
  readonly belts: readonly BeltAfter[]
  /** What is wrong that was not wrong before, in words; errors first. */
  readonly troubles: readonly Problem[]
  /** False where an error stands in the way: it cannot be built. */
  readonly goes: boolean
}

export interface VersionOptions {
  readonly rules?: ShopRules
  readonly lengthText?: (mm: Mm) => string
}

/** A drive as it would be with pulleys of other sizes, and the belts it would then need. */
export function driveVersion(
  before: SettledDrive,
  sizes: readonly PulleySize[],
  { rules = NOMINAL_RULES, lengthText }: VersionOptions = {},
): DriveVersion {
  const changes = sizes.flatMap(({ pulley, size }): SizeChange[] => {
    const was = before.drive.pulleys.find(({ id }) => id === pulley)
    const from = was === undefined ? null : sizeOf(was)
    return from === null || from === size ? [] : [{ pulley, size, from }]
  })
  const touched = beltsOn(
    before.drive,
    changes.length === 0 ? before.drive.pulleys.map(({ id }) => id) : changes.map(({ pulley }) => pulley),
  )
  const resized = settleDrive(forgetLengths(withSizes(before.drive, changes), changes.length === 0 ? [] : touched))
  const chosen = touched.map((id) => beltAfter(resized, id, changes.length === 0))
  const drive = withLengths(resized.drive, chosen)
  const settled = settleDrive(drive)
  const belts = chosen.map((after): BeltAfter => ({ ...after, leastWrap: minWrapOf(settled, after.belt) }))
  const troubles = newProblems(before, settled, { rules, lengthText })
  return {
    sizes: changes,
    settled,
    shafts: judgeSpeeds(settled, rules),
    belts,
    troubles,
    goes: troubles.every(({ severity }) => severity !== 'error'),
  }
}

/** Length readings of belts on changed pulleys were taken round the old ones. */
function forgetLengths(drive: CheckedDrive, belts: readonly string[]): CheckedDrive {
  const { lengths } = drive
  if (lengths === undefined) return drive
  return {
    ...drive,
    lengths: lengths.map((reading) => (belts.includes(reading.belt) ? { ...reading, leftOut: true } : reading)),
  }
}

function withLengths(drive: CheckedDrive, chosen: readonly Omit<BeltAfter, 'leastWrap'>[]): CheckedDrive {
  const lengths = new Map(chosen.map(({ belt, length }) => [belt, length]))
  return {
    ...drive,
    belts: drive.belts.map((belt) => ({ ...belt, length: lengths.get(belt.id) ?? belt.length })),
  }
}

/** The belt that is on stays where it fits, and where nothing is changed whatever it does. */
function beltAfter(resized: SettledDrive, id: string, unchanged: boolean): Omit<BeltAfter, 'leastWrap'> {
  const settled = resized.belts.find(({ belt }) => belt.id === id) as SettledBelt
  const before = settled.belt.length
  const answer = lengthAnswer(resized, settled)
  const asIs = before === null ? null : fitOf(answer, settled, before)
  if (unchanged || (asIs !== null && FIT_RANK[asIs.verdict] <= FIT_RANK['good, short life']))
    return { belt: id, before, length: before, stays: true, fit: asIs }
  const fit = chooseBelt(answer, settled)
  return { belt: id, before, length: fit?.length ?? null, stays: fit !== null && fit.length === before, fit }
}

function minWrapOf({ drive, belts }: SettledDrive, id: string): BeltAfter['leastWrap'] {
  const belt = belts.find((each) => each.belt.id === id)
  if (belt === undefined || !belt.path.ok) return null
  const { wraps } = belt.path
  const kindOf = (shaft: string) => drive.shafts.find((each) => each.id === shaft)?.kind ?? 'other'
  return (
    belt.pulleys
      .map(({ id: pulley, shaft }, i) => ({ pulley, shaft, angle: degrees(wraps[i] ?? 0) }))
      // What only leads the belt carries nothing: it is not what slips first.
      .filter(({ shaft }) => !onlyLeads(kindOf(shaft)))
      .reduce<BeltAfter['leastWrap']>(
        (least, { pulley, angle }) => (least === null || angle < least.angle ? { pulley, angle } : least),
        null,
      )
  )
}

/** Problems a version has and the drive had not; speeds are judged on their own. */
function newProblems(before: SettledDrive, after: SettledDrive, options: VersionOptions): readonly Problem[] {
  const had = new Set(problemsOf(before, options).map(nameOf))
  return problemsOf(after, options)
    .filter((problem) => problem.code !== 'OVER_SPEED' && !had.has(nameOf(problem)))
    .toSorted((a, b) => Number(a.severity === 'warning') - Number(b.severity === 'warning'))
}

function problemsOf(settled: SettledDrive, options: VersionOptions): readonly Problem[] {
  const { belts, shafts, problems } = describeSettled(settled, options)
  // Those of the whole drive first: a pulley without room explains what its belts complain of.
  return [...problems, ...belts.flatMap((belt) => belt.problems), ...shafts.flatMap((shaft) => shaft.problems)]
}

function nameOf({ code, where }: Problem): string {
  return `${code} ${where.join(' ')}`
}
