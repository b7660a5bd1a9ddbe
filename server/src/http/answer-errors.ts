import type { ErrorRequestHandler, RequestHandler } from 'express'
import type { Logger } from 'pino'
import { refusalOfDatabase } from '../database/refusals.ts'
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
  const { type, status } = error as { type?: unknown; status?: unknown }
  if (typeof type === 'string' && PARSER_ERRORS[type] !== undefined) return new ApiError(PARSER_ERRORS[type])
  const refusal = refusalOfDatabase(error)
  if (refusal !== null) return new ApiError(refusal)
  // Express's own router and file server throw with a status: a malformed URL, a file that is not there, a path that leads out.
  if (status === 400) return new ApiError('BAD_REQUEST')
  if (typeof status === 'number' && status > 400 && status < 500) return new ApiError('NOT_FOUND')
  return new ApiError('INTERNAL')
}
