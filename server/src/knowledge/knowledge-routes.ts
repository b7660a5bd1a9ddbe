import { object } from 'yup'
import { json, Router } from 'express'
import { knowledgeSaveSchema } from '@emery/core/api'
import { readKnowledge } from '@emery/core/noise'
import type { Write } from '../edits/write-once.ts'
import { BodyOf, type Operations } from '../http/operations.ts'
import { personOf } from '../people/rights.ts'
import { ApiError } from '../http/errors.ts'
import { bodyOf, checked, wholeNumber } from '../http/request-checks.ts'
import type { KnowledgeService } from './knowledge-service.ts'

const MAX_VERSION = 1_000_000

/** `GET /` the newest, `PUT /` on top of it, `GET /versions`, `GET /versions/:version`. */
export function knowledgeRoutes(knowledge: KnowledgeService, write: Write): Router {
  const routes = Router()

  routes.get('/', async (_request, response) => {
    response.json(await knowledge.current())
  })

  routes.put(
    '/',
    json({ limit: '1mb', strict: false }),
    write(200, async (request, response) => {
      const { knowledge: file, ...rest } = bodyOf(request.body)
      const save = checked(knowledgeSaveSchema, rest, '$')
      const read = readKnowledge(file)
      if (!read.ok)
        throw new ApiError('BAD_REQUEST', {
          problems: read.problems.map(({ path, message }) => ({ path: path.replace('$', '$.knowledge'), message })),
        })
      return await knowledge.save(read.knowledge, { ...save, by: personOf(response).name })
    }),
  )

  routes.get('/versions', async (_request, response) => {
    response.json({ versions: await knowledge.list() })
  })

  routes.get('/versions/:version', async (request, response) => {
    response.json(
      await knowledge.get(wholeNumber(request.params.version, { min: 0, max: MAX_VERSION, fallback: MAX_VERSION })),
    )
  })

  return routes
}

export const knowledgeOperations: Operations = {
  'GET /': { summary: 'What Emery knows of noises, the newest edition' },
  'PUT /': {
    summary: 'Save a new edition on top of the newest',
    body: BodyOf.json({ knowledge: object() }, knowledgeSaveSchema),
  },
  'GET /versions': { summary: 'Its editions' },
  'GET /versions/:version': { summary: 'One of its editions' },
}
