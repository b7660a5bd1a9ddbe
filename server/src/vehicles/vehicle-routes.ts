import { json, Router } from 'express'
import { basedOnSchema, vehicleFieldsSchema } from '@emery/core'
import { wordsOf } from '../board/words.ts'
import { basedOnQuery, bodyOf, checked } from '../http/request-checks.ts'
import type { VehicleService } from './vehicle-service.ts'

export function vehicleRoutes(vehicles: VehicleService): Router {
  const routes = Router()
  const body = json({ limit: '100kb', strict: false })

  routes.get('/', async (request, response) => {
    response.json({ vehicles: await vehicles.list(wordsOf(request.query['q'])) })
  })

  routes.post('/', body, async (request, response) => {
    response.status(201).json(await vehicles.create(checked(vehicleFieldsSchema, request.body, '$')))
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

  return routes
}
