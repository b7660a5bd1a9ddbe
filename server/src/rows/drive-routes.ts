import { json, Router } from 'express'
import type { ISchema } from 'yup'
import { personOf } from '../people/rights.ts'
import type { Write } from '../edits/write-once.ts'
import type { Operations } from '../http/operations.ts'
import { checked, type Checks } from '../http/request-checks.ts'
import type { DriveRows } from './drive-rows.ts'

interface DriveRowRoutesOptions<Fields extends { readonly by: string }, Said extends { readonly id: string }> {
  readonly rows: DriveRows<Fields, Said>
  readonly schema: ISchema<Fields> & Checks<Fields>
  /** What the list is called in an answer. */
  readonly named: string
  /** Largest body; 100 kB where nothing is said. */
  readonly largest?: string
  /** Told of a drive whose rows have changed. */
  readonly onChange?: (driveId: string) => Promise<void>
  readonly write: Write
}

/** Under `/drives/:driveId/…`: `GET /`, `POST /`, `DELETE /:id`, `POST /:id/restore`. */
export function driveRowRoutes<Fields extends { readonly by: string }, Said extends { readonly id: string }>({
  rows,
  schema,
  named,
  largest = '100kb',
  onChange = () => Promise.resolve(),
  write,
}: DriveRowRoutesOptions<Fields, Said>): Router {
  const routes = Router({ mergeParams: true })
  const body = json({ limit: largest, strict: false })
  const driveOf = (params: object) => (params as { readonly driveId: string }).driveId

  routes.get('/', async (request, response) => {
    response.json({ [named]: await rows.list(driveOf(request.params)) })
  })

  routes.post(
    '/',
    body,
    write(201, async (request, response) => {
      // Whatever was sent: who did it is who is signed in.
      const fields = { ...checked(schema, request.body, '$'), by: personOf(response).name }
      const added = await rows.add(request.params.driveId, fields)
      await onChange(request.params.driveId)
      return added
    }),
  )

  routes.delete(
    '/:id',
    write(204, async (request) => {
      await rows.remove(request.params.driveId, request.params.id)
      await onChange(request.params.driveId)
    }),
  )

  routes.post(
    '/:id/restore',
    write(200, async (request) => {
      const back = await rows.restore(request.params.driveId, request.params.id)
      await onChange(request.params.driveId)
      return back
    }),
  )

  return routes
}

/** What is answered of the records of a drive, all kinds of which are kept alike. */
export function driveRowOperations(schema: object, one: string, many: string): Operations {
  return {
    'GET /': { summary: `The ${many} of a drive, the newest first` },
    'POST /': { summary: `Add ${one}`, body: schema, status: 201 },
    'DELETE /:id': { summary: `Delete ${one}`, status: 204 },
    'POST /:id/restore': { summary: `Bring back ${one}` },
  }
}
