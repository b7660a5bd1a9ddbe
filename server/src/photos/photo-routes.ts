import { raw, Router, type ErrorRequestHandler } from 'express'
import { MAX_PHOTO_BYTES } from '@emery/core/api'
import type { Write } from '../edits/write-once.ts'
import { BodyOf, type Operations } from '../http/operations.ts'
import { ApiError } from '../http/errors.ts'
import { personOf } from '../people/rights.ts'
import type { PhotoService } from './photo-service.ts'

export function photoRoutes(photos: PhotoService, write: Write): Router {
  const routes = Router()
  // Whatever a file is called, its own first bytes say what it is.
  routes.post(
    '/',
    raw({ limit: MAX_PHOTO_BYTES, type: () => true }),
    write(201, async (request, response) => {
      const body: unknown = request.body
      if (!Buffer.isBuffer(body)) throw new ApiError('PHOTO_NOT_READ')
      return await photos.add(body, personOf(response).name)
    }),
  )

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

export const photoOperations: Operations = {
  'POST /': { summary: 'Keep a picture', body: BodyOf.file('image/jpeg'), status: 201 },
  'GET /:id/screen': { summary: 'A picture as large as a screen', answers: 'image/jpeg' },
  'GET /:id/original': { summary: 'A picture as it was taken', answers: 'image/jpeg' },
}
