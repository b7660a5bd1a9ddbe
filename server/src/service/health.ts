import { Router } from 'express'
import type { DataSource } from 'typeorm'
import type { HealthRecord } from '@emery/core/api'
import type { Operations } from '../http/operations.ts'
import { copiesIn } from './copies-state.ts'

/** Milliseconds a healthy database takes at most to answer the smallest question. */
const TIMEOUT_MS = 2000

export interface HealthParts {
  readonly source: DataSource
  /** Where the copies are kept; undefined where this server was not told. */
  readonly copiesDir: string | undefined
  /** Said once the server was told to stop. */
  readonly stopping: AbortSignal
}

/** Says whether the server can do its work: it asks the database, not only itself. */
export function healthRoutes({ source, copiesDir, stopping }: HealthParts): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    const [database, copies] = await Promise.all([answers(source), copiesIn(copiesDir)])
    const health: HealthRecord = { status: database ? 'ok' : 'down', database: database ? 'ok' : 'away', copies }
    response.status(database ? 200 : 503).json(health)
  })
  // That it answers at all: whoever watches it starts one again that does not.
  routes.get('/live', (_request, response) => {
    response.json({ status: 'ok' })
  })
  // That it may be sent work: a balancer passes one by that is about to stop, or has no database.
  routes.get('/ready', async (_request, response) => {
    const ready = !stopping.aborted && (await answers(source))
    response.status(ready ? 200 : 503).json({ status: ready ? 'ok' : 'down' })
  })
  return routes
}

async function answers(source: DataSource): Promise<boolean> {
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<false>((resolve) => {
    timer = setTimeout(() => resolve(false), TIMEOUT_MS)
  })
  try {
    return await Promise.race([source.query('SELECT 1').then(() => true), late])
  } catch {
    return false
  } finally {
    clearTimeout(timer)
  }
}

export const healthOperations: Operations = {
  'GET /': { summary: 'Whether the server can do its work, and when it was last copied; 503 without the database' },
  'GET /live': { summary: 'That the server answers at all' },
  'GET /ready': { summary: 'Whether it may be sent work; 503 while it stops, or without the database' },
}
