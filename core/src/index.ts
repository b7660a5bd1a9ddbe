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
  setMoves,
  setMustTurn,
  setRoute,
  unplaceShaft,
} from './drive/edits-parts.ts'
export { onlyLeads, type Shaft, type ShaftKind } from './drive/shaft.ts'
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
export { judgementCsv, speedsCsv } from './exchange/speeds-csv.ts'
export { fileName } from './exchange/file-name.ts'
export { driveSvg, outlinePath } from './exchange/svg.ts'

export { AID_FIGURES, measureAlone, measureOnDrive, type AidLaid, type AidMeasured } from './length/aids.ts'
export { chooseBelt, fitOf, targetOf } from './length/belt-choice.ts'
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
export { engineTime, timeAbove, timeBelow, USUAL_USE, type TimeBin } from './speeds/engine-time.ts'
export { explainFights, type FightExplained } from './speeds/fights.ts'
export { judgeSpeeds, timeWords, type SpeedJudgement, type SpeedVerdict } from './speeds/judge-speeds.ts'
export { shaftSpeeds, type SpeedStep } from './speeds/shaft-speeds.ts'
export { PART_SPEEDS, partSpeedRefusal, setPartSpeed, type PartSpeed } from './speeds/part-speeds.ts'
export { usefulRange, type RangeEnd, type UsefulRange } from './speeds/useful-range.ts'
export { driveWords, speedsAt, tapeRatio, type ShaftAt } from './speeds/speeds-at.ts'
export { judgeRatio, judgeSpeed, type SpeedSlip } from './speeds/typed-speed.ts'
export {
  bestSizes,
  bestSizesRefusal,
  searchBestSizes,
  type BestSizes,
  type BestSizesProgress,
  type FreePulley,
  type SizeSet,
} from './resize/best-sizes.ts'
export {
  changeable,
  fitPulleys,
  SIZE_STEPS,
  sizeLimits,
  sizeOf,
  stepOf,
  type PulleyFitted,
  type PulleySize,
  type SizeStep,
} from './resize/resize.ts'
export { driveVersion, type BeltAfter, type DriveVersion, type SizeChange } from './resize/version.ts'
export { pulleysForSpeed, wantedRefusal, type SpeedCandidate, type SpeedCandidates } from './resize/wanted-speed.ts'

