export {
  leftUnsaid,
  readLabel,
  writeLabel,
  type LabelContext,
  type LabelNotation,
  type LabelReading,
  type LengthLine,
} from './sections/labels.ts'
export {
  beltLabel,
  sectionFigures,
  SECTIONS,
  type Section,
  type SectionFamily,
  type SectionFigures,
} from './sections/sections.ts'

export { MM_PER_INCH, inches, type LengthStyle, type Mm } from './units/quantity.ts'
export { parseLength, type LengthNotRead, type LengthRead } from './units/parse-length.ts'
export {
  inchDecimalText,
  inchFraction,
  lengthText,
  millimetres,
  readingText,
  type LengthFormat,
} from './units/format-length.ts'

export { DRIVE_MEDIA_TYPE, type CheckedDrive, type DriveDocument } from './drive/drive.ts'
export type { Adjuster, AdjusterKind, AdjusterOf } from './drive/adjuster.ts'
export { type Belt, type Contact, type RouteEntry } from './drive/belt.ts'
export { TURN_WORDS, type Engine, type Turn } from './drive/engine.ts'
export {
  DIAMETER_PLACES,
  isSized,
  type DiameterPlace,
  type Pulley,
  type PulleyFace,
  type SizedPulley,
} from './drive/pulley.ts'
export {
  AIDS,
  BELT_LINES,
  type Aid,
  type BeltLine,
  type LengthReading,
  type LengthReadingOf,
} from './drive/length-reading.ts'
export type { Photo, PicturePoint } from './drive/photo.ts'
export type { Reading, ReadingHow, ReadingOf } from './drive/reading.ts'
export type { DistanceKind, DistanceReading, Survey } from './drive/survey.ts'
export { describeChanges, type DriveChange } from './drive/changes.ts'
export { addBelt, addPart, addPulley, newDrive, type NewBelt, type NewDrive, type NewPart } from './drive/new-drive.ts'
export {
  dragShaftBy,
  putAdjuster,
  putShaft,
  removeAdjuster,
  removeBelt,
  removeShaft,
  renameShaft,
  setBeltAdjuster,
  setBeltKind,
  setMustTurn,
  setRoute,
  unplaceShaft,
} from './drive/edits-parts.ts'
export { type Shaft, type ShaftKind } from './drive/shaft.ts'
export { checkDrive, MOST_TEXT, problemLine, readDriveText, type DriveRead } from './drive/read.ts'
export type { DocumentProblem } from './drive/references.ts'
export { driveJsonSchema, type JsonSchema } from './drive/json-schema.ts'
export {
  holdOf,
  moveShaftBy,
  placeShaft,
  setBeltLength,
  setDiameterPlace,
  setDriveName,
  type DriveDraft,
  type DriveEdit,
  type Stamp,
} from './drive/edits.ts'

export { degrees, distance, shortWayRoundDeg, type Point } from './numerics/vectors.ts'
export { spansOf, type Span } from './path/clearance.ts'
export { type CordCircle, type CordPath } from './path/cord-path.ts'
export { beltOutline, type OutlinePart } from './path/outline.ts'
export type { AdjusterMotion, AdjusterUnit } from './path/adjuster-motion.ts'
export { settleDrive, type SettledAdjuster, type SettledBelt, type SettledDrive } from './path/settle.ts'
export { type Travels } from './path/drive-parts.ts'
export type { Sign } from './path/turning.ts'

export {
  diameterFrom,
  newestReading,
  READING_SETS,
  strikeReading,
  takeReading,
  waysToRead,
  type ReadingSets,
} from './measure/readings.ts'
export { adjusterHandles, newAdjuster, swapEnds, type AdjusterHandle } from './measure/new-adjuster.ts'

export {
  addDistance,
  answerSide,
  outlierSentence,
  photoOfDrive,
  photoRefusal,
  placeByPhoto,
  placeShaftByDistances,
  questionSentence,
  removeDistance,
  setUpright,
  surveyDrive,
  type DriveSurvey,
} from './survey/drive-survey.ts'
export { inverseMapOf, LEAST_MARKS, mapOf, type PhotoResult, type SeenPulley } from './survey/photo.ts'
export {
  surveyPlaces,
  type MirrorAnswer,
  type MirrorQuestion,
  type SurveyDistance,
  type SurveyInput,
  type SurveyPulley,
  type SurveyResult,
} from './survey/survey.ts'
export { checkSurveyFile, type SurveyFile } from './survey/survey-file.ts'

