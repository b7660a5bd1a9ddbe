/** What the other packages may take from here. */
export { angleOverSpan, isLineKnown, worseAngle } from './entry-angles.ts'
export { ENTRY_LIMITS, OUT_MM, usualMoves } from './nominal.ts'
export { fixPlan, type FixPlan, linesAfter, type LinesOfBelt, type PartOut, spanLines } from './fix-plan.ts'
export type { AlignmentMove } from './move-choices.ts'
export {
  type AlongReading,
  isLaserAskew,
  isOutOfLine,
  LINE_WAYS,
  lineQuestion,
  type LineQuestion,
  type LineRead,
  linesRead,
  type LineWay,
  outBeyond,
  referenceOf,
  strikeLines,
  retakeLine,
  takeLine,
  wayRead,
} from './line-readings.ts'
export { hubAfter, type HubAfter } from './hub.ts'
export { lineCompared, takeBeltLines, takeMoves } from './moves-done.ts'
export { type FirstOf, type LineSign, lineSigns, signKey } from './signs.ts'
export { type LaserMarks, simulatedLaser } from './simulated-laser.ts'
export { straightedgeTo } from './straightedge.ts'
