import { raw, Router, type ErrorRequestHandler } from 'express'
import { string } from 'yup'
import { MAX_PHOTO_BYTES } from '@emery/core/api'
import type { Write } from '../edits/write-once.ts'
import { BodyOf, type Operations } from '../http/operations.ts'
import { ApiError } from '../http/errors.ts'
import { checked, wholeNumber } from '../http/request-checks.ts'
import { personOf } from '../people/rights.ts'
import type { PhotoService } from './photo-service.ts'

/** A name that whoever sends a picture has given it. */
const idSchema = string().uuid('must be a UUID').optional()

export function photoRoutes(photos: PhotoService, write: Write): Router {
  const routes = Router()
  // Whatever a file is called, its own first bytes say what it is.
  routes.post(
    '/',
    raw({ limit: MAX_PHOTO_BYTES, type: () => true }),
    write(201, async (request, response) => {
      const body: unknown = request.body
      if (!Buffer.isBuffer(body)) throw new ApiError('PHOTO_NOT_READ')
      const id = checked(idSchema, request.query['id'], 'id')
      return await photos.add(body, personOf(response).name, id)
    }),
  )

  routes.get('/', async (request, response) => {
    const from = wholeNumber(request.query['from'], { min: 0, max: 1_000_000, fallback: 0 })
    response.json(await photos.page(from))
  })

  routes.get('/:id/uses', async (request, response) => {
    response.json({ drives: await photos.uses(request.params.id) })
  })

  routes.delete(
    '/:id',
    write(204, async (request) => {
      await photos.remove(request.params.id)
    }),
  )

  routes.post(
    '/:id/restore',
    write(200, async (request) => await photos.restore(request.params.id)),
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
  'POST /': {
    summary: 'Keep a picture',
    query: { id: 'The name its maker gives it, a UUID; one is made where there is none.' },
    body: BodyOf.file('image/jpeg'),
    status: 201,
  },
  'GET /': {
    summary: 'All pictures, the newest first, and the room they take',
    query: { from: 'How many to leave out.' },
  },
  'GET /:id/uses': { summary: 'The drives on which a picture is used' },
  'DELETE /:id': { summary: 'Delete a picture', status: 204 },
  'POST /:id/restore': { summary: 'Bring back a picture' },
  'GET /:id/screen': { summary: 'A picture as large as a screen', answers: 'image/jpeg' },
  'GET /:id/original': {
    summary: 'A picture as it was sent, without what a camera writes beside it',
    answers: 'image/jpeg',
  },
}
