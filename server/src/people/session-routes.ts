import { json, Router } from 'express'
import { string } from 'yup'
import { signInSchema, type SessionRecord } from '@emery/core/api'
import { askerOf, type AuditLog } from '../audit/audit-log.ts'
import type { HandoverService } from './handover-service.ts'
import { BodyOf, type Operations } from '../http/operations.ts'
import { ApiError } from '../http/errors.ts'
import { bodyOf, checked } from '../http/request-checks.ts'
import type { PeopleService } from './people-service.ts'
import { isFromHere } from './rights.ts'
import { clearToken, setToken, tokenOf } from './session-cookie.ts'
import { deviceOf, type SessionService } from './session-service.ts'

interface SessionParts {
  readonly people: PeopleService
  readonly sessions: SessionService
  readonly handovers: HandoverService
  readonly audit: AuditLog
  /** Whether the made-up people of the demo sign in with one tap. */
  readonly oneTap: boolean
}

const idRule = 'must be a UUID'
const idSchema = string().typeError(idRule).required(idRule).uuid(idRule)

const tokenRule = 'must be what the link carries'
const tokenSchema = string().typeError(tokenRule).required(tokenRule).max(100, tokenRule)

/** `GET /` who is signed in, `POST /` with a passphrase, `POST /one-tap` in the demo, `POST /handover` from a desk, `DELETE /`. */
export function sessionRoutes({ people, sessions, handovers, audit, oneTap }: SessionParts): Router {
  const routes = Router()
  const body = json({ limit: '10kb', strict: false })

  routes.get('/', async (request, response) => {
    const answer: SessionRecord = {
      person: await sessions.personOf(tokenOf(request)),
      first: await people.noneYet(),
      oneTap: oneTap && isFromHere(request) ? await people.list() : [],
    }
    response.json(answer)
  })

  routes.post('/', body, async (request, response) => {
    const { name, passphrase } = checked(signInSchema, request.body, '$')
    const { token, person } = await sessions
      .signIn(name, passphrase, deviceOf(request))
      .catch(async (reason: unknown) => {
        await audit.add('sign-in-refused', askerOf(request, response), await people.knownAs(name))
        throw reason
      })
    // A token that was known before the sign-in is worth nothing after it.
    await sessions.end(tokenOf(request))
    await audit.add('sign-in', { ...askerOf(request, response), person }, '')
    setToken(response, token)
    response.status(201).json({ person })
  })

  routes.post('/one-tap', body, async (request, response) => {
    if (!oneTap || !isFromHere(request)) throw new ApiError('NOT_ALLOWED')
    const id = checked(idSchema, bodyOf(request.body)['id'], '$.id')
    const { token, person } = await sessions.begin(id, deviceOf(request))
    await sessions.end(tokenOf(request))
    await audit.add('sign-in', { ...askerOf(request, response), person }, 'one tap')
    setToken(response, token)
    response.status(201).json({ person })
  })

  // Used up by a press on the page that the link opens: who only looks ahead at a link fetches it, and uses up nothing.
  routes.post('/handover', body, async (request, response) => {
    const given = checked(tokenSchema, bodyOf(request.body)['token'], '$.token')
    const { token, person, path } = await handovers.take(given, deviceOf(request)).catch(async (reason: unknown) => {
      await audit.add('sign-in-refused', askerOf(request, response), 'a code from a desk')
      throw reason
    })
    await sessions.end(tokenOf(request))
    await audit.add('sign-in', { ...askerOf(request, response), person }, 'by a code from a desk')
    setToken(response, token)
    response.status(201).json({ person, path })
  })

  routes.delete('/', async (request, response) => {
    const person = await sessions.personOf(tokenOf(request))
    await sessions.end(tokenOf(request))
    if (person !== null) await audit.add('sign-out', { ...askerOf(request, response), person }, '')
    clearToken(response)
    response.status(204).end()
  })

  return routes
}

export const sessionOperations: Operations = {
  'GET /': { summary: 'Who is signed in, whether there is anybody yet, and who may sign in with one tap' },
  'POST /': { summary: 'Sign in with name and passphrase', body: signInSchema, status: 201 },
  'POST /one-tap': { summary: 'Sign in as one of the demo’s people', body: BodyOf.json({ id: idSchema }), status: 201 },
  'POST /handover': {
    summary: 'Sign in on a phone by the code that a desk shows',
    body: BodyOf.json({ token: tokenSchema }),
    status: 201,
  },
  'DELETE /': { summary: 'Sign out', status: 204 },
}
