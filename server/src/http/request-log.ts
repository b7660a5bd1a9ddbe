import type { IncomingMessage, ServerResponse } from 'node:http'
import type { Logger } from 'pino'
import { pinoHttp, type HttpLogger } from 'pino-http'
import { v4 as newId } from 'uuid'

/**
 * One line for each request of the API, under an id that the answer carries as well. Of the address only the path is kept: what is
 * searched for may be somebody's name or number. No header is kept: a cookie is as good as a passphrase.
 */
export function requestLog(log: Logger): HttpLogger {
  return pinoHttp({
    logger: log,
    genReqId: (_request, response) => {
      const id = newId()
      response.setHeader('X-Request-Id', id)
      return id
    },
    autoLogging: { ignore: ({ url = '' }) => !url.startsWith('/api/') },
    wrapSerializers: false,
    quietReqLogger: true,
    customAttributeKeys: { reqId: 'id', responseTime: 'ms' },
    customSuccessObject: (request, response, value: object) => ({ ...value, ...words(request, response) }),
    customErrorObject: (request, response, _error, value: object) => ({ ...value, ...words(request, response) }),
    customSuccessMessage: () => 'request',
    customErrorMessage: () => 'request',
    serializers: { req: () => undefined, res: () => undefined, err: () => undefined },
  })
}

function words(request: IncomingMessage & { originalUrl?: string }, response: ServerResponse) {
  return { method: request.method, path: pathOf(request.originalUrl ?? request.url), status: response.statusCode }
}

/** An address without what is asked of it. */
export function pathOf(url = ''): string {
  return url.replace(/\?.*$/s, '')
}
