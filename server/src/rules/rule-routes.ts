import { json, Router } from 'express'
import { ruleFieldsSchema } from '@emery/core'
import { checked } from '../http/request-checks.ts'
import { personOf } from '../people/rights.ts'
import type { RuleService } from './rule-service.ts'

export function ruleRoutes(rules: RuleService): Router {
  const routes = Router()

  routes.get('/', async (_request, response) => {
    response.json({ rules: await rules.list() })
  })

  routes.put('/:key', json({ limit: '10kb', strict: false }), async (request, response) => {
    const { value, basedOn } = checked(ruleFieldsSchema, request.body, '$')
    response.json(await rules.set(request.params.key, { value, basedOn, by: personOf(response).name }))
  })

  return routes
}
