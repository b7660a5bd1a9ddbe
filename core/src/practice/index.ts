/** What the other packages may take from here. */
export { TESTS_AT_ONE } from './at-one.ts'
export { PracticeCar } from './car.ts'
export {
  type Doing,
  EXERCISES,
  type Exercise,
  type ExerciseKey,
  exerciseOf,
  type Grade,
  GRADES,
  standingAfter,
  type Standing,
  type Telling,
  tellingOf,
} from './exercise.ts'
export { CAUSE_OF, type Patient, practicePatient } from './patient.ts'
export { REMEDIES, type Remedy, remedyOf } from './remedies.ts'
export { PRACTICE_TESTS, PracticeTests, type Shown } from './tests.ts'
export {
  judgeLine,
  judgeRoute,
  judgeSize,
  judgeTension,
  type Judged,
  lineRound,
  type LineRound,
  pressOf,
  ROUND_KINDS,
  type RoundKind,
  routeRound,
  type RouteRound,
  sizeRound,
  type SizeRound,
  tensionRound,
  type TensionRound,
  withRoute,
} from './rounds.ts'
