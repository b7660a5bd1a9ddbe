import { json, Router } from 'express'
import { knowledgeSaveSchema, readKnowledge } from '@emery/core'
import { personOf } from '../people/rights.ts'
import { ApiError } from '../http/errors.ts'
import { bodyOf, checked, wholeNumber } from '../http/request-checks.ts'
import type { KnowledgeService } from './knowledge-service.ts'

const MOST_VERSION = 1_000_000

/** `GET /` the newest, `PUT /` on top of it, `GET /versions`, `GET /versions/:version`. */
export function knowledgeRoutes(knowledge: KnowledgeService): Router {
  const routes = Router()

  routes.get('/', async (_request, response) => {
    response.json(await knowledge.current())
  })

  routes.put('/', json({ limit: '1mb', strict: false }), async (request, response) => {
    const { knowledge: file, ...rest } = bodyOf(request.body)
    const save = checked(knowledgeSaveSchema, rest, '$')
    const read = readKnowledge(file)
    if (!read.ok)
      throw new ApiError('BAD_REQUEST', {
        problems: read.problems.map(({ path, message }) => ({ path: path.replace('$', '$.knowledge'), message })),
      })
    response.json(await knowledge.save(read.knowledge, { ...save, by: personOf(response).name }))
  })

  routes.get('/versions', async (_request, response) => {
    response.json({ versions: await knowledge.list() })
  })

  routes.get('/versions/:version', async (request, response) => {
    response.json(
      await knowledge.get(wholeNumber(request.params.version, { min: 0, max: MOST_VERSION, otherwise: MOST_VERSION })),
    )
  })

  return routes
}
