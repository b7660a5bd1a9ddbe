import { json, Router } from 'express'
import { array } from 'yup'
import { basedOnSchema, MOST_SHELF_ROWS, shelfFieldsSchema } from '@emery/core'
import { basedOnQuery, bodyOf, checked } from '../http/request-checks.ts'
import type { ShelfService } from './shelf-service.ts'

const beltsSchema = array(shelfFieldsSchema)
  .typeError('must be a list')
  .required('must be a list')
  .min(1, 'must have at least 1 entry')
  .max(MOST_SHELF_ROWS, `must have at most ${MOST_SHELF_ROWS} entries`)

/** What of a belt decides where it fits, out of a query string. */
const beltSchema = shelfFieldsSchema.pick(['section', 'ribs', 'length'])

export function shelfRoutes(shelf: ShelfService): Router {
  const routes = Router()
  const body = json({ limit: '100kb', strict: false })
  // A whole shelf out of a table.
  const manyBelts = json({ limit: '8mb', strict: false })

  routes.get('/', async (_request, response) => {
    response.json({ belts: await shelf.list() })
  })

  routes.post('/', manyBelts, async (request, response) => {
    const belts = checked(beltsSchema, bodyOf(request.body)['belts'], '$.belts')
    response.status(201).json({ belts: await shelf.add(belts) })
  })

  routes.get('/drives', async (request, response) => {
    const { section, ribs, length } = request.query
    const belt = checked(beltSchema, { section, ribs: Number(ribs), length: Number(length) }, '$')
    response.json({ drives: await shelf.drivesFor(belt) })
  })

  routes.put('/:id', body, async (request, response) => {
    const { basedOn, ...fields } = bodyOf(request.body)
    const version = checked(basedOnSchema, basedOn, '$.basedOn')
    response.json(await shelf.save(request.params.id, version, checked(shelfFieldsSchema, fields, '$')))
  })

  routes.delete('/:id', async (request, response) => {
    await shelf.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    response.status(204).end()
  })

  routes.post('/:id/restore', async (request, response) => {
    response.json(await shelf.restore(request.params.id))
  })

  return routes
}
