import { isTravelAssumed } from '@emery/core/adjusters'
import { spanLines } from '@emery/core/alignment'
import { isSized, isRouted } from '@emery/core/drive'
import type { SettledDrive } from '@emery/core/path'
import type { ShopRules } from '@emery/core/rules'
import { allProblems, type DriveSolution, type ProblemCode } from '@emery/core/solution'
import { judgeSpeeds } from '@emery/core/speeds'
import { loadKnown, spanTensions, reserveVerdict } from '@emery/core/tension'
import { worstOf, type Verdict } from '@emery/core/verdict'

/** The steps of the bench that are built, in working order; the number keys follow it. */
export const STEPS = [
  { id: 'measure', label: 'Measure' },
  { id: 'route', label: 'Route' },
  { id: 'length', label: 'Length' },
  { id: 'speeds', label: 'Speeds' },
  { id: 'tension', label: 'Tension' },
  { id: 'alignment', label: 'Alignment' },
  { id: 'belt-change', label: 'Belt change' },
] as const
export type StepId = (typeof STEPS)[number]['id']

/** The step a bench opens with: the answer most people come for, or the first thing that is missing. */
export function firstStep(settled: SettledDrive): StepId {
  if (unmeasured(settled)[0] > 0) return 'measure'
  return settled.belts.some(({ path }) => !path.ok) ? 'route' : 'length'
}

export function isStep(value: string | undefined): value is StepId {
  return STEPS.some(({ id }) => id === value)
}

/** Where a problem is mended. */
const STEP_OF: Readonly<Record<ProblemCode, StepId>> = {
  PULLEYS_OVERLAP: 'measure',
  ROUTE_NOT_SIMPLE: 'route',
  ROUTE_REVERSED: 'route',
  SPANS_CROSS: 'route',
  SPAN_HITS_PULLEY: 'route',
  BACK_ON_GROOVES: 'route',
  SECTION_MISMATCH: 'route',
  TOO_FEW_GROOVES: 'route',
  WRAP_LOW: 'route',
  TURNS_WRONG_WAY: 'route',
  OUT_OF_REACH: 'length',
  ADJUSTER_TURNS_BACK: 'length',
  ADJUSTER_CANNOT_REACH: 'measure',
  NOT_DRIVEN: 'route',
  BELTS_FIGHT: 'speeds',
  OVER_SPEED: 'speeds',
  BELT_TOO_FAST: 'speeds',
  TEETH_NOT_WHOLE: 'length',
  NOT_MEASURED: 'measure',
  NOT_ROUTED: 'route',
}

/** How a step stands: the worst of its problems, nothing yet where what it needs is not known, else done. */
export function stepVerdict(
  step: StepId,
  { settled, solution, rules }: { settled: SettledDrive; solution: DriveSolution; rules: ShopRules },
): Verdict {
  const { belts } = settled.drive
  if (step !== 'measure' && (belts.length === 0 || (step !== 'route' && step !== 'speeds' && nothingRuns(settled))))
    return 'unknown'
  if (step === 'measure') {
    const [missing, all] = unmeasured(settled)
    if (missing === all) return 'unknown'
    if (missing > 0) return 'watch'
  }
  if (step === 'route' && !belts.some(isRouted)) return 'unknown'
  if (step === 'tension') return gripVerdict(settled)
  if (step === 'alignment') return alignmentVerdict(settled)
  // What was ticked is the job’s, not the drive’s.
  if (step === 'belt-change') return 'unknown'
  const problems = allProblems(solution).filter(({ code }) => STEP_OF[code] === step)
  // Diameters and what drives what are enough for a speed; no place is needed.
  if (step === 'speeds' && (judgeSpeeds(settled, rules).length === 0 || !belts.every(isRouted))) return 'unknown'
  const speeds = step === 'speeds' ? judgeSpeeds(settled, rules).map(({ verdict }) => verdict) : []
  if (problems.some(({ severity }) => severity === 'error') || speeds.includes('act')) return 'act'
  if (problems.length > 0 || speeds.includes('watch')) return 'watch'
  if (speeds.includes('unknown')) return 'unknown'
  if (step !== 'length') return 'fine'
  const known = belts.filter(({ length }) => length !== null).length
  // How a belt fits rests on its adjuster’s ends.
  if (settled.belts.some(({ adjuster }) => adjuster !== null && isTravelAssumed(adjuster.adjuster))) return 'unknown'
  if (known === belts.length) return 'fine'
  return known === 0 ? 'unknown' : 'watch'
}

/** How the drive grips as it is, fully loaded, at its slowest, at cruise and at its fastest. */
function gripVerdict(settled: SettledDrive): Verdict {
  const { idleRpm, cruiseRpm, maxRpm } = settled.drive.engine
  if (settled.drive.shafts.every((shaft) => loadKnown(shaft) !== 'read')) return 'unknown'
  const verdicts = [idleRpm, cruiseRpm, maxRpm].flatMap((rpm) =>
    spanTensions(settled, { rpm, load: 1 }).map(({ worst }) => reserveVerdict(worst.gripReserve)),
  )
  return worstOf(verdicts) ?? 'unknown'
}

/** The worst span of any belt, as the panel says it. */
function alignmentVerdict({ belts }: SettledDrive): Verdict {
  return worstOf(belts.flatMap((belt) => spanLines(belt).map(({ verdict }) => verdict))) ?? 'unknown'
}

function nothingRuns({ belts }: SettledDrive): boolean {
  return belts.every(({ path }) => !path.ok)
}

/** Pulleys without a size or a place, and how many there are. */
function unmeasured({ drive, places }: SettledDrive): readonly [number, number] {
  const missing = drive.pulleys.filter((pulley) => !isSized(pulley) || !places.has(pulley.shaft))
  return [missing.length, drive.pulleys.length]
}
