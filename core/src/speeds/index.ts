/** What the other packages may take from here. */
export {
  confirmEngineSpeeds,
  ENGINE_SPEEDS,
  type EngineSpeed,
  engineSpeedRefusal,
  nominalSpeeds,
  setEngineSpeed,
} from './engine-speeds.ts'
export { engineTime, type TimeBin } from './engine-time.ts'
export { USUAL_USE } from './nominal.ts'
export { explainFights, type FightExplained } from './fights.ts'
export { judgeSpeeds, type SpeedJudgement, timeWords } from './judge-speeds.ts'
export { type PartSpeed, partSpeedRefusal, setPartSpeed } from './part-speeds.ts'
export { shaftSpeeds } from './shaft-speeds.ts'
export { driveWords, speedsAt, tapeRatio } from './speeds-at.ts'
export { judgeRatio, judgeSpeed, type SpeedSlip } from './typed-speed.ts'
export type { RangeEnd } from './useful-range.ts'
