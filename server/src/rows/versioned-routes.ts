import { json, Router } from 'express'
import { array, type ISchema } from 'yup'
import { basedOnSchema } from '@emery/core/api'
import type { Write } from '../edits/write-once.ts'
import { BASED_ON_QUERY, BodyOf, type Operations } from '../http/operations.ts'
import { basedOnQuery, bodyOf, checked, checkedMany, type Checks } from '../http/request-checks.ts'
import type { VersionedRows } from './versioned-rows.ts'

interface VersionedRoutesOptions<Fields extends object> {
  readonly rows: VersionedRows<Fields>
  readonly schema: ISchema<Fields> & Checks<Fields>
  /** What the list is called in a request and an answer. */
  readonly named: string
  readonly max: number
  readonly write: Write
}

/** `GET /`, `POST /` with many, `PUT /:id` and `DELETE /:id` on top of a version, `POST /:id/restore`. */
export function versionedRoutes<Fields extends object>({
  rows,
  schema,
  named,
  max: most,
  write,
}: VersionedRoutesOptions<Fields>): Router {
  const routes = Router()
  const body = json({ limit: '100kb', strict: false })
  // A whole table out of a file.
  const many = json({ limit: '8mb', strict: false })

  routes.get('/', async (_request, response) => {
    response.json({ [named]: await rows.list() })
  })

  routes.post(
    '/',
    many,
    write(201, async (request) => {
      const given = bodyOf(request.body)[named]
      const fields = await checkedMany(schema, given, { path: `$.${named}`, max: most })
      return { [named]: await rows.add(fields) }
    }),
  )

  routes.put(
    '/:id',
    body,
    write(200, async (request) => {
      const { basedOn, ...fields } = bodyOf(request.body)
      const version = checked(basedOnSchema, basedOn, '$.basedOn')
      return await rows.save(request.params.id, version, checked(schema, fields, '$'))
    }),
  )

  routes.delete(
    '/:id',
    write(204, async (request) => {
      await rows.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    }),
  )

  routes.post(
    '/:id/restore',
    write(200, async (request) => {
      return await rows.restore(request.params.id)
    }),
  )

  return routes
}

/** What is answered of rows that are changed on top of a version, all kinds of which are kept alike. */
export function versionedOperations(schema: object, one: string, many: string): Operations {
  return {
    'GET /': { summary: `All ${many}` },
    'POST /': {
      summary: `Add ${many}, all or none`,
      body: BodyOf.json({ [many]: array(schema as ISchema<unknown>) }),
      status: 201,
    },
    'PUT /:id': { summary: `Change ${one}`, body: BodyOf.json({ basedOn: basedOnSchema }, schema) },
    'DELETE /:id': { summary: `Delete ${one}`, query: BASED_ON_QUERY, status: 204 },
    'POST /:id/restore': { summary: `Bring back ${one}` },
  }
}
