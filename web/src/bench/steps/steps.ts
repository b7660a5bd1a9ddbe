import type { DriveSolution, Problem, ProblemCode, SettledDrive } from '@emery/core'
import type { Verdict } from '../../readings/verdict-mark.tsx'

/** The steps of the bench that are built, in working order; the number keys follow it. */
export const STEPS = [
  { id: 'measure', label: 'Measure' },
  { id: 'length', label: 'Length' },
  { id: 'speeds', label: 'Speeds' },
] as const
export type StepId = (typeof STEPS)[number]['id']

/** The step a bench opens with: the answer most people come for. */
export const FIRST_STEP: StepId = 'length'

export function isStep(value: string | undefined): value is StepId {
  return STEPS.some(({ id }) => id === value)
}

/** Where a problem is mended. */
const STEP_OF: Readonly<Record<ProblemCode, StepId>> = {
  PULLEYS_OVERLAP: 'measure',
  ROUTE_NOT_SIMPLE: 'measure',
  ROUTE_REVERSED: 'measure',
  SPANS_CROSS: 'measure',
  SPAN_HITS_PULLEY: 'measure',
  BACK_ON_GROOVES: 'measure',
  SECTION_MISMATCH: 'measure',
  TOO_FEW_GROOVES: 'measure',
  WRAP_LOW: 'measure',
  TURNS_WRONG_WAY: 'speeds',
  OUT_OF_REACH: 'length',
  ADJUSTER_TURNS_BACK: 'length',
  NOT_DRIVEN: 'speeds',
  BELTS_FIGHT: 'speeds',
  OVER_SPEED: 'speeds',
  BELT_TOO_FAST: 'speeds',
  TEETH_NOT_WHOLE: 'length',
}

export function allProblems({ belts, shafts, problems }: DriveSolution): readonly Problem[] {
  return [...belts.flatMap((belt) => belt.problems), ...shafts.flatMap((shaft) => shaft.problems), ...problems]
}

/** How a step stands: the worst of its problems, nothing yet where what it needs is not known, else done. */
export function stepVerdict(step: StepId, settled: SettledDrive, solution: DriveSolution): Verdict {
  const problems = allProblems(solution).filter(({ code }) => STEP_OF[code] === step)
  if (problems.some(({ severity }) => severity === 'error')) return 'act'
  if (problems.length > 0) return 'watch'
  const { belts } = settled.drive
  if (belts.length === 0) return 'none'
  if (step !== 'length') return 'fine'
  const known = belts.filter(({ length }) => length !== null).length
  if (known === belts.length) return 'fine'
  return known === 0 ? 'none' : 'watch'
}
