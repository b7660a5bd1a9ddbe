import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import type { DeviceSession, HandoverMade, HandoverState } from '@emery/core/api'
import { reachedAt } from '../http/reached-at.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
let isla: string
let clock = new Date('2026-11-30T09:00:00Z')
beforeAll(async () => {
  at = await startTestApp({ now: () => clock, reachedAt: ['https://emery.example'], proxies: ['loopback'] })
  isla = await at.cookieOf('Isla', 'mechanic')
})
afterAll(() => at.close())

const make = async (path = '/board', cookie = isla) =>
  (await request(at.strange).post('/api/handovers').set('Cookie', cookie).send({ path }).expect(201))
    .body as HandoverMade
/** Each from an address of its own, so that what one fails does not make the next wait. */
let addresses = 0
const take = (token: string, from = `192.0.2.${++addresses}`) =>
  request(at.strange)
    .post('/api/session/handover')
    .set({ 'X-Forwarded-For': from, 'User-Agent': 'a phone' })
    .send({ token })
const stateOf = async ({ id }: HandoverMade, cookie = isla) =>
  (await request(at.strange).get(`/api/handovers/${id}`).set('Cookie', cookie)).body as HandoverState

test('a link signs its maker in once, opens the place, and the desk is told', async () => {
  const made = await make('/drives/x/measure?mode=photo')
  expect(await stateOf(made)).toEqual({ is: 'open', device: null })
  const answer = await take(made.token).expect(201)
  expect(answer.body).toEqual({
    path: '/drives/x/measure?mode=photo',
    person: expect.objectContaining({ name: 'Isla', role: 'mechanic' }),
  })
  expect(await stateOf(made)).toEqual({ is: 'used', device: 'a phone' })
  const cookie = String(answer.headers['set-cookie']).split(';')[0] ?? ''
  const { sessions } = (await request(at.strange).get('/api/people/me/sessions').set('Cookie', isla).expect(200))
    .body as { sessions: DeviceSession[] }
  const phone = sessions.find(({ device }) => device === 'a phone')
  await request(at.strange)
    .delete(`/api/people/me/sessions/${phone?.id ?? ''}`)
    .set('Cookie', isla)
    .expect(204)
  await request(at.strange).get('/api/board').set('Cookie', cookie).expect(401)
  expect((await take(made.token).expect(410)).body).toMatchObject({ error: { code: 'HANDOVER_OVER' } })
})

test('two that press at once get in once', async () => {
  const { token } = await make()
  const answers = await Promise.all([take(token), take(token), take(token)])
  expect(answers.map(({ status }) => status).toSorted()).toEqual([201, 410, 410])
})

test('fetching the page of the link uses up nothing', async () => {
  const made = await make()
  await request(at.strange).get('/on-phone')
  await request(at.strange).get('/api/session/handover').expect(404)
  expect(await stateOf(made)).toEqual({ is: 'open', device: null })
})

test('after two minutes, and once a newer one is shown, a link is worth nothing', async () => {
  const [first, second] = [await make(), await make()]
  await take(first.token).expect(410)
  clock = new Date(clock.getTime() + 120_001)
  await take(second.token).expect(410)
  expect(await stateOf(second)).toEqual({ is: 'over', device: null })
})

test('from another site it is refused before it is looked at', async () => {
  const made = await make()
  for (const foreign of [{ Origin: 'https://elsewhere.example' }, { 'Sec-Fetch-Site': 'cross-site' }])
    await take(made.token).set(foreign).expect(403)
  expect(await stateOf(made)).toEqual({ is: 'open', device: null })
})

test('guesses have to wait for each other', async () => {
  const made = await make()
  const statuses = []
  for (let i = 0; i < 6; i++) statuses.push((await take(`guess-${i}`, '198.51.100.7')).status)
  expect(statuses).toEqual([410, 410, 410, 410, 429, 429])
  // The right one too, from where there was guessed; from elsewhere it counts.
  await take(made.token, '198.51.100.7').expect(429)
  await take(made.token).expect(201)
})

test('what a link came to is nobody else’s; a person taken off the list signs nobody in; a place is within Emery', async () => {
  const tobias = await at.cookieOf('Tobias', 'apprentice')
  const made = await make('/people', tobias)
  await request(at.strange).get(`/api/handovers/${made.id}`).set('Cookie', isla).expect(410)
  // The phone has the rights of whoever showed the code, no more.
  const cookie = String((await take(made.token).expect(201)).headers['set-cookie']).split(';')[0] ?? ''
  await request(at.strange).get('/api/people').set('Cookie', cookie).expect(403)
  const gone = await make('/board', tobias)
  const { people } = (await request(at.app).get('/api/people')).body as { people: { id: string; name: string }[] }
  const id = people.find(({ name }) => name === 'Tobias')?.id ?? ''
  await request(at.app).delete(`/api/people/${id}?basedOn=1`).expect(204)
  expect((await take(gone.token)).status).toBeGreaterThanOrEqual(400)
  for (const path of ['//elsewhere.example', 'https://elsewhere.example', '/\\elsewhere.example', '/board#x', ''])
    await request(at.strange).post('/api/handovers').set('Cookie', isla).send({ path }).expect(400)
  await request(at.strange).post('/api/handovers').send({ path: '/board' }).expect(401)
})

test('where a phone reaches the server is what it listens on', () => {
  const none = { hostNames: [], plain: { host: '127.0.0.1', port: 4680 } }
  expect(reachedAt(none, ['192.168.1.9'])).toEqual([])
  expect(reachedAt({ ...none, publicUrl: 'https://emery.example' })).toEqual(['https://emery.example'])
  expect(
    reachedAt(
      { hostNames: ['bench'], plain: { host: '127.0.0.1', port: 4680 }, tls: { host: '0.0.0.0', port: 4681 } },
      ['192.168.1.9'],
    ),
  ).toEqual(['https://bench:4681', 'https://192.168.1.9:4681'])
  expect(reachedAt({ hostNames: [], plain: { host: '192.168.1.9', port: 80 } })).toEqual(['http://192.168.1.9:80'])
})
