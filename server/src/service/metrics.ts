import { createHash, timingSafeEqual } from 'node:crypto'
import { Router, type RequestHandler } from 'express'
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import type { DataSource } from 'typeorm'
import { ApiError } from '../http/errors.ts'
import { isFromHere } from '../people/rights.ts'
import { copiesIn } from './copies-state.ts'

interface MetricsParts {
  readonly source: DataSource
  readonly copiesDir: string | undefined
  /** By which a machine elsewhere may read the figures; without it only this one may. */
  readonly token: string | undefined
}

/** The connections of a database's driver, as far as it tells of them. */
interface Pool {
  readonly _allConnections?: { readonly length: number }
  readonly _freeConnections?: { readonly length: number }
  readonly _connectionQueue?: { readonly length: number }
}

/** Seconds; what a hand at a page feels lies between the first and the fifth. */
const BUCKETS = [0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10]

/** Figures of one server for whoever watches it, in the text form of Prometheus. */
export class Metrics {
  private readonly registry = new Registry()
  private readonly requests = new Histogram({
    name: 'emery_request_seconds',
    help: 'Time from a request to the end of its answer, by route',
    labelNames: ['method', 'route', 'status'],
    buckets: BUCKETS,
    registers: [this.registry],
  })
  private readonly conflicts = new Counter({
    name: 'emery_conflicts_total',
    help: 'Writes that met a version someone else had saved',
    registers: [this.registry],
  })

  constructor(private readonly parts: MetricsParts) {
    collectDefaultMetrics({ register: this.registry })
    const { source, copiesDir } = parts
    const connections = new Gauge({
      name: 'emery_database_connections',
      help: 'Connections to the database: open, idle, and requests that wait for one',
      labelNames: ['state'],
      registers: [this.registry],
      collect: () => {
        const { pool = {} } = source.driver as { readonly pool?: Pool }
        connections.set({ state: 'open' }, pool._allConnections?.length ?? 0)
        connections.set({ state: 'idle' }, pool._freeConnections?.length ?? 0)
        connections.set({ state: 'waiting' }, pool._connectionQueue?.length ?? 0)
      },
    })
    const lastCopy = new Gauge({
      name: 'emery_last_copy_timestamp_seconds',
      help: 'When the newest proved copy was made, seconds since 1970; 0 before the first',
      registers: [this.registry],
      collect: async () => {
        const lastGood = (await copiesIn(copiesDir))?.lastGood
        lastCopy.set(lastGood == null ? 0 : Date.parse(lastGood) / 1000)
      },
    })
  }

  /** Times every request by the route that answered it: addresses with ids in them are one route. */
  readonly watch: RequestHandler = (request, response, next) => {
    const end = this.requests.startTimer({ method: request.method })
    response.once('finish', () => {
      const route = request.route as { readonly path?: unknown } | undefined
      const path = typeof route?.path === 'string' ? `${request.baseUrl.replace(ID, ':id')}${route.path}` : 'other'
      end({ route: path, status: response.statusCode })
      if (response.statusCode === 409) this.conflicts.inc()
    })
    next()
  }

  /** The page that is fetched, from this machine or with the token. */
  routes(): Router {
    const routes = Router()
    routes.get('/', async (request, response) => {
      const given = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1]
      if (!isFromHere(request) && !this.isToken(given)) throw new ApiError('NOT_ALLOWED')
      response.type(this.registry.contentType).send(await this.registry.metrics())
    })
    return routes
  }

  private isToken(given: string | undefined): boolean {
    const { token } = this.parts
    return token !== undefined && given !== undefined && timingSafeEqual(hashed(token), hashed(given))
  }
}

const ID = /[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g

const hashed = (text: string) => createHash('sha256').update(text).digest()
