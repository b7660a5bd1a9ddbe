import { json, raw, Router, type ErrorRequestHandler } from 'express'
import { basedOnSchema, fileName, vehicleFieldsSchema } from '@emery/core'
import { wordsOf } from '../board/words.ts'
import { basedOnQuery, bodyOf, checked } from '../http/request-checks.ts'
import { ApiError } from '../http/errors.ts'
import { personOf } from '../people/rights.ts'
import type { VehicleZipService } from './vehicle-zip-service.ts'
import { badZip, MOST_ZIP_BYTES } from './zip.ts'
import type { VehicleService } from './vehicle-service.ts'

export function vehicleRoutes(vehicles: VehicleService, zips: VehicleZipService): Router {
  const routes = Router()
  const body = json({ limit: '100kb', strict: false })

  routes.get('/', async (request, response) => {
    response.json({ vehicles: await vehicles.list(wordsOf(request.query['q'])) })
  })

  routes.post('/', body, async (request, response) => {
    response.status(201).json(await vehicles.create(checked(vehicleFieldsSchema, request.body, '$')))
  })

  // Whatever a file is called, what is in it says what it is.
  routes.post('/import', raw({ limit: MOST_ZIP_BYTES, type: () => true }), async (request, response) => {
    const sent: unknown = request.body
    if (!Buffer.isBuffer(sent)) throw badZip('$', 'is not a ZIP file')
    response.status(201).json(await zips.in(sent, personOf(response).name))
  })

  routes.get('/:id/export', async (request, response) => {
    const { name, zip } = await zips.out(request.params.id)
    response
      .attachment(`${fileName(name)}.vehicle.zip`)
      .type('application/zip')
      .send(zip)
  })

  routes.get('/:id', async (request, response) => {
    response.json(await vehicles.get(request.params.id))
  })

  routes.get('/:id/revisions', async (request, response) => {
    response.json({ revisions: await vehicles.revisions(request.params.id) })
  })

  routes.put('/:id', body, async (request, response) => {
    const { basedOn, lastWasWrong, ...fields } = bodyOf(request.body)
    const version = checked(basedOnSchema, basedOn, '$.basedOn')
    const vehicle = checked(vehicleFieldsSchema, fields, '$')
    response.json(await vehicles.save(request.params.id, version, vehicle, { lastWasWrong: lastWasWrong === true }))
  })

  routes.delete('/:id', async (request, response) => {
    await vehicles.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    response.status(204).end()
  })

  routes.post('/:id/restore', async (request, response) => {
    response.json(await vehicles.restore(request.params.id))
  })

  routes.use(tooLarge)
  return routes
}

const tooLarge: ErrorRequestHandler = (error: unknown, request, _response, next) => {
  const { type } = error as { type?: unknown }
  next(type === 'entity.too.large' && request.path === '/import' ? new ApiError('ZIP_TOO_LARGE') : error)
}
