import { json, Router } from 'express'
import { handoverFieldsSchema } from '@emery/core/api'
import type { Write } from '../edits/write-once.ts'
import type { Operations } from '../http/operations.ts'
import { checked } from '../http/request-checks.ts'
import type { HandoverService } from './handover-service.ts'
import { personOf } from './rights.ts'

interface HandoverParts {
  readonly handovers: HandoverService
  /** Addresses under which a phone reaches this server, the best first. */
  readonly reachedAt: readonly string[]
  readonly write: Write
}

/** Links from the desk to a phone: made here, used up by `POST /api/session/handover`. */
export function handoverRoutes({ handovers, reachedAt, write }: HandoverParts): Router {
  const routes = Router()
  routes.get('/addresses', (_request, response) => {
    response.json({ addresses: reachedAt })
  })
  routes.get('/:id', async (request, response) => {
    response.json(await handovers.stateOf(request.params.id, personOf(response).id))
  })
  routes.post(
    '/',
    json({ limit: '10kb', strict: false }),
    write(201, async (request, response) => {
      const { path } = checked(handoverFieldsSchema, request.body, '$')
      return await handovers.make(personOf(response).id, path)
    }),
  )
  return routes
}

export const handoverOperations: Operations = {
  'GET /addresses': { summary: 'Under which addresses a phone reaches this server' },
  'GET /:id': { summary: 'Whether a link to a phone was used' },
  'POST /': { summary: 'Make a link that signs oneself in on a phone, once', body: handoverFieldsSchema, status: 201 },
}
