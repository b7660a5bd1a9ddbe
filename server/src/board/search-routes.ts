import { Router } from 'express'
import type { Operations } from '../http/operations.ts'
import type { SearchService } from './search-service.ts'
import { wordsOf } from './words.ts'

/** `GET /?q=`: vehicles, drives, jobs and belts in which every word stands. */
export function searchRoutes(search: SearchService): Router {
  const routes = Router()
  routes.get('/', async (request, response) => {
    response.json({ found: await search.find(wordsOf(request.query['q'])) })
  })
  return routes
}

export const searchOperations: Operations = {
  'GET /': { summary: 'Vehicles, drives, jobs and belts', query: { q: 'Words that all stand in it.' } },
}
