import { Router } from 'express'
import { MAX_SHELF_ROWS, shelfFieldsSchema } from '@emery/core/api'
import type { Write } from '../edits/write-once.ts'
import type { Operations } from '../http/operations.ts'
import { checked } from '../http/request-checks.ts'
import { versionedOperations, versionedRoutes } from '../rows/versioned-routes.ts'
import type { ShelfService } from './shelf-service.ts'

/** What of a belt decides where it fits, out of a query string. */
const beltSchema = shelfFieldsSchema.pick(['section', 'ribs', 'length'])

export function shelfRoutes(shelf: ShelfService, write: Write): Router {
  const routes = Router()

  routes.get('/drives', async (request, response) => {
    const { section, ribs, length } = request.query
    const belt = checked(beltSchema, { section, ribs: Number(ribs), length: Number(length) }, '$')
    response.json({ drives: await shelf.drivesFor(belt) })
  })

  routes.use(
    versionedRoutes({ rows: shelf.belts, schema: shelfFieldsSchema, named: 'belts', max: MAX_SHELF_ROWS, write }),
  )
  return routes
}

export const shelfOperations: Operations = {
  'GET /drives': {
    summary: 'Drives that a belt fits',
    query: { section: 'Its section.', ribs: 'Its ribs.', length: 'Its stated length, mm.' },
  },
  ...versionedOperations(shelfFieldsSchema, 'a belt of the shelf', 'belts'),
}
