import { json, Router } from 'express'
import { array, type ISchema } from 'yup'
import { basedOnSchema } from '@emery/core'
import { basedOnQuery, bodyOf, checked, type Checks } from '../http/request-checks.ts'
import type { VersionedRows } from './versioned-rows.ts'

interface VersionedRoutesOptions<Fields extends object> {
  readonly rows: VersionedRows<Fields>
  readonly schema: ISchema<Fields> & Checks<Fields>
  /** What the list is called in a request and an answer. */
  readonly named: string
  readonly most: number
}

/** `GET /`, `POST /` with many, `PUT /:id` and `DELETE /:id` on top of a version, `POST /:id/restore`. */
export function versionedRoutes<Fields extends object>({
  rows,
  schema,
  named,
  most,
}: VersionedRoutesOptions<Fields>): Router {
  const routes = Router()
  const manySchema = array(schema)
    .typeError('must be a list')
    .required('must be a list')
    .min(1, 'must have at least 1 entry')
    .max(most, `must have at most ${most} entries`)
  const body = json({ limit: '100kb', strict: false })
  // A whole table out of a file.
  const many = json({ limit: '8mb', strict: false })

  routes.get('/', async (_request, response) => {
    response.json({ [named]: await rows.list() })
  })

  routes.post('/', many, async (request, response) => {
    const fields = checked(manySchema, bodyOf(request.body)[named], `$.${named}`)
    response.status(201).json({ [named]: await rows.add(fields) })
  })

  routes.put('/:id', body, async (request, response) => {
    const { basedOn, ...fields } = bodyOf(request.body)
    const version = checked(basedOnSchema, basedOn, '$.basedOn')
    response.json(await rows.save(request.params.id, version, checked(schema, fields, '$')))
  })

  routes.delete('/:id', async (request, response) => {
    await rows.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    response.status(204).end()
  })

  routes.post('/:id/restore', async (request, response) => {
    response.json(await rows.restore(request.params.id))
  })

  return routes
}
