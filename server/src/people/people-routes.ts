import { json, Router } from 'express'
import { basedOnSchema, newPersonSchema, passphraseSchema, personFieldsSchema } from '@emery/core/api'
import { askerOf, type AuditLog } from '../audit/audit-log.ts'
import type { Write } from '../edits/write-once.ts'
import { BASED_ON_QUERY, BodyOf, type Operations } from '../http/operations.ts'
import { ApiError } from '../http/errors.ts'
import { basedOnQuery, bodyOf, checked } from '../http/request-checks.ts'
import type { PeopleService } from './people-service.ts'
import { isFromHere, personOf } from './rights.ts'
import { setToken, tokenOf } from './session-cookie.ts'
import { deviceOf, type SessionService } from './session-service.ts'

interface PeopleParts {
  readonly people: PeopleService
  readonly sessions: SessionService
  readonly audit: AuditLog
  readonly write: Write
}

/** The list of people, which leads keep; everyone changes their own passphrase; the first of all puts themselves on it. */
export function peopleRoutes({ people, sessions, audit, write }: PeopleParts): Router {
  const routes = Router()
  const body = json({ limit: '10kb', strict: false })

  routes.get('/', async (_request, response) => {
    response.json({ people: await people.list() })
  })

  routes.post(
    '/',
    body,
    write(201, async (request) => {
      const { passphrase, ...fields } = checked(newPersonSchema, request.body, '$')
      return await people.add(fields, { passphrase })
    }),
  )

  routes.post('/first', body, async (request, response) => {
    if (!isFromHere(request)) throw new ApiError('NOT_ALLOWED')
    const { name, passphrase } = checked(newPersonSchema, { ...bodyOf(request.body), role: 'lead' }, '$')
    const { id } = await people.addFirst(name, passphrase)
    const { token, person } = await sessions.begin(id, deviceOf(request))
    await audit.add('people', { ...askerOf(request, response), person }, `${person.name}, first lead`)
    setToken(response, token)
    response.status(201).json({ person })
  })

  routes.put('/me/passphrase', body, async (request, response) => {
    const { old, passphrase } = bodyOf(request.body)
    const { id, name } = personOf(response)
    const wanted = checked(passphraseSchema, passphrase, '$.passphrase')
    await sessions.signIn(name, typeof old === 'string' ? old : '', deviceOf(request))
    await people.setPassphrase(id, wanted)
    const { token, person } = await sessions.begin(id, deviceOf(request))
    await audit.add('people', askerOf(request, response), `person ${name}, own passphrase`, id)
    setToken(response, token)
    response.json({ person })
  })

  routes.get('/me/sessions', async (request, response) => {
    response.json({ sessions: await sessions.list(personOf(response).id, tokenOf(request)) })
  })

  routes.delete(
    '/me/sessions/:id',
    write(204, async (request, response) => {
      await sessions.endOne(personOf(response).id, request.params.id)
    }),
  )

  routes.get('/:id/sessions', async (request, response) => {
    response.json({ sessions: await sessions.list(request.params.id, tokenOf(request)) })
  })

  routes.delete(
    '/:id/sessions/:session',
    write(204, async (request) => {
      const { id, session } = request.params as unknown as { readonly id: string; readonly session: string }
      await sessions.endOne(id, session)
    }),
  )

  routes.post(
    '/:id/restore',
    write(200, async (request) => await people.restore(request.params.id)),
  )

  routes.put(
    '/:id/passphrase',
    body,
    write(204, async (request) => {
      const { passphrase } = bodyOf(request.body)
      await people.setPassphrase(request.params.id, checked(passphraseSchema, passphrase, '$.passphrase'))
    }),
  )

  routes.put(
    '/:id',
    body,
    write(200, async (request) => {
      const { basedOn, ...fields } = bodyOf(request.body)
      const version = checked(basedOnSchema, basedOn, '$.basedOn')
      return await people.save(request.params.id, version, checked(personFieldsSchema, fields, '$'))
    }),
  )

  routes.delete(
    '/:id',
    write(204, async (request) => {
      await people.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    }),
  )

  return routes
}

export const peopleOperations: Operations = {
  'GET /': { summary: 'The people of the workshop' },
  'POST /': { summary: 'Add somebody', body: newPersonSchema, status: 201 },
  'POST /first': {
    summary: 'Add the first lead, on the machine that Emery runs on',
    body: newPersonSchema.omit(['role']),
    status: 201,
  },
  'PUT /me/passphrase': {
    summary: 'Change one’s own passphrase',
    body: BodyOf.json({ old: passphraseSchema, passphrase: passphraseSchema }),
  },
  'GET /me/sessions': { summary: 'Where one is signed in' },
  'DELETE /me/sessions/:id': { summary: 'Sign oneself out somewhere', status: 204 },
  'GET /:id/sessions': { summary: 'Where somebody is signed in' },
  'DELETE /:id/sessions/:session': { summary: 'Sign somebody out somewhere', status: 204 },
  'POST /:id/restore': { summary: 'Bring somebody back on the list' },
  'PUT /:id/passphrase': {
    summary: 'Give somebody a new passphrase',
    body: BodyOf.json({ passphrase: passphraseSchema }),
    status: 204,
  },
  'PUT /:id': { summary: 'Change somebody', body: BodyOf.json({ basedOn: basedOnSchema }, personFieldsSchema) },
  'DELETE /:id': { summary: 'Take somebody off the list', query: BASED_ON_QUERY, status: 204 },
}
