/** What the other packages may take from here. */
export { angleOverSpan, isLineKnown, worseAngle } from './entry-angles.ts'
export { ENTRY_LIMITS, OUT_MM, usualMoves } from './nominal.ts'
export { fixPlan, type FixPlan, linesAfter, type LinesOfBelt, type PartOut, spanLines } from './fix-plan.ts'
export type { AlignmentMove } from './move-choices.ts'
export {
  type AlongReading,
  isLaserAskew,
  LINE_WAYS,
  lineQuestion,
  type LineQuestion,
  type LineRead,
  linesRead,
  type LineWay,
  referenceOf,
  strikeLines,
  retakeLine,
  takeLine,
  wayRead,
} from './line-readings.ts'
export { lineCompared, takeBeltLines, takeMoves } from './moves-done.ts'
export { type LineSign, lineSigns } from './signs.ts'
export { type LaserMarks, simulatedLaser } from './simulated-laser.ts'
export { straightedgeTo } from './straightedge.ts'
