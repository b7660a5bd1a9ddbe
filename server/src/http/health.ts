import { Router } from 'express'
import type { DataSource } from 'typeorm'
import type { Operations } from './operations.ts'

/** Milliseconds a healthy database takes at most to answer the smallest question. */
const TIMEOUT_MS = 2000

/** Says whether the server can do its work: it asks the database, not only itself. */
export function healthRoutes(source: DataSource): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    const database = await answers(source)
    response.status(database ? 200 : 503).json({ status: database ? 'ok' : 'down', database: database ? 'ok' : 'away' })
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
  'GET /': { summary: 'Whether the server can do its work; 503 where the database does not answer' },
}