export { pulleysForBelt } from './route/route-set.ts'
export {
  routeSearch,
  searchRoutes,
  type RouteOption,
  type RouteProgress,
  type RouteSearch,
  type RouteSearchOptions,
} from './route/search.ts'

export { pulleysCsv, readPulleysCsv, type CsvRead, type CsvShaft } from './exchange/csv.ts'
export { carriers } from './exchange/carriers.ts'
export { driveDxf } from './exchange/dxf.ts'
export { readShelfCsv, SHELF_COLUMNS, shelfCsv, type ShelfCsvRead } from './exchange/shelf-csv.ts'
export { speedsCsv } from './exchange/speeds-csv.ts'
export { fileName } from './exchange/file-name.ts'
export { driveSvg, outlinePath } from './exchange/svg.ts'

export { AID_FIGURES, measureAlone, measureOnDrive, type AidLaid, type AidMeasured } from './length/aids.ts'
export { bringHome, SURE_ENOUGH, type BeltToBring, type BringHome } from './length/bring-home.ts'
export {
  END_OF_LIFE_SHARE,
  FIT_RANK,
  fitByStrain,
  fitLength,
  fitSituation,
  SEATED_SHARE,
  type Fit,
  type FitSituation,
  type FitVerdict,
  type GoodWindow,
} from './length/fits.ts'
export { grooveUses, type GrooveUse } from './length/grooves.ts'
export { wayOn, type LastPulley, type WayOn } from './length/last-pulley.ts'
export { lengthAnswer, type LengthAnswer, type LengthSource, type NotCounted } from './length/length-answer.ts'
export { addLengthReading, leaveOutLengthReading, removeLengthReading } from './length/length-edits.ts'
export { measureOldBelt } from './length/old-belt.ts'
export { beltsTogether, bestPairs, type BeltPair } from './length/pairs.ts'
export {
  doubtLength,
  nearSizes,
  placesForBelt,
  searchShelf,
  shelfBeltsFor,
  type BeltOnShelf,
  type DrivePlace,
  type ShelfFit,
} from './length/shelf.ts'
export { lengthReadingName, travelWords } from './length/source-names.ts'
export { standardLengths } from './length/standard-lengths.ts'
export type { TrialFinding } from './length/trials.ts'

export { ENGINE_SPEEDS, engineSpeedRefusal, setEngineSpeed, type EngineSpeed } from './speeds/engine-speeds.ts'
export { driveWords, speedsAt, tapeRatio, type ShaftAt } from './speeds/speeds-at.ts'
export { judgeRatio, type SpeedSlip } from './speeds/typed-speed.ts'
export { wordingFor, type Wording } from './solution/names.ts'
export { type Problem, type ProblemCode } from './solution/problem.ts'
export {
  describeSettled,
  solveDrive,
  type AdjusterSolution,
  type BeltSolution,
  type DriveSolution,
  type ShaftSolution,
  type SolveOptions,
  type SpanSolution,
  type WrapSolution,
} from './solution/solve-drive.ts'

export { wantedWorking } from './working/wanted-working.ts'
export {
  lengthWorking,
  ratioWorking,
  type Working,
  type WorkingLine,
  type WorkingPart,
  type WorkingValue,
} from './working/working.ts'

export {
  basedOnSchema,
  MOST_PHOTO_BYTES,
  saveIdSchema,
  vehicleFieldsSchema,
  type DriveConflict,
  type DriveList,
  type DriveRecord,
  type ErrorBody,
  type ExampleDrive,
  type PhotoRecord,
  type RevisionRecord,
  type RevisionSummary,
  type VehicleConflict,
  type VehicleFields,
  type VehicleRecord,
  type VehicleRevision,
  type VehicleSummary,
} from './api/records.ts'

export {
  fittingFieldsSchema,
  MATERIALS,
  MOST_SHELF_ROWS,
  shelfFieldsSchema,
  type DriveForBelt,
  type Fitting,
  type FittingFields,
  type ShelfBelt,
  type ShelfConflict,
  type ShelfFields,
} from './api/shelf-records.ts'
