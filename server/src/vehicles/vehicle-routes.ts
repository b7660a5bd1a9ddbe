import { boolean } from 'yup'
import { json, raw, Router, type ErrorRequestHandler } from 'express'
import { basedOnSchema, fleetSchema, vehicleFieldsSchema } from '@emery/core/api'
import { fileName } from '@emery/core/exchange'
import { askerOf, type AuditLog } from '../audit/audit-log.ts'
import type { Write } from '../edits/write-once.ts'
import { BASED_ON_QUERY, BodyOf, type Operations } from '../http/operations.ts'
import { wordsOf } from '../board/words.ts'
import { basedOnQuery, bodyOf, checked } from '../http/request-checks.ts'
import { ApiError } from '../http/errors.ts'
import { personOf } from '../people/rights.ts'
import type { VehicleZipService } from './vehicle-zip-service.ts'
import { badZip, MAX_ZIP_BYTES } from './zip.ts'
import type { VehicleService } from './vehicle-service.ts'

interface VehicleParts {
  readonly vehicles: VehicleService
  readonly zips: VehicleZipService
  readonly audit: AuditLog
  readonly write: Write
}

export function vehicleRoutes({ vehicles, zips, audit, write }: VehicleParts): Router {
  const routes = Router()
  const body = json({ limit: '100kb', strict: false })

  routes.get('/', async (request, response) => {
    response.json({ vehicles: await vehicles.list(wordsOf(request.query['q'])) })
  })

  routes.post(
    '/',
    body,
    write(201, async (request) => {
      return await vehicles.create(checked(vehicleFieldsSchema, request.body, '$'))
    }),
  )

  // Whatever a file is called, what is in it says what it is.
  routes.post(
    '/import',
    raw({ limit: MAX_ZIP_BYTES, type: () => true }),
    write(201, async (request, response) => {
      const sent: unknown = request.body
      if (!Buffer.isBuffer(sent)) throw badZip('$', 'is not a ZIP file')
      return await zips.in(sent, personOf(response).name)
    }),
  )

  routes.post(
    '/fleet',
    json({ limit: '2mb', strict: false }),
    write(200, async (request) => {
      return await vehicles.takeFleet(checked(fleetSchema, request.body, '$').vehicles)
    }),
  )

  routes.get('/:id/export', async (request, response) => {
    const { name, zip } = await zips.out(request.params.id, request.query['owner'] === '1')
    await audit.add('export', askerOf(request, response), `vehicle ${name}`, request.params.id)
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

  routes.put(
    '/:id',
    body,
    write(200, async (request) => {
      const { basedOn, lastWasWrong, ...fields } = bodyOf(request.body)
      const version = checked(basedOnSchema, basedOn, '$.basedOn')
      const vehicle = checked(vehicleFieldsSchema, fields, '$')
      return await vehicles.save(request.params.id, version, vehicle, { lastWasWrong: lastWasWrong === true })
    }),
  )

  routes.delete(
    '/:id',
    write(204, async (request) => {
      await vehicles.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    }),
  )

  routes.post(
    '/:id/restore',
    write(200, async (request) => {
      return await vehicles.restore(request.params.id)
    }),
  )

  routes.use(tooLarge)
  return routes
}

const tooLarge: ErrorRequestHandler = (error: unknown, request, _response, next) => {
  const { type } = error as { type?: unknown }
  next(type === 'entity.too.large' && request.path === '/import' ? new ApiError('ZIP_TOO_LARGE') : error)
}

export const vehicleOperations: Operations = {
  'GET /': { summary: 'Vehicles', query: { q: 'Words that all stand in it.' } },
  'POST /': { summary: 'Add a vehicle', body: vehicleFieldsSchema, status: 201 },
  'POST /import': {
    summary: 'Bring in a vehicle with its drives and their records',
    body: BodyOf.file('application/zip'),
    status: 201,
  },
  'POST /fleet': { summary: 'Take in vehicles by their plates', body: fleetSchema },
  'GET /:id/export': {
    summary: 'A vehicle with all that belongs to it',
    query: { owner: '1 to bring along whose it is; left out otherwise.' },
    answers: 'application/zip',
  },
  'GET /:id': { summary: 'One vehicle' },
  'GET /:id/revisions': { summary: 'How it was before each change' },
  'PUT /:id': {
    summary: 'Change a vehicle',
    body: BodyOf.json({ basedOn: basedOnSchema, lastWasWrong: boolean() }, vehicleFieldsSchema),
  },
  'DELETE /:id': { summary: 'Delete a vehicle that has no drives', query: BASED_ON_QUERY, status: 204 },
  'POST /:id/restore': { summary: 'Bring a deleted vehicle back' },
}
