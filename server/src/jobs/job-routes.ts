import { json, Router } from 'express'
import { basedOnSchema, jobFieldsOf, jobFieldsSchema, wholeJob } from '@emery/core/api'
import type { Write } from '../edits/write-once.ts'
import { BASED_ON_QUERY, BodyOf, type Operations } from '../http/operations.ts'
import { basedOnQuery, bodyOf, checked } from '../http/request-checks.ts'
import { personOf } from '../people/rights.ts'
import type { JobService } from './job-service.ts'

/** `GET /?driveId=`, `POST /`, `GET /:id`, `PUT /:id` and `DELETE /:id` on top of a version, `POST /:id/restore`. */
export function jobRoutes(jobs: JobService, write: Write): Router {
  const routes = Router()
  const body = json({ limit: '500kb', strict: false })

  routes.get('/', async (request, response) => {
    const { driveId } = request.query
    response.json({ jobs: await jobs.ofDrive(typeof driveId === 'string' ? driveId : '') })
  })

  routes.post(
    '/',
    body,
    write(201, async (request, response) => {
      return await jobs.add(checked(jobFieldsSchema, wholeJob(bodyOf(request.body)), '$'), personOf(response))
    }),
  )

  routes.get('/:id', async (request, response) => {
    response.json(await jobs.get(request.params.id))
  })

  routes.get('/:id/history', async (request, response) => {
    response.json({ changes: await jobs.history(request.params.id) })
  })

  routes.put(
    '/:id',
    body,
    write(200, async (request, response) => {
      const { basedOn, ...fields } = bodyOf(request.body)
      const version = checked(basedOnSchema, basedOn, '$.basedOn')
      // A page from before an update does not know of all that stands in a job: that stays as it is.
      const before = await jobs.get(request.params.id)
      const job = checked(jobFieldsSchema, wholeJob(fields, jobFieldsOf(before)), '$')
      return await jobs.save(request.params.id, version, job, personOf(response))
    }),
  )

  routes.delete(
    '/:id',
    write(204, async (request) => {
      await jobs.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    }),
  )

  routes.post(
    '/:id/restore',
    write(200, async (request) => {
      return await jobs.restore(request.params.id)
    }),
  )

  return routes
}

export const jobOperations: Operations = {
  'GET /': { summary: 'The jobs on a drive', query: { driveId: 'The drive.' } },
  'POST /': { summary: 'Open a job', body: jobFieldsSchema, status: 201 },
  'GET /:id': { summary: 'One job' },
  'GET /:id/history': { summary: 'Every change to a job, the last first' },
  'PUT /:id': { summary: 'Change a job', body: BodyOf.json({ basedOn: basedOnSchema }, jobFieldsSchema) },
  'DELETE /:id': { summary: 'Delete a job', query: BASED_ON_QUERY, status: 204 },
  'POST /:id/restore': { summary: 'Bring a deleted job back' },
}
