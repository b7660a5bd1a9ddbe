import compression from 'compression'
import express, { type Express, type RequestHandler } from 'express'
import { rateLimit } from 'express-rate-limit'
import helmet from 'helmet'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import {
  findingFieldsSchema,
  fittingFieldsSchema,
  jobFieldsSchema,
  MOST_STACK_ROWS,
  stackFieldsSchema,
  walkroundFieldsSchema,
} from '@emery/core'
import { driveRoutes } from './drives/drive-routes.ts'
import { DriveService } from './drives/drive-service.ts'
import { exampleRoutes } from './examples/example-routes.ts'
import { findingsOf } from './findings/findings.ts'
import { fittingsOf } from './fittings/fittings.ts'
import { answerErrors, nothingHere } from './http/answer-errors.ts'
import { ApiError } from './http/errors.ts'
import { healthRoutes } from './http/health.ts'
import { ownSiteOnly } from './http/own-site-only.ts'
import { jobsOf } from './jobs/jobs.ts'
import { knowledgeRoutes } from './knowledge/knowledge-routes.ts'
import { KnowledgeService } from './knowledge/knowledge-service.ts'
import { photoRoutes } from './photos/photo-routes.ts'
import { PhotoService } from './photos/photo-service.ts'
import { ruleRoutes } from './rules/rule-routes.ts'
import { RuleService } from './rules/rule-service.ts'
import { shelfRoutes } from './shelf/shelf-routes.ts'
import { ShelfService } from './shelf/shelf-service.ts'
import { driveRowRoutes } from './rows/drive-routes.ts'
import { versionedRoutes } from './rows/versioned-routes.ts'
import { stackParts } from './stack/stack-parts.ts'
import { vehicleRoutes } from './vehicles/vehicle-routes.ts'
import { VehicleService } from './vehicles/vehicle-service.ts'
import { walkroundsOf } from './walkrounds/walkrounds.ts'

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
  readonly requestsPerMinute?: number
}

/** Far above what a hand can cause: the fastest dragging saves three times a second. */
const REQUESTS_PER_MINUTE = 3000

export function buildApp({
  source,
  log,
  now,
  webDir,
  examplesDir,
  hostNames = [],
  requestsPerMinute = REQUESTS_PER_MINUTE,
}: AppParts): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(securityHeaders())
  app.use(requestLog(log))
  app.use(compression())

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
  api.use('/health', healthRoutes(source))
  api.use('/vehicles', vehicleRoutes(new VehicleService(source, now)))
  api.use('/drives', driveRoutes(new DriveService(source, now)))
  api.use(
    '/drives/:driveId/fittings',
    driveRowRoutes({ rows: fittingsOf(source, now), schema: fittingFieldsSchema, named: 'fittings' }),
  )
  api.use(
    '/drives/:driveId/findings',
    driveRowRoutes({ rows: findingsOf(source, now), schema: findingFieldsSchema, named: 'findings' }),
  )
  api.use(
    '/drives/:driveId/walkrounds',
    driveRowRoutes({
      rows: walkroundsOf(source, now),
      schema: walkroundFieldsSchema,
      named: 'walkrounds',
      largest: '1mb',
    }),
  )
  api.use('/knowledge', knowledgeRoutes(new KnowledgeService(source, now)))
  api.use('/shelf', shelfRoutes(new ShelfService(source, now)))
  api.use(
    '/belt-line-parts',
    versionedRoutes({
      rows: stackParts(source, now),
      schema: stackFieldsSchema,
      named: 'parts',
      most: MOST_STACK_ROWS,
    }),
  )
  api.use(
    '/jobs',
    versionedRoutes({
      rows: jobsOf(source, now),
      schema: jobFieldsSchema,
      named: 'jobs',
      most: 100,
      askedBy: 'driveId',
    }),
  )
  api.use('/rules', ruleRoutes(new RuleService(source, now)))
  api.use('/photos', photoRoutes(new PhotoService(source, now)))
  api.use('/examples', exampleRoutes(examplesDir))
  api.use(nothingHere)
  app.use('/api', api)

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

function requestLog(log: Logger): RequestHandler {
  return (request, response, next) => {
    const begun = process.hrtime.bigint()
    response.on('finish', () => {
      const ms = Number(process.hrtime.bigint() - begun) / 1e6
      log.info({ method: request.method, url: request.originalUrl, status: response.statusCode, ms }, 'request')
    })
    next()
  }
}

/** The built pages: assets by hashed names for ever, the page itself asked for anew each time, for every address of its own. */
function pages(webDir: string): RequestHandler {
  const router = express.Router()
  router.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
  router.use(express.static(webDir, { index: false, maxAge: '1h' }))
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
