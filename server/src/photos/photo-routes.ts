import { raw, Router, type ErrorRequestHandler } from 'express'
import { MOST_PHOTO_BYTES } from '@emery/core'
import { ApiError } from '../http/errors.ts'
import { personOf } from '../people/rights.ts'
import type { PhotoService } from './photo-service.ts'

export function photoRoutes(photos: PhotoService): Router {
  const routes = Router()
  // Whatever a file is called, its own first bytes say what it is.
  routes.post('/', raw({ limit: MOST_PHOTO_BYTES, type: () => true }), async (request, response) => {
    const body: unknown = request.body
    if (!Buffer.isBuffer(body)) throw new ApiError('PHOTO_NOT_READ')
    response.status(201).json(await photos.add(body, personOf(response).name))
  })

  routes.get('/:id/screen', async (request, response) => {
    const bytes = await photos.screen(request.params.id)
    // A picture never changes under its name.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable')
    response.type('image/jpeg').send(bytes)
  })

  routes.get('/:id/original', async (request, response) => {
    const { type, bytes } = await photos.original(request.params.id)
    response
      .attachment(`engine${type === 'image/png' ? '.png' : '.jpg'}`)
      .type(type)
      .send(bytes)
  })

  routes.use(tooLarge)
  return routes
}

const tooLarge: ErrorRequestHandler = (error: unknown, _request, _response, next) => {
  const { type } = error as { type?: unknown }
  next(type === 'entity.too.large' ? new ApiError('PHOTO_TOO_LARGE') : error)
}
