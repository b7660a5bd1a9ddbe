import { Router } from 'express'
import type { Operations } from '../http/operations.ts'
import { personOf } from '../people/rights.ts'
import type { DeletedService } from './deleted-service.ts'

/** `GET /`: what was deleted lately and whoever asks may bring back. */
export function deletedRoutes(deleted: DeletedService): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    response.json({ deleted: await deleted.list(personOf(response).role) })
  })
  return routes
}

export const deletedOperations: Operations = {
  'GET /': { summary: 'What was deleted in the last 30 days and can be brought back, the last first' },
}
