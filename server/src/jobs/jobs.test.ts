import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import type { ErrorBody, Job, JobFields } from '@emery/core'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
beforeAll(async () => {
  at = await startTestApp()
})
afterAll(() => at.close())

const [ONE, OTHER] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222']
const job = (fields: Partial<JobFields> = {}): JobFields => ({
  ...{ driveId: ONE, complaint: 'squeals', asked: 'new belt', ticks: [], torques: [], closedAt: null },
  ...fields,
})
const tick = (step: string) => ({
  ...{ step, title: step, is: 'done' as const, reason: '', by: 'Isla', at: '2026-11-25T10:00:00Z' },
})
const add = async (fields: JobFields) =>
  (
    (
      await request(at.app)
        .post('/api/jobs')
        .send({ jobs: [fields] })
        .expect(201)
    ).body as { jobs: Job[] }
  ).jobs[0] as Job
const list = async (query = '') =>
  ((await request(at.app).get(`/api/jobs${query}`).expect(200)).body as { jobs: Job[] }).jobs

test('a job is kept with its ticks, and asked for by its drive', async () => {
  const made = await add(job())
  await add(job({ driveId: OTHER }))
  expect(await list()).toHaveLength(2)
  expect(await list(`?driveId=${ONE}`)).toEqual([made])
  const ticked = job({ ticks: [tick('before.safe')], torques: [{ step: 'tension.main', value: '45 Nm' }] })
  const { version } = (
    await request(at.app)
      .put(`/api/jobs/${made.id}`)
      .send({ basedOn: 1, ...ticked })
      .expect(200)
  ).body as Job
  expect(version).toBe(2)
  expect(await list(`?driveId=${ONE}`)).toEqual([{ ...ticked, id: made.id, version: 2 }])
})

test('of two who tick at once, one is told what stands there', async () => {
  const made = await add(job({ complaint: 'two at once' }))
  const put = (step: string) =>
    request(at.app)
      .put(`/api/jobs/${made.id}`)
      .send({ basedOn: 1, ...job({ ticks: [tick(step)] }) })
  const answers = await Promise.all([put('a'), put('b')])
  expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 409])
  const late = answers.find(({ status }) => status === 409)
  expect((late?.body as ErrorBody).error.conflict?.current).toMatchObject({ version: 2, ticks: [{ is: 'done' }] })
})

test.each([
  ['a tick that is neither', job({ ticks: [{ ...tick('a'), is: 'maybe' as 'done' }] }), '$.jobs.[0].ticks[0].is'],
  ['no drive', job({ driveId: '' }), '$.jobs.[0].driveId'],
  ['a tick at no moment', job({ ticks: [{ ...tick('a'), at: 'today' }] }), '$.jobs.[0].ticks[0].at'],
])('%s is refused by its place', async (_, fields, path) => {
  const answer = await request(at.app)
    .post('/api/jobs')
    .send({ jobs: [fields] })
    .expect(400)
  expect((answer.body as ErrorBody).error.problems?.map((problem) => problem.path)).toContain(path)
})

test('a job that is not there is said to be so', async () => {
  const gone = await request(at.app)
    .put(`/api/jobs/${ONE}`)
    .send({ basedOn: 1, ...job() })
    .expect(404)
  expect((gone.body as ErrorBody).error.code).toBe('JOB_NOT_FOUND')
})
