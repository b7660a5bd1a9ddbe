import type { DocumentProblem } from '../drive/document-problem.ts'
import type { JobConflict } from './job-records.ts'
import type { PersonConflict } from './person-records.ts'
import type { KnowledgeConflict } from './knowledge-records.ts'
import type { RuleConflict } from './rule-records.ts'
import type { ShelfConflict } from './shelf-records.ts'
import type { BeltLinePartConflict } from './belt-line-part-records.ts'
import type { DriveConflict, VehicleConflict } from './records.ts'

export interface ErrorBody {
  readonly error: {
    readonly code: string
    readonly message: string
    /** What in a document or a request is wrong, by JSON path. */
    readonly problems?: readonly DocumentProblem[]
    /** On a conflict: the save that was refused and what stands there now. */
    readonly conflict?:
      | DriveConflict
      | VehicleConflict
      | ShelfConflict
      | BeltLinePartConflict
      | RuleConflict
      | KnowledgeConflict
      | JobConflict
      | PersonConflict
  }
}
