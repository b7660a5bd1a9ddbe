import { json, Router } from 'express'
import { basedOnSchema, jobFieldsSchema } from '@emery/core'
import { basedOnQuery, bodyOf, checked } from '../http/request-checks.ts'
import { personOf } from '../people/rights.ts'
import type { JobService } from './job-service.ts'

/** `GET /?driveId=`, `POST /`, `GET /:id`, `PUT /:id` and `DELETE /:id` on top of a version, `POST /:id/restore`. */
export function jobRoutes(jobs: JobService): Router {
  const routes = Router()
  const body = json({ limit: '500kb', strict: false })

  routes.get('/', async (request, response) => {
    const { driveId } = request.query
    response.json({ jobs: await jobs.ofDrive(typeof driveId === 'string' ? driveId : '') })
  })

  routes.post('/', body, async (request, response) => {
    response.status(201).json(await jobs.add(checked(jobFieldsSchema, request.body, '$'), personOf(response)))
  })

  routes.get('/:id', async (request, response) => {
    response.json(await jobs.get(request.params.id))
  })

  routes.put('/:id', body, async (request, response) => {
    const { basedOn, ...fields } = bodyOf(request.body)
    const version = checked(basedOnSchema, basedOn, '$.basedOn')
    const job = checked(jobFieldsSchema, fields, '$')
    response.json(await jobs.save(request.params.id, version, job, personOf(response)))
  })

  routes.delete('/:id', async (request, response) => {
    await jobs.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    response.status(204).end()
  })

  routes.post('/:id/restore', async (request, response) => {
    response.json(await jobs.restore(request.params.id))
  })

  return routes
}
