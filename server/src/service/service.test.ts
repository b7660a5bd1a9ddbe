import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Writable } from 'node:stream'
import { pino } from 'pino'
import request from 'supertest'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

const TOKEN = 'a-watchman-who-comes-each-minute'
const PASSPHRASE = 'seventeen wet spanners'
const PHONE = '0555 014 298'

let lines = ''
let folder: string
let at: TestApp
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'emery-copies-'))
  const into = new Writable({
    write(chunk: Buffer, _encoding, done) {
      lines += chunk.toString()
      done()
    },
  })
  at = await startTestApp({ log: pino({ base: null }, into), metricsToken: TOKEN, copiesDir: folder })
})
afterAll(async () => {
  await at.close()
  rmSync(folder, { recursive: true, force: true })
})

describe('figures', () => {
  const figures = async () => (await request(at.app).get('/metrics').expect(200)).text

  test('time requests by their route, whatever ids are in the address', async () => {
    const { body } = (await request(at.app)
      .post('/api/vehicles')
      .send({ name: 'Kestrel van', plate: 'KS-1', engine: '', distance: null, notes: '' })
      .expect(201)) as { body: { id: string } }
    await request(at.app).get(`/api/vehicles/${body.id}`).expect(200)
    const said = await figures()
    expect(said).toMatch(/emery_request_seconds_count\{method="GET",route="\/api\/vehicles\/:id",status="200"\} 1/)
    expect(said).not.toContain(body.id)
    expect(said).toMatch(/nodejs_eventloop_lag_p99_seconds \S/)
    expect(said).toMatch(/emery_database_connections\{state="open"\} [1-9]/)
  })

  test('count writes that met someone else’s, and say when the last copy was', async () => {
    const before = Number(/emery_conflicts_total (\d+)/.exec(await figures())?.[1])
    const { body } = (await request(at.app)
      .post('/api/vehicles')
      .send({ name: 'Merlin van', plate: 'MR-1', engine: '', distance: null, notes: '' })) as { body: { id: string } }
    const changed = { name: 'Merlin', plate: 'MR-1', engine: '', distance: null, notes: '' }
    await request(at.app)
      .put(`/api/vehicles/${body.id}`)
      .send({ basedOn: 7, ...changed })
      .expect(409)
    const made = '2026-11-29T02:15:00.000Z'
    writeFileSync(join(folder, 'state.json'), JSON.stringify({ lastGood: made }))
    const said = await figures()
    expect(said).toContain(`emery_conflicts_total ${before + 1}`)
    expect(said).toContain(`emery_last_copy_timestamp_seconds ${Date.parse(made) / 1000}`)
  })

  test.each([
    ['through a proxy', { 'X-Forwarded-For': '203.0.113.9' }, 403],
    ['through a proxy, with a guess', { 'X-Forwarded-For': '203.0.113.9', Authorization: 'Bearer guess' }, 403],
    ['through a proxy, with the token', { 'X-Forwarded-For': '203.0.113.9', Authorization: `Bearer ${TOKEN}` }, 200],
    ['under a foreign name', { Host: 'elsewhere.example' }, 403],
  ])('asked %s', async (_name, headers, status) => {
    await request(at.strange).get('/metrics').set(headers).expect(status)
  })
})

test('health tells of copies: none yet, one, and one that failed since', async () => {
  const copies = async () =>
    ((await request(at.strange).get('/api/health').expect(200)).body as { copies: unknown }).copies
  rmSync(join(folder, 'state.json'), { force: true })
  expect(await copies()).toEqual({ lastGood: null, failed: null })
  const [lastGood, failed] = ['2026-11-28T02:15:00.000Z', '2026-11-29T02:15:00.000Z']
  writeFileSync(join(folder, 'state.json'), JSON.stringify({ lastGood, failed, why: 'no room' }))
  expect(await copies()).toEqual({ lastGood, failed })
  writeFileSync(join(folder, 'state.json'), '{"lastGood": "20')
  expect(await copies()).toEqual({ lastGood: null, failed: null })
})

test('the log has a line for each request, by the id its answer carries, and nothing that is secret', async () => {
  const { headers } = await request(at.app).get('/api/search').query({ q: PHONE }).expect(200)
  await request(at.app).post('/api/people').send({ name: 'Isla', role: 'mechanic', passphrase: PASSPHRASE }).expect(201)
  const { headers: signedIn } = await request(at.strange)
    .post('/api/session')
    .send({ name: 'Isla', passphrase: PASSPHRASE })
    .expect(201)
  const token = /emery-session=([^;]+)/.exec(String(signedIn['set-cookie']))?.[1] ?? ''
  expect(token.length).toBeGreaterThan(20)
  await request(at.strange).get('/api/drives').set('Cookie', `emery-session=${token}`).expect(200)
  await request(at.app)
    .post('/api/vehicles')
    .send({ name: 'Teal', plate: '', engine: '', distance: null, notes: '', owner: 'A. Reed', reach: PHONE })
    .expect(201)
  const logged = lines
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => JSON.parse(line) as Record<string, unknown>)
  expect(logged).toContainEqual(
    expect.objectContaining({ id: headers['x-request-id'], method: 'GET', path: '/api/search', status: 200 }),
  )
  for (const secret of [PASSPHRASE, token, PHONE, encodeURIComponent(PHONE), 'A. Reed', 'cookie'])
    expect(lines.toLowerCase()).not.toContain(secret.toLowerCase())
})
