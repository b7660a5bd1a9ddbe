/** What the other packages may take from here. */
export { aidAboveRim, measureAlone, measureOnDrive } from './aids.ts'
export { AID_FIGURES, MARK_SIGMA_MM, SEATED_SHARE } from './nominal.ts'
export { shelfMarkSigma } from './said.ts'
export { bringFromSizes, chooseBelt, fitOf, targetOf } from './belt-choice.ts'
export { type BringHome, SURE_ENOUGH } from './bring-home.ts'
export { type GrooveUse, grooveUses } from './grooves.ts'
export { wayOn, type WayOn } from './last-pulley.ts'
export { lengthAnswer, type LengthAnswer, type SettledOn } from './length-answer.ts'
export { effectsOf, type Effect } from './effects.ts'
export type { ReachFrom } from './knowledge.ts'
export { nextReading, type NextReading } from './next-reading.ts'
export { isBlunder, type LengthSource } from './sources.ts'
export type { NotCounted } from './said.ts'
export {
  addLengthReading,
  confirmSeated,
  leaveOutLengthReading,
  removeLengthReading,
  sendTrialBelt,
  setLay,
  setStanding,
  type Standing,
} from './length-edits.ts'
export { measureOldBelt } from './old-belt.ts'
export { type BeltSet, beltsTogether, bestSets } from './together.ts'
export {
  type BeltOnShelf,
  type DrivePlace,
  doubtLength,
  nearSizes,
  placesForBelt,
  searchShelf,
  shelfBeltsFor,
} from './shelf.ts'
export { lengthReadingName, travelWords } from './source-names.ts'
export { standardLengths } from './standard-lengths.ts'
export {
  END_OF_LIFE_SHARE,
  type Fit,
  FIT_RANK,
  fitByStrain,
  fitLength,
  fitSituation,
  type FitSituation,
  type FitVerdict,
} from './verdict.ts'
