export const PROBLEM_CODES = [
  'PULLEYS_OVERLAP',
  'ROUTE_NOT_SIMPLE',
  'ROUTE_REVERSED',
  'SPANS_CROSS',
  'SPAN_HITS_PULLEY',
  'BACK_ON_GROOVES',
  'SECTION_MISMATCH',
  'TOO_FEW_GROOVES',
  'WRAP_LOW',
  'TURNS_WRONG_WAY',
  'OUT_OF_REACH',
  'ADJUSTER_TURNS_BACK',
  'ADJUSTER_CANNOT_REACH',
  'NOT_DRIVEN',
  'BELTS_FIGHT',
  'OVER_SPEED',
  'BELT_TOO_FAST',
  'TEETH_NOT_WHOLE',
  'NOT_MEASURED',
  'NOT_ROUTED',
] as const
export type ProblemCode = (typeof PROBLEM_CODES)[number]

const WARNINGS: ReadonlySet<ProblemCode> = new Set<ProblemCode>([
  'WRAP_LOW',
  'ADJUSTER_TURNS_BACK',
  'NOT_DRIVEN',
  'OVER_SPEED',
  'BELT_TOO_FAST',
  'NOT_MEASURED',
  'NOT_ROUTED',
])

/** Something the drive cannot do, or does badly. */
export interface Problem {
  readonly code: ProblemCode
  readonly severity: 'error' | 'warning'
  /** Ids of the belt, pulleys, shafts or adjuster concerned, the belt first where there is one. */
  readonly where: readonly string[]
  /** What is wrong and what to do about it, in words. */
  readonly message: string
}

export function problem(code: ProblemCode, where: readonly string[], message: string): Problem {
  return { code, severity: WARNINGS.has(code) ? 'warning' : 'error', where, message }
}
