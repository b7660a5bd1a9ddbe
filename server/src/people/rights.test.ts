import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import { ROLES, type ErrorBody, type Role } from '@emery/core/api'
import { apiAddresses } from '../api.ts'
import { AuditLog } from '../audit/audit-log.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'
import { PeopleService } from './people-service.ts'
import { SessionService } from './session-service.ts'

const SOME_ID = '3f1c2b1e-98f0-4f3a-9d0e-6a1d7b9c0e11'

/** The least that may ask, by route: written down here a second time, so that a slip in the rights is seen. */
const EXPECTED: Readonly<Record<string, Role | 'anyone'>> = {
  'GET /health': 'anyone',
  'GET /health/live': 'anyone',
  'GET /health/ready': 'anyone',
  'GET /authority': 'anyone',
  'GET /authority/certificate': 'anyone',
  'GET /session': 'anyone',
  'POST /session': 'anyone',
  'POST /session/one-tap': 'anyone',
  'POST /session/handover': 'anyone',
  'DELETE /session': 'anyone',
  'POST /people/first': 'anyone',
  'GET /people': 'lead',
  'POST /people': 'lead',
  'PUT /people/me/passphrase': 'apprentice',
  'GET /people/me/sessions': 'apprentice',
  'DELETE /people/me/sessions/:id': 'apprentice',
  'POST /people/:id/restore': 'lead',
  'GET /people/:id/sessions': 'lead',
  'DELETE /people/:id/sessions/:session': 'lead',
  'GET /audit': 'lead',
  'GET /deleted': 'mechanic',
  'PUT /people/:id/passphrase': 'lead',
  'PUT /people/:id': 'lead',
  'DELETE /people/:id': 'lead',
  'POST /vehicles/import': 'mechanic',
  'PUT /knowledge': 'lead',
  'POST /practice/tasks': 'lead',
  'DELETE /practice/tasks/:id': 'lead',
  'PUT /rules/:key': 'lead',
}
/** For all the others. */
const otherwise = (route: string): Role => (/^DELETE |\/restore$/.test(route) ? 'mechanic' : 'apprentice')

let at: TestApp
const cookies = new Map<Role, string>()
let routes: readonly string[]
beforeAll(async () => {
  // A server that is being stopped holds no stream open.
  at = await startTestApp({ oneTap: true, stopping: AbortSignal.abort() })
  for (const role of ROLES) cookies.set(role, await at.cookieOf(`The ${role}`, role))
  const { source } = at
  const now = () => new Date()
  const [people, sessions] = [new PeopleService(source, now), new SessionService(source, now)]
  const audit = new AuditLog(source, now)
  const addresses = apiAddresses({
    source,
    now,
    people,
    sessions,
    audit,
    oneTap: true,
    reachedAt: [],
    authority: undefined,
    pictureBytes: 1e9,
    keptFree: 0,
    examplesDir: undefined,
    copiesDir: undefined,
    stopping: new AbortController().signal,
  })
  routes = addresses.flatMap(({ path, routes: { stack } }) =>
    stack.flatMap(({ route }) =>
      route === undefined
        ? []
        : route.stack.map(({ method }) => `${method.toUpperCase()} ${path}${route.path === '/' ? '' : route.path}`),
    ),
  )
})
afterAll(() => at.close())

const ask = (route: string, cookie: string) => {
  const [method = '', path = ''] = route.split(' ')
  const address = `/api${path.replace(/:\w+/g, SOME_ID)}`
  const asked = request(at.strange)[method.toLowerCase() as 'get'](address).set('Cookie', cookie)
  // Nothing that any route could take: whoever is let through is refused by the route itself, and nothing is changed.
  return method === 'GET' || method === 'DELETE' ? asked : asked.send({ nothing: 'to store' })
}

test('every route is let through to whom it is for, and to nobody else', async () => {
  expect(routes.length).toBeGreaterThan(50)
  const wrong: string[] = []
  for (const route of routes) {
    const needed = EXPECTED[route] ?? otherwise(route)
    for (const who of ['nobody', ...ROLES] as const) {
      const response = await ask(route, who === 'nobody' ? 'emery-session=none' : (cookies.get(who) ?? ''))
      const code = (response.body as Partial<ErrorBody>).error?.code
      const kept = code === 'NOT_SIGNED_IN' || (code === 'NOT_ALLOWED' && route !== 'POST /people/first')
      const may = needed === 'anyone' || (who !== 'nobody' && ROLES.indexOf(who) >= ROLES.indexOf(needed))
      if (kept === may) wrong.push(`${who}: ${route} answered ${response.status} ${code ?? ''}`)
      if (who === 'nobody' && needed !== 'anyone' && response.status !== 401) wrong.push(`${route} without a session`)
    }
    // Signing out ends the session that asked.
    if (route === 'DELETE /session')
      for (const role of ROLES) cookies.set(role, await at.cookieOf(`Another ${role}`, role))
  }
  expect(wrong).toEqual([])
}, 60_000)

test('what is written down here is there', () => {
  expect(Object.keys(EXPECTED).filter((route) => !routes.includes(route))).toEqual([])
})

test.each(['/api/nothing', '/api/people/../rules', '/api//drives'])('%s is nothing to a stranger', async (path) => {
  const response = await request(at.strange).get(path)
  expect([401, 404]).toContain(response.status)
})

test.each(['/api/Drives', '/api/DRIVES/', '/api/drives?x=1'])(
  '%s is kept like the address it stands for',
  async (path) => {
    await request(at.strange).get(path).expect(401)
    await request(at.app).get(path).expect(200)
  },
)

test('a write from another site is refused, session or not', async () => {
  const cookie = cookies.get('lead') ?? ''
  const headers = [{ Origin: 'http://elsewhere.example' }, { 'Sec-Fetch-Site': 'cross-site' }, { Origin: 'null' }]
  for (const header of headers) {
    const response = await request(at.strange)
      .post('/api/vehicles')
      .set({ Cookie: cookie, ...header })
      .send({ name: 'X', plate: '', notes: '' })
      .expect(403)
    expect((response.body as ErrorBody).error.code).toBe('FOREIGN_ORIGIN')
  }
})
