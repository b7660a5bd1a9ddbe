import { json, Router } from 'express'
import { ruleFieldsSchema } from '@emery/core/api'
import type { Write } from '../edits/write-once.ts'
import type { Operations } from '../http/operations.ts'
import { checked } from '../http/request-checks.ts'
import { personOf } from '../people/rights.ts'
import type { RuleService } from './rule-service.ts'

/** `onChange` is told of a rule that has another value, in the transaction that gives it one. */
export function ruleRoutes(rules: RuleService, write: Write, onChange: (key: string) => Promise<void>): Router {
  const routes = Router()

  routes.get('/', async (_request, response) => {
    response.json({ rules: await rules.list() })
  })

  routes.put(
    '/:key',
    json({ limit: '10kb', strict: false }),
    write(200, async (request, response) => {
      const { value, basedOn } = checked(ruleFieldsSchema, request.body, '$')
      const set = await rules.set(request.params.key, { value, basedOn, by: personOf(response).name })
      await onChange(set.key)
      return set
    }),
  )

  return routes
}

export const ruleOperations: Operations = {
  'GET /': { summary: 'The workshop’s own values of rules' },
  'PUT /:key': { summary: 'Set one, or go back to the nominal value', body: ruleFieldsSchema },
}
