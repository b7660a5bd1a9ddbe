/** What the other packages may take from here. */
export { bearingLife, worstBearing } from './bearings.ts'
export { checkedSpans, type NamedSpan } from './checked-span.ts'
export { gripMap, type GripMap } from './grip-map.ts'
export { type BeltCondition } from './grip.ts'
export { type GrooveRide, grooveWear, meshPitch, rideLimits } from './groove-wear.ts'
export {
  checkSpan,
  deflectionFor,
  forceFor,
  pluckFrequency,
  SHORT_SPAN_MM,
  spanModels,
  type SpanBounded,
  type SpanChecked,
  spanReadingsRefusal,
} from './hand-checks.ts'
export { inertiaOf, type OperatingPoint, ownTorque, throttleBlip } from './loads.ts'
export {
  loadCurves,
  type LoadKnown,
  loadKnown,
  plateOf,
  type RatingKey,
  setBearingLimit,
  setRating,
  setTorque,
} from './part-loads.ts'
export { movingPitch, ringing, type Crossing, type Ringing, type RingingSpan, type Shaker } from './ringing.ts'
export { minTensions } from './min-tension.ts'
export { COOL_MINUTES, GRIP_MARGIN } from './nominal.ts'
export {
  beginRunIn,
  dropRunIn,
  noteRunIn,
  type RunInDue,
  type RunInMoment,
  runInsDue,
  runInStep,
  type RunInStep,
} from './run-in.ts'
export { CONDITION_SHARE, RUN_MINUTES, SECOND_CHECK_KM } from './nominal.ts'
export {
  BELT_AGES,
  type BeltAge,
  dialTension,
  type Finger,
  fingerFromScale,
  hotTension,
  moveForTension,
  type ReadTension,
  setBeltCondition,
  setInstallTension,
  bookSetting,
  setBook,
  setStated,
  settingFor,
  setTurnGives,
  type SpanReading,
  tensionOf,
  turnGives,
  turnWords,
} from './setting.ts'
export { FINGER_FORCE, SETTING_SHARE } from './nominal.ts'
export { type BeltTension, spanTensions, springTorque, TensionModel, type TensionSource } from './span-tensions.ts'
export { type ForceUnit, octaveDoubt, unitDoubt, type UnitDoubt } from './doubts.ts'
export {
  keepTensionReading,
  tensionOfReading,
  matchedSet,
  type MatchedSet,
  strikeTensionReading,
  TENSION_WAYS,
  type TensionWay,
  tensionWays,
  twistSays,
  twistTension,
} from './tension-readings.ts'
export { checkDamping, checkPointer, checkSpring, type PointerReading, pointerReadings } from './tensioner-checks.ts'
export { type Help, HELP_BY, type Helping, whatHelps } from './what-helps.ts'
export { RESERVE, reserveVerdict } from './reserve.ts'
