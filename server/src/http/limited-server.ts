import { createServer, type RequestListener, type Server } from 'node:http'
import { createServer as createTlsServer } from 'node:https'

export interface RequestTimes {
  /** Milliseconds until the headers of a request have to be there. */
  readonly headers: number
  /** Milliseconds until all of a request has to be there: the largest picture over a slow wireless. */
  readonly whole: number
  /** Milliseconds between two looks. */
  readonly every: number
}

const TIMES: RequestTimes = { headers: 15_000, whole: 180_000, every: 5000 }

interface Certificate {
  readonly cert: Buffer
  readonly key: Buffer
}

/** A server that waits for nobody for ever: a request that is begun and not ended is closed. With a certificate it speaks TLS. */
export function limitedServer(
  listener: RequestListener,
  { headers, whole, every }: RequestTimes = TIMES,
  certificate?: Certificate,
): Server {
  const limits = {
    headersTimeout: headers,
    requestTimeout: whole,
    connectionsCheckingInterval: every,
    keepAliveTimeout: 5000,
  }
  if (certificate === undefined) return createServer(limits, listener)
  return createTlsServer({ ...limits, ...certificate, minVersion: 'TLSv1.2', handshakeTimeout: headers }, listener)
}
