import { json, Router } from 'express'
import { ruleFieldsSchema } from '@emery/core'
import { bodyOf, checked, checkedBy } from '../http/request-checks.ts'
import type { RuleService } from './rule-service.ts'

export function ruleRoutes(rules: RuleService): Router {
  const routes = Router()

  routes.get('/', async (_request, response) => {
    response.json({ rules: await rules.list() })
  })

  routes.put('/:key', json({ limit: '10kb', strict: false }), async (request, response) => {
    const { by, ...fields } = bodyOf(request.body)
    const { value, basedOn } = checked(ruleFieldsSchema, fields, '$')
    response.json(await rules.set(request.params.key, { value, basedOn, by: checkedBy(by) }))
  })

  return routes
}
