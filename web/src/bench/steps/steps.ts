import { isSized, type DriveSolution, type Problem, type ProblemCode, type SettledDrive } from '@emery/core'
import type { Verdict } from '../../readings/verdict-mark.tsx'

/** The steps of the bench that are built, in working order; the number keys follow it. */
export const STEPS = [
  { id: 'measure', label: 'Measure' },
  { id: 'route', label: 'Route' },
  { id: 'length', label: 'Length' },
  { id: 'speeds', label: 'Speeds' },
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
  NOT_DRIVEN: 'route',
  BELTS_FIGHT: 'speeds',
  OVER_SPEED: 'speeds',
  BELT_TOO_FAST: 'speeds',
  TEETH_NOT_WHOLE: 'length',
  NOT_MEASURED: 'measure',
  NOT_ROUTED: 'route',
}

export function allProblems({ belts, shafts, problems }: DriveSolution): readonly Problem[] {
  return [...belts.flatMap((belt) => belt.problems), ...shafts.flatMap((shaft) => shaft.problems), ...problems]
}

/** How a step stands: the worst of its problems, nothing yet where what it needs is not known, else done. */
export function stepVerdict(step: StepId, settled: SettledDrive, solution: DriveSolution): Verdict {
  const { belts } = settled.drive
  if (step !== 'measure' && (belts.length === 0 || (step !== 'route' && nothingRuns(settled)))) return 'none'
  if (step === 'measure') {
    const [missing, all] = unmeasured(settled)
    if (missing === all) return 'none'
    if (missing > 0) return 'watch'
  }
  if (step === 'route' && belts.every(({ route }) => route.length < 2)) return 'none'
  const problems = allProblems(solution).filter(({ code }) => STEP_OF[code] === step)
  if (problems.some(({ severity }) => severity === 'error')) return 'act'
  if (problems.length > 0) return 'watch'
  if (step !== 'length') return 'fine'
  const known = belts.filter(({ length }) => length !== null).length
  if (known === belts.length) return 'fine'
  return known === 0 ? 'none' : 'watch'
}

function nothingRuns({ belts }: SettledDrive): boolean {
  return belts.every(({ path }) => !path.ok)
}

/** Pulleys without a size or a place, and how many there are. */
function unmeasured({ drive, places }: SettledDrive): readonly [number, number] {
  const missing = drive.pulleys.filter((pulley) => !isSized(pulley) || !places.has(pulley.shaft))
  return [missing.length, drive.pulleys.length]
}
