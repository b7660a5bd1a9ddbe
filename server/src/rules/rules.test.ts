import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import type { ErrorBody, ShopRule } from '@emery/core/api'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
beforeAll(async () => {
  at = await startTestApp()
})
afterAll(() => at.close())

const KEY = 'speed.alternator.max'
const put = (key: string, body: object) => request(at.app).put(`/api/rules/${key}`).send(body)
const list = async () => ((await request(at.app).get('/api/rules').expect(200)).body as { rules: ShopRule[] }).rules

test('a workshop begins with nothing set otherwise', async () => {
  expect(await list()).toEqual([])
})

test('a rule is set, set again and put back, with who did it', async () => {
  const set = await put(KEY, { value: 18_000, basedOn: 0 }).expect(200)
  expect(set.body).toMatchObject({ key: KEY, value: 18_000, version: 1, by: 'Wren' })
  await put(KEY, { value: 17_500, basedOn: 1 }).expect(200)
  const back = await put(KEY, { value: null, basedOn: 2 }).expect(200)
  expect(back.body).toMatchObject({ value: null, version: 3 })
  expect(await list()).toMatchObject([{ key: KEY, value: null, version: 3 }])
})

test.each([0, 1])('on top of a version that has moved on (%d) nothing is set, and both are shown', async (basedOn) => {
  const before = await list()
  const refused = await put(KEY, { value: 15_000, basedOn }).expect(409)
  expect((refused.body as ErrorBody).error).toMatchObject({
    code: 'VERSION_CONFLICT',
    conflict: { yours: { basedOn, value: 15_000 }, current: { version: 3 } },
  })
  expect(await list()).toEqual(before)
})

test('two who set an untouched rule at once: one of them is told', async () => {
  const key = 'speed.generator.max'
  const answers = await Promise.all([6000, 6500].map((value) => put(key, { value, basedOn: 0 })))
  expect(answers.map(({ status }) => status).toSorted((a, b) => a - b)).toEqual([200, 409])
})

test.each([
  [KEY, { value: 1000, basedOn: 3 }, 400, /must be above the minimum useful speed/],
  [KEY, { value: 1e9, basedOn: 3 }, 400, /must be from/],
  [KEY, { value: 'fast', basedOn: 3 }, 400, /must be a number, or null/],
  [KEY, { value: 17_000 }, 400, /must be a whole number from 0/],
  ['speed.boat.max', { value: 1, basedOn: 0 }, 404, /RULE_NOT_FOUND/],
] as const)('%s with %j is refused', async (key, body, status, words) => {
  const answer = await put(key, body).expect(status)
  expect(JSON.stringify(answer.body)).toMatch(words)
})
