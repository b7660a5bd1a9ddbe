/** What the other packages may take from here. */
export { listed, whichPulley, wordingFor } from './part-names.ts'
export type { Problem, ProblemCode } from './problem.ts'
export { allProblems, type BeltSolution, describeSettled, type DriveSolution, solveDrive } from './solve-drive.ts'
