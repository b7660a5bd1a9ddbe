import type { ErrorBody } from '@emery/core/api'

/** Every error the server answers with: docs/reference/errors.md lists each, and a test holds the two together. */
export const ERRORS = {
  BAD_JSON: { status: 400, message: 'The request is not valid JSON.' },
  BAD_REQUEST: { status: 400, message: 'The request is incomplete or invalid.' },
  BAD_DOCUMENT: { status: 422, message: 'This is not a valid drive document. Nothing was saved.' },
  FOREIGN_ORIGIN: { status: 403, message: 'This request came from another site and was refused.' },
  NOT_SIGNED_IN: { status: 401, message: 'Sign in first. Nothing was saved.' },
  HANDOVER_OVER: { status: 410, message: 'This code was used already or is too old. Show a new one on the desk.' },
  WRONG_PASSPHRASE: { status: 401, message: 'Name or passphrase is wrong.' },
  NOT_ALLOWED: { status: 403, message: 'Your role does not allow this. Ask a lead. Nothing was saved.' },
  NOT_FOUND: { status: 404, message: 'Page not found.' },
  VEHICLE_NOT_FOUND: { status: 404, message: 'There is no such vehicle; it may have been deleted.' },
  VEHICLE_HAS_DRIVES: { status: 409, message: 'This vehicle still has drives. Remove or delete them first.' },
  DRIVE_MOVED: {
    status: 409,
    message: 'Someone else has put this drive on another vehicle. Look where it is now, then move it again.',
  },
  DRIVE_NOT_FOUND: { status: 404, message: 'There is no such drive; it may have been deleted.' },
  PHOTO_NOT_FOUND: { status: 404, message: 'There is no such picture; it may have been deleted.' },
  SHELF_BELT_NOT_FOUND: { status: 404, message: 'There is no such belt on the shelf; it may have been deleted.' },
  BELT_LINE_PART_NOT_FOUND: {
    status: 404,
    message: 'There is no such part in the table; it may have been deleted.',
  },
  DIAGNOSIS_NOT_FOUND: { status: 404, message: 'There is no such diagnosis; it may have been deleted.' },
  FITTING_NOT_FOUND: { status: 404, message: 'There is no such fitting; it may have been deleted.' },
  INSPECTION_NOT_FOUND: { status: 404, message: 'There is no such inspection; it may have been deleted.' },
  PERSON_NOT_FOUND: { status: 404, message: 'There is no such person on the list; they may have been removed.' },
  PRACTICE_TASK_NOT_FOUND: { status: 404, message: 'There is no such task; it may have been taken back.' },
  KNOWLEDGE_NOT_FOUND: { status: 404, message: 'There is no such version of the knowledge.' },
  JOB_NOT_FOUND: { status: 404, message: 'There is no such job; it may have been deleted.' },
  RULE_NOT_FOUND: { status: 404, message: 'There is no such rule.' },
  NAME_TAKEN: { status: 409, message: 'Someone already has this name. Nothing was saved.' },
  LAST_LEAD: { status: 409, message: 'A workshop needs at least one lead. Make someone else a lead first.' },
  SHELF_FULL: { status: 409, message: 'The shelf holds at most 20,000 belts. Nothing was added.' },
  BELT_LINE_PARTS_FULL: { status: 409, message: 'The table holds at most 2,000 parts. Nothing was added.' },
  JOBS_FULL: { status: 409, message: 'There are 50,000 jobs already. Nothing was added.' },
  PHOTOS_FULL: { status: 409, message: 'Pictures take all the room they may. Delete some under Pictures first.' },
  VERSION_CONFLICT: { status: 409, message: 'Someone else has saved this. Choose which version to keep.' },
  TOO_LARGE: { status: 413, message: 'This is larger than 1 MB, the limit for a drive document. Nothing was saved.' },
  PHOTO_TOO_LARGE: { status: 413, message: 'This photo is larger than 15 MB. Save it smaller and load it again.' },
  ZIP_TOO_LARGE: { status: 413, message: 'This ZIP is larger than 100 MB. Nothing was saved.' },
  PHOTO_TOO_MANY_PIXELS: {
    status: 413,
    message: 'This photo has more than 60 million pixels. Save it smaller and load it again.',
  },
  UNSUPPORTED_TYPE: { status: 415, message: 'This address takes JSON only.' },
  PHOTO_NOT_READ: { status: 422, message: 'This is not a JPEG or PNG photo.' },
  BAD_ZIP: { status: 422, message: 'This is not a valid vehicle ZIP. Nothing was saved.' },
  TOO_MANY_REQUESTS: { status: 429, message: 'Too many requests in a short time. Wait a minute.' },
  TOO_HEAVY: { status: 503, message: 'This took more time or memory than Emery gives it. Try again in a minute.' },
  TOO_MANY_ATTEMPTS: { status: 429, message: 'Too many sign-ins have failed. Wait a minute and try again.' },
  INTERNAL: { status: 500, message: 'Something went wrong in Emery. Your entries are not lost. Try again.' },
  DISK_FULL: {
    status: 507,
    message: 'The disk that Emery writes to is full. Nothing was saved. Make room: Emery will retry.',
  },
  DATABASE_READ_ONLY: {
    status: 503,
    message: 'The database cannot be written at the moment. Nothing was saved. Emery will retry.',
  },
  DATABASE_AWAY: { status: 503, message: 'The database is not responding. Nothing was saved. Emery will retry.' },
} as const satisfies Record<string, { status: number; message: string }>

export type ErrorCode = keyof typeof ERRORS

/** What an answer says besides code and message. */
export type ErrorDetails = Omit<ErrorBody['error'], 'code' | 'message'>

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
