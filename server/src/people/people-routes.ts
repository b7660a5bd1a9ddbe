import { json, Router } from 'express'
import { basedOnSchema, newPersonSchema, passphraseSchema, personFieldsSchema } from '@emery/core'
import { ApiError } from '../http/errors.ts'
import { basedOnQuery, bodyOf, checked } from '../http/request-checks.ts'
import type { PeopleService } from './people-service.ts'
import { isFromHere, personOf } from './rights.ts'
import { setToken } from './session-cookie.ts'
import type { SessionService } from './session-service.ts'

/** The list of people, which leads keep; everyone changes their own passphrase; the first of all puts themselves on it. */
export function peopleRoutes(people: PeopleService, sessions: SessionService): Router {
  const routes = Router()
  const body = json({ limit: '10kb', strict: false })

  routes.get('/', async (_request, response) => {
    response.json({ people: await people.list() })
  })

  routes.post('/', body, async (request, response) => {
    const { passphrase, ...fields } = checked(newPersonSchema, request.body, '$')
    response.status(201).json(await people.add(fields, { passphrase }))
  })

  routes.post('/first', body, async (request, response) => {
    if (!isFromHere(request)) throw new ApiError('NOT_ALLOWED')
    const { name, passphrase } = checked(newPersonSchema, { ...bodyOf(request.body), role: 'lead' }, '$')
    const { id } = await people.addFirst(name, passphrase)
    const { token, person } = await sessions.begin(id)
    setToken(response, token)
    response.status(201).json({ person })
  })

  routes.put('/me/passphrase', body, async (request, response) => {
    const { old, passphrase } = bodyOf(request.body)
    const { id, name } = personOf(response)
    const wanted = checked(passphraseSchema, passphrase, '$.passphrase')
    await sessions.signIn(name, typeof old === 'string' ? old : '', request.ip ?? '')
    await people.setPassphrase(id, wanted)
    const { token, person } = await sessions.begin(id)
    setToken(response, token)
    response.json({ person })
  })

  routes.put('/:id/passphrase', body, async (request, response) => {
    const { passphrase } = bodyOf(request.body)
    await people.setPassphrase(request.params.id, checked(passphraseSchema, passphrase, '$.passphrase'))
    response.status(204).end()
  })

  routes.put('/:id', body, async (request, response) => {
    const { basedOn, ...fields } = bodyOf(request.body)
    const version = checked(basedOnSchema, basedOn, '$.basedOn')
    response.json(await people.save(request.params.id, version, checked(personFieldsSchema, fields, '$')))
  })

  routes.delete('/:id', async (request, response) => {
    await people.remove(request.params.id, basedOnQuery(request.query['basedOn']))
    response.status(204).end()
  })

  return routes
}
