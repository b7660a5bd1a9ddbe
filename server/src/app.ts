import compression from 'compression'
import express, { type Express, type RequestHandler } from 'express'
import { rateLimit } from 'express-rate-limit'
import staticGzip from 'express-static-gzip'
import helmet from 'helmet'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import { apiAddresses } from './api.ts'
import { AuditLog } from './audit/audit-log.ts'
import { answerErrors, nothingHere } from './http/answer-errors.ts'
import { ApiError } from './http/errors.ts'
import { sendOn } from './http/old-addresses.ts'
import { ownSiteOnly } from './http/own-site-only.ts'
import { requestLog } from './http/request-log.ts'
import { PeopleService } from './people/people-service.ts'
import { enforceRights } from './people/rights.ts'
import { SessionService } from './people/session-service.ts'
import type { PassphraseCost } from './people/passphrases.ts'
import { Metrics } from './service/metrics.ts'

export interface AppParts {
  readonly source: DataSource
  readonly log: Logger
  readonly now: () => Date
  /** The built pages; none in tests of the API alone. */
  readonly webDir?: string
  /** Folder of the made-up drives and the picture to practise on. */
  readonly examplesDir?: string
  /** Names besides addresses and localhost under which this server is reached. */
  readonly hostNames?: readonly string[]
  /** Addresses of proxies whose word is taken for where a request came from, and whether over TLS; `loopback` for this machine. */
  readonly proxies?: readonly string[]
  readonly requestsPerMinute?: number
  /** Addresses under which a phone reaches this server; none where it listens on its own machine only. */
  readonly reachedAt?: readonly string[]
  /** Path of the certificate of the workshop's own authority. */
  readonly authority?: string
  /** Whether made-up people sign in with one tap: the demo, seen from the machine it runs on. */
  readonly oneTap?: boolean
  /** Bytes that all pictures together may take. */
  readonly pictureBytes?: number
  /** Bytes on the database's disk below which nothing is written. */
  readonly keptFree?: number
  /** Where the copies are kept that are made by themselves. */
  readonly copiesDir?: string
  /** By which another machine may read the figures of this server. */
  readonly metricsToken?: string
  /** Said when the server is told to stop: streams end, which would go on for ever. */
  readonly stopping?: AbortSignal
  /** How dear guessing a passphrase is made. */
  readonly passphraseCost?: PassphraseCost
}

/** Far above what a hand can cause: the fastest dragging saves three times a second. */
const REQUESTS_PER_MINUTE = 3000

/** Some five thousand pictures of a telephone. */
const PICTURE_BYTES = 20e9

/** Room for what is under way, with much to spare. */
const KEPT_FREE = 100e6

export function buildApp({
  source,
  log,
  now,
  webDir,
  examplesDir,
  hostNames = [],
  proxies = [],
  requestsPerMinute = REQUESTS_PER_MINUTE,
  oneTap = false,
  reachedAt = [],
  authority,
  pictureBytes = PICTURE_BYTES,
  keptFree = KEPT_FREE,
  copiesDir,
  metricsToken,
  stopping = new AbortController().signal,
  passphraseCost,
}: AppParts): Express {
  const app = express()
  app.disable('x-powered-by')
  if (proxies.length > 0) app.set('trust proxy', [...proxies])
  app.use(securityHeaders())
  app.use(requestLog(log))
  const metrics = new Metrics({ source, copiesDir, token: metricsToken })
  app.use(metrics.watch)
  app.use(compression())
  app.use(sendOn)

  const api = express.Router()
  api.use(ownSiteOnly(hostNames))
  api.use(
    rateLimit({
      windowMs: 60_000,
      limit: requestsPerMinute,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: () => {
        throw new ApiError('TOO_MANY_REQUESTS')
      },
    }),
  )
  api.use((_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store')
    next()
  })
  const people = new PeopleService(source, now, passphraseCost)
  const sessions = new SessionService(source, now, passphraseCost)
  const audit = new AuditLog(source, now)
  api.use(enforceRights(sessions, audit))
  const addresses = apiAddresses({
    source,
    now,
    people,
    sessions,
    audit,
    oneTap,
    reachedAt,
    authority,
    pictureBytes,
    keptFree,
    examplesDir,
    copiesDir,
    stopping,
  })
  for (const { path, routes } of addresses) api.use(path, routes)
  api.use(nothingHere)
  app.use('/api', api)
  app.use('/metrics', ownSiteOnly(hostNames), metrics.routes())

  if (webDir !== undefined) app.use(pages(webDir))
  app.use(nothingHere)
  app.use(answerErrors(log))
  return app
}

function securityHeaders(): RequestHandler {
  return helmet({
    // Served over plain http on the workshop's own machine: asking for https would only break it.
    strictTransportSecurity: false,
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        // Ant Design writes its styles into the page.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
  })
}

/** The built pages: assets by hashed names for ever, the page itself asked for again each time, for every address of its own. */
function pages(webDir: string): RequestHandler {
  const router = express.Router()
  router.use(
    '/assets',
    staticGzip(join(webDir, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br'],
      serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
    }),
  )
  router.use(
    express.static(webDir, {
      index: false,
      maxAge: '1h',
      setHeaders: (response, path) => {
        // Asked again each time: by it a browser finds out that there is a new version.
        if (/\/(sw|workbox-[^/]+)\.js$|\.webmanifest$/.test(path)) response.setHeader('Cache-Control', 'no-cache')
      },
    }),
  )
  router.get('/{*rest}', (request, response, next) => {
    const page = join(webDir, 'index.html')
    if (request.accepts('html') === false || !existsSync(page)) {
      next()
      return
    }
    response.setHeader('Cache-Control', 'no-cache')
    response.sendFile(page)
  })
  return router
}
