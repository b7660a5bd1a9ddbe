import { json, Router, text } from 'express'
import { string } from 'yup'
import { basedOnSchema, saveIdSchema } from '@emery/core/api'
import { DRIVE_MEDIA_TYPE, driveSchema, MAX_TEXT, readDriveText } from '@emery/core/drive'
import { fileName } from '@emery/core/exchange'
import type { Write } from '../edits/write-once.ts'
import { BASED_ON_QUERY, BodyOf, type Operations } from '../http/operations.ts'
import { ApiError } from '../http/errors.ts'
import { basedOnQuery, bodyOf, checked, checkedDocument, wholeNumber } from '../http/request-checks.ts'
import { personOf } from '../people/rights.ts'
import { inThread } from '../workers/pool.ts'
import type { DriveService } from './drive-service.ts'

/** Letters of a document from which on it is read in a thread. */
const LARGE_TEXT = 100_000

const reasonRule = 'must be text of at most 120 characters'
const reasonSchema = string().typeError(reasonRule).max(120, reasonRule)
const idSchema = string().typeError('must be a UUID').uuid('must be a UUID')

const vehicleIdOf = (value: unknown): string | null =>
  value === undefined || value === null || value === '' ? null : (checked(idSchema, value, '$.vehicleId') ?? null)

/** `onSaved` is told of a drive whose document is another now. */
export function driveRoutes(drives: DriveService, onSaved: (id: string) => Promise<void>, write: Write): Router {
  const routes = Router()
  const body = json({ limit: MAX_TEXT, strict: false })
  // Read as text, so that what is wrong can be told by its place in the file.
  const file = text({
    limit: MAX_TEXT,
    type: [DRIVE_MEDIA_TYPE, 'application/json', 'text/plain', 'application/octet-stream'],
  })

  routes.get('/', async (request, response) => {
    const { q, limit, offset, vehicleId } = request.query
    const search = typeof q === 'string' ? q.trim().slice(0, 120) : ''
    const page = {
      limit: wholeNumber(limit, { min: 1, max: 100, fallback: 50 }),
      offset: wholeNumber(offset, { min: 0, max: 1e6, fallback: 0 }),
    }
    response.json(await drives.list({ search, vehicleId: vehicleIdOf(vehicleId), ...page }))
  })

  routes.post(
    '/',
    body,
    write(201, async (request, response) => {
      const { vehicleId, document, reason } = bodyOf(request.body)
      const created = await drives.create({
        vehicleId: vehicleIdOf(vehicleId),
        document: checkedDocument(document),
        reason: checked(reasonSchema, reason, '$.reason') ?? 'made',
        by: personOf(response).name,
      })
      return created
    }),
  )

  routes.post(
    '/import',
    file,
    write(201, async (request, response) => {
      if (typeof request.body !== 'string') throw new ApiError('UNSUPPORTED_TYPE')
      // A large one takes longer than others may be kept waiting; for a small one a thread is not worth its beginning.
      const read =
        request.body.length > LARGE_TEXT ? await inThread('readDrive', request.body) : readDriveText(request.body)
      if (!read.ok) throw new ApiError('BAD_DOCUMENT', { problems: read.problems })
      const vehicleId = vehicleIdOf(request.query['vehicleId'])
      const by = personOf(response).name
      return await drives.create({ vehicleId, document: read.drive, reason: 'imported', by })
    }),
  )

  routes.get('/:id', async (request, response) => {
    response.json(await drives.get(request.params.id))
  })

  routes.get('/:id/newer', async (request, response) => {
    const than = wholeNumber(request.query['than'], { min: 0, max: 2 ** 31 - 1, fallback: 0 })
    response.json({ newer: await drives.newerThan(request.params.id, than) })
  })

  routes.put(
    '/:id',
    body,
    write(200, async (request, response) => {
      const { basedOn, saveId, document, reason } = bodyOf(request.body)
      const save = {
        basedOn: checked(basedOnSchema, basedOn, '$.basedOn'),
        saveId: checked(saveIdSchema, saveId, '$.saveId'),
        document: checkedDocument(document),
        reason: checked(reasonSchema, reason, '$.reason') ?? 'changed',
        by: personOf(response).name,
      }
      const saved = await drives.save(request.params.id, save)
      await onSaved(request.params.id)
      return saved
    }),
  )

  routes.put(
    '/:id/vehicle',
    body,
    write(200, async (request) => {
      const { vehicleId, from } = bodyOf(request.body)
      return await drives.moveTo(
        request.params.id,
        vehicleIdOf(vehicleId),
        from === undefined ? undefined : vehicleIdOf(from),
      )
    }),
  )

  routes.delete(
    '/:id',
    write(204, async (request) => {
      await drives.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    }),
  )

  routes.post(
    '/:id/restore',
    write(200, async (request) => {
      return await drives.restore(request.params.id)
    }),
  )

  routes.get('/:id/export', async (request, response) => {
    const { document } = await drives.get(request.params.id)
    response
      .attachment(`${fileName(document.name)}.drive.json`)
      .type(DRIVE_MEDIA_TYPE)
      .send(`${JSON.stringify(document, null, 2)}\n`)
  })

  routes.get('/:id/revisions', async (request, response) => {
    response.json({ revisions: await drives.revisions(request.params.id) })
  })

  routes.get('/:id/revisions/:version', async (request, response) => {
    const version = wholeNumber(request.params.version, { min: 0, max: 2 ** 31 - 1, fallback: 0 })
    response.json(await drives.revision(request.params.id, version))
  })

  return routes
}

export const driveOperations: Operations = {
  'GET /': {
    summary: 'Drives, those changed last first',
    query: { q: 'Words of its name.', vehicleId: 'Of this vehicle.', limit: '1 to 100.', offset: 'After so many.' },
  },
  'POST /': {
    summary: 'Add a drive',
    body: BodyOf.json({ document: driveSchema, vehicleId: idSchema, reason: reasonSchema }),
    status: 201,
  },
  'POST /import': { summary: 'Bring in a drive file', body: BodyOf.file(DRIVE_MEDIA_TYPE), status: 201 },
  'GET /:id': { summary: 'One drive' },
  'GET /:id/newer': {
    summary: 'The drive where it is newer than a version, else null',
    query: { than: 'The version that is known already.' },
  },
  'PUT /:id': {
    summary: 'Save a drive on top of a version; repeated with the same saveId it is saved once',
    body: BodyOf.json({
      document: driveSchema,
      basedOn: basedOnSchema,
      saveId: saveIdSchema,
      reason: reasonSchema,
    }),
  },
  'PUT /:id/vehicle': {
    summary: 'Put a drive on another vehicle, or on none',
    body: BodyOf.json({ vehicleId: idSchema, from: idSchema }),
  },
  'DELETE /:id': { summary: 'Delete a drive', query: BASED_ON_QUERY, status: 204 },
  'POST /:id/restore': { summary: 'Bring a deleted drive back' },
  'GET /:id/export': { summary: 'A drive as a file', answers: DRIVE_MEDIA_TYPE },
  'GET /:id/revisions': { summary: 'Its versions, the newest first' },
  'GET /:id/revisions/:version': { summary: 'One of its versions' },
}
