/** What the other packages may take from here. */
export { type Changer, jobChange } from './job-change.ts'
export { jobChangeWords } from './job-change-words.ts'
export { jobEdit, type JobEdit, withJobEdit } from './job-edit.ts'
export {
  conditionsOf,
  withDiagnosis,
  withoutDiagnosis,
  withoutWork,
  withWork,
  workId,
  workOfDiagnosis,
  workOfDue,
  workOfInspection,
  workThatGoesWith,
} from './found-work.ts'
export { type MissingAtSignOff, missingAtSignOff, partOf, signedOff } from './sign-off.ts'
export { daysFrom, minutesLeft, movedInPlan, type PlannedJob, type PlanPlace, weekPlan } from './week.ts'
export { workTitle } from './work-steps.ts'
export { jobPlan, type JobPlan, type JobStep, moveRefusal, stepBefore } from './job-plan.ts'
export { onShelf, PLACES_IN_ORDER, priceOf } from './parts-list.ts'
export { jobStatus } from './job-status.ts'
