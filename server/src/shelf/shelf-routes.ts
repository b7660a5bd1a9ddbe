import { Router } from 'express'
import { MOST_SHELF_ROWS, shelfFieldsSchema } from '@emery/core'
import { checked } from '../http/request-checks.ts'
import { versionedRoutes } from '../rows/versioned-routes.ts'
import type { ShelfService } from './shelf-service.ts'

/** What of a belt decides where it fits, out of a query string. */
const beltSchema = shelfFieldsSchema.pick(['section', 'ribs', 'length'])

export function shelfRoutes(shelf: ShelfService): Router {
  const routes = Router()

  routes.get('/drives', async (request, response) => {
    const { section, ribs, length } = request.query
    const belt = checked(beltSchema, { section, ribs: Number(ribs), length: Number(length) }, '$')
    response.json({ drives: await shelf.drivesFor(belt) })
  })

  routes.use(versionedRoutes({ rows: shelf.belts, schema: shelfFieldsSchema, named: 'belts', most: MOST_SHELF_ROWS }))
  return routes
}
