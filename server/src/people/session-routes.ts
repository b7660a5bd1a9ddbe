import { json, Router } from 'express'
import { string } from 'yup'
import { signInSchema, type SessionRecord } from '@emery/core/api'
import { BodyOf, type Operations } from '../http/operations.ts'
import { ApiError } from '../http/errors.ts'
import { bodyOf, checked } from '../http/request-checks.ts'
import type { PeopleService } from './people-service.ts'
import { isFromHere } from './rights.ts'
import { clearToken, setToken, tokenOf } from './session-cookie.ts'
import type { SessionService } from './session-service.ts'

interface SessionParts {
  readonly people: PeopleService
  readonly sessions: SessionService
  /** Whether the made-up people of the demo sign in with one tap. */
  readonly oneTap: boolean
}

const idRule = 'must be a UUID'
const idSchema = string().typeError(idRule).required(idRule).uuid(idRule)

/** `GET /` who is signed in, `POST /` with a passphrase, `POST /one-tap` in the demo, `DELETE /`. */
export function sessionRoutes({ people, sessions, oneTap }: SessionParts): Router {
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
    const { token, person } = await sessions.signIn(name, passphrase, request.ip ?? '')
    // A token that was known before the sign-in is worth nothing after it.
    await sessions.end(tokenOf(request))
    setToken(response, token)
    response.status(201).json({ person })
  })

  routes.post('/one-tap', body, async (request, response) => {
    if (!oneTap || !isFromHere(request)) throw new ApiError('NOT_ALLOWED')
    const { token, person } = await sessions.begin(checked(idSchema, bodyOf(request.body)['id'], '$.id'))
    await sessions.end(tokenOf(request))
    setToken(response, token)
    response.status(201).json({ person })
  })

  routes.delete('/', async (request, response) => {
    await sessions.end(tokenOf(request))
    clearToken(response)
    response.status(204).end()
  })

  return routes
}

export const sessionOperations: Operations = {
  'GET /': { summary: 'Who is signed in, whether there is anybody yet, and who may sign in with one tap' },
  'POST /': { summary: 'Sign in with name and passphrase', body: signInSchema, status: 201 },
  'POST /one-tap': { summary: 'Sign in as one of the demo’s people', body: BodyOf.json({ id: idSchema }), status: 201 },
  'DELETE /': { summary: 'Sign out', status: 204 },
}
