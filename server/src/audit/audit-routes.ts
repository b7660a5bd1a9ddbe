import { Router } from 'express'
import { AUDITED_ACTIONS } from '@emery/core/api'
import type { Operations } from '../http/operations.ts'
import { wholeNumber } from '../http/request-checks.ts'
import type { AuditLog } from './audit-log.ts'

/** `GET /`: a page of the audit log. */
export function auditRoutes(audit: AuditLog): Router {
  const routes = Router()
  routes.get('/', async ({ query }, response) => {
    const { q, action, before } = query
    const page = await audit.page({
      before: wholeNumber(before, { min: 0, max: Number.MAX_SAFE_INTEGER, fallback: 0 }) || null,
      action: AUDITED_ACTIONS.find((each) => each === action) ?? null,
      words: typeof q === 'string' ? q.trim().slice(0, 120) : '',
    })
    response.json(page)
  })
  return routes
}

export const auditOperations: Operations = {
  'GET /': {
    summary: 'Who did what that concerns others, the newest first',
    query: {
      q: 'Words that stand in it.',
      action: AUDITED_ACTIONS.join(', '),
      before: 'Only entries before this one.',
    },
  },
}
