import type { ErrorRequestHandler, RequestHandler } from 'express'
import type { Logger } from 'pino'
import { TooHeavy } from '../workers/pool.ts'
import { ApiError, type ErrorCode } from './errors.ts'
import { pathOf } from './request-log.ts'

export const nothingHere: RequestHandler = () => {
  throw new ApiError('NOT_FOUND')
}

/** Turns whatever was thrown into an answer out of the catalogue; only surprises are logged as errors. */
export function answerErrors(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error)
      return
    }
    const answer = asApiError(error)
    if (answer.status >= 500)
      log.error({ err: error, method: request.method, path: pathOf(request.originalUrl), id: request.id }, answer.code)
    response.status(answer.status).json(answer.body())
  }
}

/** What Express's body parsers call their refusals. */
const PARSER_ERRORS: Readonly<Record<string, ErrorCode>> = {
  'entity.parse.failed': 'BAD_JSON',
  'entity.too.large': 'TOO_LARGE',
  'encoding.unsupported': 'UNSUPPORTED_TYPE',
  'charset.unsupported': 'UNSUPPORTED_TYPE',
  'request.aborted': 'BAD_REQUEST',
  'request.size.invalid': 'BAD_REQUEST',
}

function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error
  if (error instanceof TooHeavy) return new ApiError('TOO_HEAVY')
  const { type, code, driverError, status } = error as {
    type?: unknown
    code?: unknown
    driverError?: { code?: unknown }
    status?: unknown
  }
  if (typeof type === 'string' && PARSER_ERRORS[type] !== undefined) return new ApiError(PARSER_ERRORS[type])
  if (DISK_FULL.has(code) || DISK_FULL.has(driverError?.code)) return new ApiError('DISK_FULL')
  if (READ_ONLY.has(code) || READ_ONLY.has(driverError?.code)) return new ApiError('DATABASE_READ_ONLY')
  if (isDatabaseAway(code) || isDatabaseAway(driverError?.code)) return new ApiError('DATABASE_AWAY')
  // Express's own router and file server throw with a status: a malformed URL, a file that is not there, a path that leads out.
  if (status === 400) return new ApiError('BAD_REQUEST')
  if (typeof status === 'number' && status > 400 && status < 500) return new ApiError('NOT_FOUND')
  return new ApiError('INTERNAL')
}

const AWAY: ReadonlySet<unknown> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'PROTOCOL_CONNECTION_LOST',
  'PROTOCOL_ENQUEUE_AFTER_FATAL_ERROR',
  'ER_SERVER_SHUTDOWN',
  'ER_CON_COUNT_ERROR',
  // A node of a cluster that has lost the others, or has not all of their data yet.
  'ER_UNKNOWN_COM_ERROR',
])

/** What MariaDB says where it, or its folder, was set to be read only. */
const READ_ONLY: ReadonlySet<unknown> = new Set([
  'ER_OPTION_PREVENTS_STATEMENT',
  'ER_OPEN_AS_READONLY',
  'ER_CANT_EXECUTE_IN_READ_ONLY_TRANSACTION',
])

/** What MariaDB says where there is no room for what is written. */
const DISK_FULL: ReadonlySet<unknown> = new Set([
  'ER_DISK_FULL',
  'ER_RECORD_FILE_FULL',
  'ER_ERROR_ON_WRITE',
  'ER_TEMP_FILE_WRITE_FAILURE',
  'ER_IO_WRITE_ERROR',
])

function isDatabaseAway(code: unknown): boolean {
  return AWAY.has(code)
}