export {
  KIND_NAMES,
  NOMINAL_RULES,
  RULE_GROUPS,
  ruleOf,
  ruleRefusal,
  RULES,
  ruleValue,
  ruleWords,
  type Rule,
  type RuleGroup,
  type RuleUnit,
  type ShopRules,
} from './rules/rules.ts'
export { CHOSEN_USES, setVehicleUse, type ChosenUse, type VehicleUse } from './drive/vehicle-use.ts'
export { checkedSpans, type NamedSpan } from './tension/checked-span.ts'
export { CONDITION_SHARE, type BeltCondition } from './tension/grip.ts'
export {
  checkSpan,
  deflectionFor,
  forceFor,
  pluckFrequency,
  spanReadingsRefusal,
  tensionFromPluck,
  tensionFromPress,
  type CheckedSpan,
  type SpanChecked,
  type SpanReadings,
} from './tension/hand-checks.ts'
export { ENTRY_LIMITS, worseAngle, type LineUpVerdict } from './lineup/entry-angles.ts'
export {
  isLaserAskew,
  LINE_WAYS,
  lineQuestion,
  linesRead,
  referenceOf,
  strikeLines,
  takeLine,
  wayRead,
  type AlongReading,
  type LineQuestion,
  type LineRead,
  type LineWay,
} from './lineup/line-readings.ts'
export { lineSigns, type LineSign } from './lineup/signs.ts'
export { lineCompared, takeBeltLines, takeMoves, type LineCompared } from './lineup/moves-done.ts'
export { straightedgeTo } from './lineup/straightedge.ts'
export { madeUpLaser, type LaserMarks } from './lineup/made-up-laser.ts'
export {
  allowedChoices,
  beltLineSets,
  LINE_WITHIN,
  STACK_CLEARANCE,
  stackChoices,
  type BeltLineSet,
  type BeltLineSets,
  type LineChoice,
  type StackChoice,
} from './lineup/belt-line-stack.ts'
export { STACK_ROLES, stackFieldsSchema, type StackFields, type StackRole } from './lineup/stack-part.ts'
export { MOST_STACK_ROWS, type StackConflict, type StackPart } from './api/stack-records.ts'
export { readStackCsv, stackCsv, type StackCsvRead } from './exchange/stack-csv.ts'
export { READ_WHILE, type LineUpReading, type ReadWhile } from './drive/line-up-reading.ts'
export {
  fixPlan,
  lineUp,
  linesAfter,
  USUAL_MOVES,
  type FixPlan,
  type LineUpMove,
  type LinesOfBelt,
} from './lineup/fix-plan.ts'
export { worstBearing } from './tension/bearings.ts'
export { grooveWear, meshPitch, rideLimits, type GrooveRide } from './tension/groove-wear.ts'
export {
  beginRunIn,
  COOL_MINUTES,
  dropRunIn,
  noteRunIn,
  RUN_MINUTES,
  runInsDue,
  runInStep,
  SECOND_CHECK_KM,
  type RunInDue,
  type RunInMoment,
  type RunInStep,
} from './tension/run-in.ts'
export {
  keepTensionReading,
  matchedSet,
  MATCHED_SHARE,
  strikeTensionReading,
  twistSays,
} from './tension/tension-readings.ts'
export { checkPointer, checkSpring, pointerReadings, type PointerReading } from './tension/tensioner-checks.ts'
export { type RunIn, type TensionReading } from './drive/tension-reading.ts'
export { travelLimits } from './path/travel-limits.ts'
export { madeUpPluck } from './sound/made-up-pluck.ts'
export { findPluck, SURE_OF_PITCH, type Pluck, type PluckFound } from './sound/pluck.ts'
export { type Recording } from './sound/recording.ts'
export { MOST_SOUND_BYTES, readWav, writeWav } from './sound/wav.ts'
export { gripMap, type GripMap, type GripMapOptions } from './tension/grip-map.ts'
export { GRIP_MARGIN, leastTensions, type LeastTension } from './tension/least-tension.ts'
export { type OperatingPoint } from './tension/loads.ts'
export {
  BELT_AGES,
  dialTension,
  FINGER_FORCE,
  fingerFromScale,
  moveForTension,
  setBeltCondition,
  setInstallTension,
  SETTING_SHARE,
  setTurnGives,
  settingFor,
  tensionOf,
  turnGives,
  turnWords,
  type AdjusterMove,
  type BeltAge,
  type Finger,
  type ReadTension,
  type SpanReading,
} from './tension/setting.ts'
export {
  spanTensions,
  springTorque,
  staticSetting,
  TensionModel,
  type BeltTension,
  type PulleyLoad,
  type TensionOptions,
  type TensionSource,
} from './tension/span-tensions.ts'
export { HELP_BY, whatHelps, type Help, type Helping, type WhatHelps } from './tension/what-helps.ts'
export { wordingFor, type Wording } from './solution/names.ts'
export { type Problem, type ProblemCode } from './solution/problem.ts'
export {
  allProblems,
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

export { gripWorking } from './working/tension-working.ts'
export { beltSpeedWorking, ratioWorking, speedWorking, timeWorking } from './working/speed-working.ts'
export { wantedWorking } from './working/wanted-working.ts'
export {
  lengthWorking,
  type Working,
  type WorkingLine,
  type WorkingPart,
  type WorkingValue,
} from './working/working.ts'

export {
  basedOnSchema,
  MOST_PHOTO_BYTES,
  saveIdSchema,
  distanceRefusal,
  MOST_VEHICLES_LISTED,
  type Found,
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

export { ruleFieldsSchema, shopRulesOf, type RuleConflict, type ShopRule } from './api/rule-records.ts'
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
export {
  diagnose,
  type Answer,
  type Diagnosed,
  type Diagnosis,
  type Evidence,
  type NextTest,
  type Suspect,
} from './noise/diagnose.ts'
export {
  NOMINAL_KNOWLEDGE,
  readKnowledge,
  type Ask,
  type Cause,
  type Knowledge,
  type KnowledgeFile,
  type KnowledgeRead,
  type NoiseTest,
} from './noise/knowledge.ts'
export { readDiagnoseFile } from './noise/diagnose-file.ts'
export { driveEvidence, unanswered, type DriveSays } from './noise/drive-evidence.ts'
export { findingFieldsSchema, type Finding, type FindingFields } from './api/finding-records.ts'
export { madeUpNoise, NOISE_KINDS, type MadeUpNoise, type NoiseKind } from './sound/made-up-noise.ts'
export { hearNoise, type HeardKind, type HeardNoise, type NoiseHeard, type Spectrogram } from './sound/noise-sound.ts'
export { recurring, repetitionAnswer, repetitionMatches, type RepetitionMatch } from './noise/repetition.ts'
export { speedOfFiring } from './sound/firing.ts'
export { findingsCsv, walkroundsCsv } from './exchange/record-csv.ts'
export { type Walkround } from './api/walkround-records.ts'
export { type LimitMet } from './wear/trend.ts'
export { checkOf, type CheckFigure, type CheckId, type WearVerdict } from './wear/checks.ts'
export { compareWalkrounds, type ComparedCheck } from './wear/compare.ts'
export { dueItems, type DueItem } from './wear/due.ts'
export { furthestRead, lastFitting, lastJudged, partTrends, type PartTrend, type WearHistory } from './wear/history.ts'
export { figureText, judge, judgePart, type CheckJudged, type PartJudged, type Seen } from './wear/judge.ts'
export { judgeAge } from './wear/belt-age.ts'
export { sumUp, type WalkroundSum, type WatchUntil } from './wear/sum.ts'
export { MOST_MARKS, MOST_PICTURES, type MarkedPhoto } from './drive/marked-photo.ts'
export { wearAt } from './wear/trend.ts'
export { wearParts, type WearPart } from './wear/parts.ts'
export { walkroundFieldsSchema, type CheckPhoto, type WalkroundCheck, type WalkroundFields } from './wear/walkround.ts'
export {
  knowledgeSaveSchema,
  type KnowledgeConflict,
  type KnowledgeSave,
  type KnowledgeVersion,
  type KnowledgeVersionSummary,
} from './api/knowledge-records.ts'
export {
  JOB_STAGES,
  jobFieldsSchema,
  MOST_JOBS,
  newJob,
  PART_PLACES,
  type Board,
  type BoardCounts,
  type BoardDue,
  type BoardDues,
  type BoardRow,
  type Job,
  type JobConflict,
  type JobFields,
  type JobPart,
  type JobStage,
  type JobStanding,
  type JobTick,
  type PartPlace,
} from './api/job-records.ts'
export { FIT_PHASES, type FitPhase } from './fit/plan.ts'
export { jobChange, type Changer } from './jobs/job-change.ts'
export { jobPlan, moveRefusal, type JobPlan, type JobStep } from './jobs/job-plan.ts'
export { jobStanding, SECOND_CHECK_DAYS } from './jobs/standing.ts'
export {
  LEAST_PASSPHRASE,
  mayAs,
  newPersonSchema,
  passphraseSchema,
  personFieldsSchema,
  ROLES,
  signInSchema,
  type PersonConflict,
  type PersonFields,
  type PersonRecord,
  type Role,
  type SessionRecord,
} from './api/person-records.ts'
