import { afterAll, afterEach, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import type { DriveList, ErrorBody } from '@emery/core/api'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
beforeAll(async () => {
  at = await startTestApp()
})
afterAll(() => at.close())

// Whatever was sent, nothing was stored and the server is still up.
afterEach(async () => {
  const list = await request(at.app).get('/api/drives').expect(200)
  expect((list.body as DriveList).total).toBe(0)
  await request(at.app).get('/api/health').expect(200)
})

const importText = (text: string) =>
  request(at.app).post('/api/drives/import').set('Content-Type', 'application/json').send(text)
const good = JSON.stringify(ketch())
const with_ = (change: Record<string, unknown>) => JSON.stringify({ ...ketch(), ...change })

test.each([
  ['an unknown key', with_({ colour: 'red' }), '$.colour', /not a known key/],
  ['a NaN', good.replace('"idleRpm":850', '"idleRpm":NaN'), '$.engine.idleRpm', /is NaN at line 1/],
  ['a dangling id', good.replace('"pulley":"ps.1"', '"pulley":"gone"'), '$.belts[0].route[4].pulley', /no such pulley/],
  ['two cranks', good.replace('"kind":"alternator"', '"kind":"crank"'), '$.shafts[2].kind', /second crank/],
  [
    'ten thousand pulleys',
    with_({ pulleys: Array.from({ length: 10_000 }, () => ({ id: 'p', shaft: 'crank', face: 'smooth' })) }),
    '$.pulleys',
    /more than 240/,
  ],
  ['a wrong version', with_({ version: 7 }), '$.version', /versions 1 and 2/],
  ['a key twice', good.replace('"notes":', '"name":"again","notes":'), '$.name', /given twice/],
  ['text', 'hello', '$', /not JSON/],
  ['a list of lists', '['.repeat(200_000), '$', /nested/],
])('%s is refused with its path and a sentence', async (_, text, path, sentence) => {
  const response = await importText(text).expect(422)
  const { code, message, problems } = (response.body as ErrorBody).error
  expect(code).toBe('BAD_DOCUMENT')
  expect(message).toMatch(/nothing was saved/i)
  expect(problems?.map((problem) => problem.path)).toContain(path)
  expect(problems?.find((problem) => problem.path === path)?.message).toMatch(sentence)
})

test('fifty megabytes are refused by their size', async () => {
  const response = await importText('x'.repeat(50_000_000)).expect(413)
  expect((response.body as ErrorBody).error.code).toBe('TOO_LARGE')
})

test('a save that is no document is refused as an import is', async () => {
  const response = await request(at.app)
    .post('/api/drives')
    .send({ document: { format: 'emery-drive', version: 1 } })
    .expect(422)
  expect((response.body as ErrorBody).error.problems?.map(({ path }) => path)).toContain('$.engine')
})

test('a save nested without end is refused, not followed', async () => {
  const body = `{"document":{"format":"emery-drive","version":1,"notes":${'['.repeat(200_000)}${']'.repeat(200_000)}}}`
  const response = await request(at.app)
    .post('/api/drives')
    .set('Content-Type', 'application/json')
    .send(body)
    .expect(422)
  expect((response.body as ErrorBody).error.problems?.[0]?.message).toMatch(/nested more than 32 deep/)
})

test.each([
  ['broken JSON', '{"document":', 400, 'BAD_JSON'],
  ['a list', '[]', 400, 'BAD_REQUEST'],
  ['nothing', '', 422, 'BAD_DOCUMENT'],
])('%s as a request is refused', async (_, body, status, code) => {
  const response = await request(at.app)
    .post('/api/drives')
    .set('Content-Type', 'application/json')
    .send(body)
    .expect(status)
  expect((response.body as ErrorBody).error.code).toBe(code)
})

test.each(['/api/nothing', '/api/drives/not-an-id', '/api/drives/%00', "/api/drives/' OR 1=1 --"])(
  '%s is not present',
  async (path) => {
    const response = await request(at.app).get(encodeURI(path))
    expect([400, 404]).toContain(response.status)
    expect((response.body as ErrorBody).error.message).toMatch(/\.$/)
  },
)

test('a picture is not a drive', async () => {
  const response = await request(at.app)
    .post('/api/drives/import')
    .set('Content-Type', 'image/png')
    .send(Buffer.from('x'))
    .expect(415)
  expect((response.body as ErrorBody).error.code).toBe('UNSUPPORTED_TYPE')
})
