/** What the other packages may take from here. */
export { READ_UNDER, type ReadUnder, type ReadWhile } from './alignment-reading.ts'
export { type Belt, CONSTRUCTIONS, isRouted, type RouteEntry } from './belt.ts'
export { describeChanges } from './changes.ts'
export type { DocumentProblem } from './document-problem.ts'
export { type CheckedDrive, DRIVE_MEDIA_TYPE, MAX_NOTES, type DriveDocument, driveSchema } from './drive.ts'
export {
  dragShaftBy,
  confirmAdjuster,
  putAdjuster,
  putShaft,
  readAdjuster,
  removeAdjuster,
  removeBelt,
  removeShaft,
  renameShaft,
  setBeltAdjuster,
  setBeltsFromFront,
  setBeltKind,
  type PulleyLength,
  setConstruction,
  setMaterial,
  setMinWrap,
  setPulleyLength,
  setMoves,
  setMustTurn,
  setRoute,
  unplaceShaft,
  setFace,
} from './edits-parts.ts'
export type { PulleyCut } from './pulley-cut.ts'
export { setEngineFact, setNotes, setShaftFact } from './edits-facts.ts'
export {
  type DriveDraft,
  type DriveEdit,
  holdOf,
  moveShaftBy,
  placeShaft,
  setBeltLength,
  setDiameterPlace,
  setMeasuredWith,
  setDriveName,
  type Stamp,
} from './edits.ts'
export { type Engine, type Turn, TURN_WORDS } from './engine.ts'
export { driveJsonSchema } from './json-schema.ts'
export {
  type Aid,
  AID_LAY,
  type AidLay,
  AIDS,
  BELT_LINES,
  type BeltLine,
  type LengthReading,
  type LengthReadingOf,
} from './length-reading.ts'
export { type MarkedPhoto, MAX_MARKS, MAX_PICTURES } from './marked-photo.ts'
export { addBelt, addPart, addPulley, type NewBelt, newDrive } from './new-drive.ts'
export type { Photo, PicturePoint } from './photo.ts'
export {
  DIAMETER_PLACES,
  MEASURED_WITH,
  type MeasuredWith,
  type DiameterPlace,
  isSized,
  type Pulley,
  type PulleyFace,
} from './pulley.ts'
export { checkDrive, openStored, problemLine } from './read.ts'
export { MAX_TEXT, readDriveText } from './read-text.ts'
export type { Reading, ReadingHow, ReadingOf } from './reading.ts'
export { onlyLeads, type Shaft, SHAFT_KIND_NAMES, type ShaftKind } from './shaft.ts'
export type { DistanceKind } from './survey.ts'
export type { RunIn, TensionReading } from './tension-reading.ts'
export { CHOSEN_USES, type ChosenUse, type VehicleUse } from './vehicle-use.ts'
export { setVehicleUse } from './edits.ts'
