import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import type { ErrorBody, KnowledgeVersion, KnowledgeVersionSummary } from '@emery/core/api'
import { NOMINAL_KNOWLEDGE } from '@emery/core/noise'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
beforeAll(async () => {
  at = await startTestApp()
})
afterAll(() => at.close())

const PATH = '/api/knowledge'
const current = async () => (await request(at.app).get(PATH).expect(200)).body as KnowledgeVersion
const edited = (name: string) => ({
  ...NOMINAL_KNOWLEDGE,
  causes: NOMINAL_KNOWLEDGE.causes.map((cause, i) => (i === 0 ? { ...cause, name } : cause)),
})
const put = (basedOn: number, knowledge: unknown, reason = 'seen three times') =>
  request(at.app).put(PATH).send({ basedOn, knowledge, reason })

test('a workshop begins with what ships, edits it on top of what it saw, and keeps every version', async () => {
  expect(await current()).toMatchObject({ version: 0, knowledge: NOMINAL_KNOWLEDGE })
  await put(0, edited('A pulley askew')).expect(200)
  expect(await current()).toMatchObject({ version: 1, by: 'Wren', reason: 'seen three times' })
  await put(1, edited('A pulley well askew')).expect(200)
  const late = await put(1, edited('Something else')).expect(409)
  expect((late.body as ErrorBody).error).toMatchObject({
    code: 'VERSION_CONFLICT',
    conflict: { yours: { basedOn: 1 }, current: { version: 2, by: 'Wren' } },
  })
  const { versions } = (await request(at.app).get(`${PATH}/versions`).expect(200)).body as {
    versions: KnowledgeVersionSummary[]
  }
  expect(versions.map(({ version }) => version)).toEqual([2, 1, 0])
  const first = (await request(at.app).get(`${PATH}/versions/1`).expect(200)).body as KnowledgeVersion
  expect(first.knowledge.causes[0]?.name).toBe('A pulley askew')
  const shipped = (await request(at.app).get(`${PATH}/versions/0`).expect(200)).body as KnowledgeVersion
  expect(shipped.knowledge).toEqual(NOMINAL_KNOWLEDGE)
  const gone = await request(at.app).get(`${PATH}/versions/99`).expect(404)
  expect((gone.body as ErrorBody).error.code).toBe('KNOWLEDGE_NOT_FOUND')
})

test('of two who save at once, one is told', async () => {
  const { version } = await current()
  const answers = await Promise.all([put(version, edited('One')), put(version, edited('Other'))])
  expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 409])
})

const [cause] = NOMINAL_KNOWLEDGE.causes
test.each([
  ['a likelihood of nothing', 0, /must be a number from 0.005/],
  ['a likelihood beyond one', 1.2, /must be a number from 0.005 to 0.995/],
])('%s is refused by its place, and nothing is stored', async (_, p, says) => {
  const { version } = await current()
  const tests = NOMINAL_KNOWLEDGE.tests.map((each, i) =>
    i === 0 ? { ...each, otherwise: [p, ...each.otherwise.slice(1)] } : each,
  )
  const answer = await put(version, { ...NOMINAL_KNOWLEDGE, tests }).expect(400)
  const [problem] = (answer.body as ErrorBody).error.problems ?? []
  expect(problem).toMatchObject({ path: '$.knowledge.tests[0].otherwise[0]', message: expect.stringMatching(says) })
  expect((await current()).version).toBe(version)
})

test.each([
  ['no reason', { ...NOMINAL_KNOWLEDGE }, '', '$.reason'],
  ['no causes', { ...NOMINAL_KNOWLEDGE, causes: [cause] }, 'why not', '$.knowledge.causes'],
  ['something else altogether', 'a song', 'why not', '$.knowledge'],
])('%s is refused', async (_, knowledge, reason, path) => {
  const answer = await put((await current()).version, knowledge, reason).expect(400)
  expect((answer.body as ErrorBody).error.problems?.map((problem) => problem.path)).toContain(path)
})

test('one that an older Emery kept and that no longer holds together is left aside', async () => {
  const { version } = await current()
  await at.source.query('INSERT INTO knowledge_versions VALUES (?, ?, ?, ?, NOW(3))', [
    version + 1,
    '{"format":"old"}',
    '',
    '',
  ])
  expect(await current()).toMatchObject({ version: version + 1, knowledge: NOMINAL_KNOWLEDGE })
  await put(version + 1, edited('Mended')).expect(200)
  expect((await current()).knowledge.causes[0]?.name).toBe('Mended')
})

test('an edition of an older Emery is taken, and carried over', async () => {
  const { version } = await current()
  const older = new URL('../../../core/src/testing/knowledge-v1.json', import.meta.url)
  await put(version, JSON.parse(readFileSync(older, 'utf8')), 'from the old machine').expect(200)
  const { knowledge } = await current()
  expect(knowledge.version).toBe(2)
  expect(knowledge.causes.map(({ id }) => id)).toEqual(expect.arrayContaining(['stuck-tensioner', 'bearing-play']))
})
