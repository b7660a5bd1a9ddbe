import { Router } from 'express'
import { X509Certificate } from 'node:crypto'
import { readFileSync } from 'node:fs'
import type { AuthorityRecord } from '@emery/core/api'
import { ApiError } from './errors.ts'
import type { Operations } from './operations.ts'

/** The certificate of the workshop's own authority, for phones that are to trust it; its key is not known here. */
export function authorityRoutes(certificatePath: string | undefined): Router {
  const routes = Router()
  const pem = certificatePath === undefined ? null : readFileSync(certificatePath)
  routes.get('/', (_request, response) => {
    if (pem === null) throw new ApiError('NOT_FOUND')
    const { fingerprint256, validTo } = new X509Certificate(pem)
    const answer: AuthorityRecord = { fingerprint: fingerprint256, until: new Date(validTo).toISOString() }
    response.json(answer)
  })
  routes.get('/certificate', (_request, response) => {
    if (pem === null) throw new ApiError('NOT_FOUND')
    response.set('Content-Disposition', 'attachment; filename="emery-workshop.crt"')
    response.type('application/x-x509-ca-cert').send(pem)
  })
  return routes
}

export const authorityOperations: Operations = {
  'GET /': { summary: 'The fingerprint of the workshop’s own authority, where it has one' },
  'GET /certificate': {
    summary: 'Its certificate, for a phone to trust',
    answers: 'application/x-x509-ca-cert',
  },
}
