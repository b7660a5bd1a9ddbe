import { json, Router } from 'express'
import { practiceResultSchema, practiceTaskSchema } from '@emery/core/api'
import type { Write } from '../edits/write-once.ts'
import type { Operations } from '../http/operations.ts'
import { checked } from '../http/request-checks.ts'
import { personOf } from '../people/rights.ts'
import type { PracticeService } from './practice-service.ts'

export function practiceRoutes(practice: PracticeService, write: Write): Router {
  const routes = Router()
  const body = json({ limit: '10kb', strict: false })

  routes.get('/', async (_request, response) => {
    response.json(await practice.page(personOf(response)))
  })

  routes.post(
    '/results',
    body,
    write(201, (request, response) =>
      practice.add(personOf(response), checked(practiceResultSchema, request.body, '$')),
    ),
  )

  routes.post(
    '/tasks',
    body,
    write(201, (request, response) => practice.set(personOf(response), checked(practiceTaskSchema, request.body, '$'))),
  )

  routes.delete(
    '/tasks/:id',
    write(204, (request) => practice.drop(request.params.id)),
  )

  return routes
}

export const practiceOperations: Operations = {
  'GET /': { summary: 'What was set to be practised and how it went: one’s own, or everybody’s for a lead' },
  'POST /results': { summary: 'Keep how an exercise went', body: practiceResultSchema },
  'POST /tasks': { summary: 'Set somebody an exercise', body: practiceTaskSchema },
  'DELETE /tasks/:id': { summary: 'Take back an exercise that was set' },
}
