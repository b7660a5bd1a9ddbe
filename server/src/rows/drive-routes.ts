import { json, Router } from 'express'
import type { ISchema } from 'yup'
import { checked, type Checks } from '../http/request-checks.ts'
import type { DriveRows } from './drive-rows.ts'

interface DriveRowRoutesOptions<Fields extends object, Said extends { readonly id: string }> {
  readonly rows: DriveRows<Fields, Said>
  readonly schema: ISchema<Fields> & Checks<Fields>
  /** What the list is called in an answer. */
  readonly named: string
  /** Largest body; 100 kB where nothing is said. */
  readonly largest?: string
  /** Told of a drive whose rows have changed. */
  readonly onChange?: (driveId: string) => Promise<void>
}

/** Under `/drives/:driveId/…`: `GET /`, `POST /`, `DELETE /:id`, `POST /:id/restore`. */
export function driveRowRoutes<Fields extends object, Said extends { readonly id: string }>({
  rows,
  schema,
  named,
  largest = '100kb',
  onChange = () => Promise.resolve(),
}: DriveRowRoutesOptions<Fields, Said>): Router {
  const routes = Router({ mergeParams: true })
  const body = json({ limit: largest, strict: false })
  const driveOf = (params: object) => (params as { readonly driveId: string }).driveId

  routes.get('/', async (request, response) => {
    response.json({ [named]: await rows.list(driveOf(request.params)) })
  })

  routes.post('/', body, async (request, response) => {
    const fields = checked(schema, request.body, '$')
    const added = await rows.add(driveOf(request.params), fields)
    await onChange(driveOf(request.params))
    response.status(201).json(added)
  })

  routes.delete('/:id', async (request, response) => {
    await rows.remove(driveOf(request.params), request.params.id)
    await onChange(driveOf(request.params))
    response.status(204).end()
  })

  routes.post('/:id/restore', async (request, response) => {
    const back = await rows.restore(driveOf(request.params), request.params.id)
    await onChange(driveOf(request.params))
    response.json(back)
  })

  return routes
}
