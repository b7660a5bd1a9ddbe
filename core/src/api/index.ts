/** What the other packages may take from here. */
export { type BeltLinePart, type BeltLinePartConflict, MAX_BELT_LINE_PARTS } from './belt-line-part-records.ts'
export { type Diagnosis, type DiagnosisFields, diagnosisFieldsSchema } from './diagnosis-records.ts'
export type { Inspection } from './inspection-records.ts'
export {
  type Board,
  type BoardCounts,
  type BoardDue,
  type BoardDues,
  type BoardRow,
  type Job,
  JOB_STAGES,
  type JobConflict,
  type JobFields,
  jobFieldsOf,
  jobFieldsSchema,
  type JobPart,
  type JobStage,
  type JobStatus,
  type JobTick,
  MAX_JOBS,
  newJob,
  PART_PLACES,
  type PartPlace,
} from './job-records.ts'
export {
  type KnowledgeConflict,
  type KnowledgeSave,
  knowledgeSaveSchema,
  type KnowledgeVersion,
  type KnowledgeVersionSummary,
} from './knowledge-records.ts'
export {
  mayAs,
  MIN_PASSPHRASE,
  newPersonSchema,
  passphraseSchema,
  type PersonConflict,
  type PersonFields,
  personFieldsSchema,
  type PersonRecord,
  type Role,
  ROLES,
  type SessionRecord,
  signInSchema,
} from './person-records.ts'
export {
  basedOnSchema,
  distanceRefusal,
  EDIT_HEADER,
  type DriveConflict,
  type DriveList,
  type DriveRecord,
  type ExampleDrive,
  type Found,
  MAX_PHOTO_BYTES,
  MAX_VEHICLES_LISTED,
  type PhotoRecord,
  type RevisionRecord,
  type RevisionSummary,
  saveIdSchema,
  type VehicleConflict,
  type VehicleFields,
  vehicleFieldsSchema,
  type VehicleRecord,
  type VehicleRevision,
  type VehicleSummary,
} from './records.ts'
export { type RuleConflict, ruleFieldsSchema, type ShopRule, shopRulesOf } from './rule-records.ts'
export {
  type DriveForBelt,
  type Fitting,
  type FittingFields,
  fittingFieldsSchema,
  MATERIALS,
  MAX_SHELF_ROWS,
  type ShelfBelt,
  type ShelfConflict,
  type ShelfFields,
  shelfFieldsSchema,
} from './shelf-records.ts'
export type { ErrorBody } from './error-body.ts'
