import type {
  DocumentProblem,
  DriveConflict,
  ErrorBody,
  JobConflict,
  KnowledgeConflict,
  PersonConflict,
  RuleConflict,
  ShelfConflict,
  StackConflict,
  VehicleConflict,
} from '@emery/core'

/** Every error the server answers with: docs/reference/errors.md lists each, and a test holds the two together. */
export const ERRORS = {
  BAD_JSON: { status: 400, message: 'The request is not valid JSON.' },
  BAD_REQUEST: { status: 400, message: 'The request is not complete or not understood.' },
  BAD_DOCUMENT: { status: 422, message: 'This is not a drive document Emery can take. Nothing was stored.' },
  FOREIGN_ORIGIN: { status: 403, message: 'This request came from another site and was refused.' },
  NOT_SIGNED_IN: { status: 401, message: 'Sign in first. Nothing was stored.' },
  WRONG_PASSPHRASE: { status: 401, message: 'Name and passphrase do not go together.' },
  NOT_ALLOWED: { status: 403, message: 'Your role does not allow this; ask a lead. Nothing was stored.' },
  NOT_FOUND: { status: 404, message: 'There is nothing at this address.' },
  VEHICLE_NOT_FOUND: { status: 404, message: 'There is no such vehicle; it may have been deleted.' },
  VEHICLE_HAS_DRIVES: { status: 409, message: 'Its drives are still on it. Take them off it, or delete them, first.' },
  DRIVE_NOT_FOUND: { status: 404, message: 'There is no such drive; it may have been deleted.' },
  PHOTO_NOT_FOUND: { status: 404, message: 'There is no such picture; it may have been deleted.' },
  SHELF_BELT_NOT_FOUND: { status: 404, message: 'There is no such belt on the shelf; it may have been taken off.' },
  STACK_PART_NOT_FOUND: { status: 404, message: 'There is no such part in the table; it may have been struck out.' },
  FINDING_NOT_FOUND: { status: 404, message: 'There is no such finding; it may have been struck out.' },
  FITTING_NOT_FOUND: { status: 404, message: 'There is no such fitting; it may have been struck out.' },
  WALKROUND_NOT_FOUND: { status: 404, message: 'There is no such walkround; it may have been struck out.' },
  PERSON_NOT_FOUND: { status: 404, message: 'There is no such person on the list; they may have been taken off it.' },
  KNOWLEDGE_NOT_FOUND: { status: 404, message: 'There is no such version of the knowledge.' },
  JOB_NOT_FOUND: { status: 404, message: 'There is no such job; it may have been struck out.' },
  RULE_NOT_FOUND: { status: 404, message: 'There is no such rule.' },
  NAME_TAKEN: { status: 409, message: 'Someone on the list is called that already. Nothing was stored.' },
  LAST_LEAD: { status: 409, message: 'A workshop keeps at least one lead. Make someone else a lead first.' },
  SHELF_FULL: { status: 409, message: 'The shelf holds at most 20,000 belts. Nothing was added.' },
  STACK_FULL: { status: 409, message: 'The table holds at most 2,000 parts. Nothing was added.' },
  JOBS_FULL: { status: 409, message: 'There are 50,000 jobs already. Nothing was added.' },
  VERSION_CONFLICT: { status: 409, message: 'Someone else saved this in the meantime. Choose which version to keep.' },
  TOO_LARGE: { status: 413, message: 'This is larger than a drive document can be (1 MB). Nothing was stored.' },
  PHOTO_TOO_LARGE: { status: 413, message: 'This picture is larger than 15 MB. Save it smaller and load it again.' },
  ZIP_TOO_LARGE: { status: 413, message: 'This ZIP is larger than 100 MB. Nothing was stored.' },
  PHOTO_TOO_MANY_PIXELS: {
    status: 413,
    message: 'This picture has more than 60 million pixels. Save it smaller and load it again.',
  },
  UNSUPPORTED_TYPE: { status: 415, message: 'Emery takes JSON here.' },
  PHOTO_NOT_READ: { status: 422, message: 'This is not a picture Emery can read. It takes JPEG and PNG.' },
  BAD_ZIP: { status: 422, message: 'This is not a ZIP of a vehicle that Emery can take. Nothing was stored.' },
  TOO_MANY_REQUESTS: { status: 429, message: 'Too many requests in a short time. Wait a minute.' },
  TOO_MANY_ATTEMPTS: { status: 429, message: 'Too many sign-ins have failed. Wait a quarter of an hour.' },
  INTERNAL: { status: 500, message: 'Something went wrong in Emery itself. Nothing you entered is lost; try again.' },
  DATABASE_AWAY: { status: 503, message: 'The database does not answer. Nothing was stored; it will be tried again.' },
} as const satisfies Record<string, { status: number; message: string }>

export type ErrorCode = keyof typeof ERRORS

export interface ErrorDetails {
  readonly problems?: readonly DocumentProblem[]
  readonly conflict?:
    | DriveConflict
    | VehicleConflict
    | ShelfConflict
    | StackConflict
    | RuleConflict
    | KnowledgeConflict
    | JobConflict
    | PersonConflict
}

/** An error out of the catalogue, thrown by services and turned into an answer by `answerErrors`. */
export class ApiError extends Error {
  override readonly name = 'ApiError'

  constructor(
    readonly code: ErrorCode,
    readonly details: ErrorDetails = {},
  ) {
    super(ERRORS[code].message)
  }

  get status(): number {
    return ERRORS[this.code].status
  }

  body(): ErrorBody {
    return { error: { code: this.code, message: this.message, ...this.details } }
  }
}
