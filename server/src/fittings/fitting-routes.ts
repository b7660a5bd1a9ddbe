import { json, Router } from 'express'
import { fittingFieldsSchema } from '@emery/core'
import { checked } from '../http/request-checks.ts'
import type { FittingService } from './fitting-service.ts'

/** Under `/drives/:driveId/fittings`. */
export function fittingRoutes(fittings: FittingService): Router {
  const routes = Router({ mergeParams: true })
  const body = json({ limit: '100kb', strict: false })
  const driveOf = (params: object) => (params as { readonly driveId: string }).driveId

  routes.get('/', async (request, response) => {
    response.json({ fittings: await fittings.list(driveOf(request.params)) })
  })

  routes.post('/', body, async (request, response) => {
    const fields = checked(fittingFieldsSchema, request.body, '$')
    response.status(201).json(await fittings.add(driveOf(request.params), fields))
  })

  routes.delete('/:id', async (request, response) => {
    await fittings.remove(driveOf(request.params), request.params.id)
    response.status(204).end()
  })

  routes.post('/:id/restore', async (request, response) => {
    response.json(await fittings.restore(driveOf(request.params), request.params.id))
  })

  return routes
}
