import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import type { ErrorBody, PersonRecord, PracticePage, PracticeResult, PracticeTask } from '@emery/core/api'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
let lead = ''
let apprentice = ''
let other = ''
let people: readonly PersonRecord[]
beforeAll(async () => {
  at = await startTestApp()
  lead = await at.cookieOf('Tern', 'lead')
  apprentice = await at.cookieOf('Pipit', 'apprentice')
  other = await at.cookieOf('Dunlin', 'mechanic')
  const list = await request(at.app).get('/api/people').set('Cookie', lead).expect(200)
  people = (list.body as { people: PersonRecord[] }).people
})
afterAll(() => at.close())

const result = {
  exercise: '1-2',
  fault: 'Belt worn',
  isNamedRight: true,
  isMended: true,
  minutes: 41,
  wrongParts: 1,
  tests: 5,
}
const idOf = (name: string) => people.find((each) => each.name === name)?.id ?? ''
const pageOf = async (cookie: string) =>
  (await request(at.app).get('/api/practice').set('Cookie', cookie).expect(200)).body as PracticePage
const set = (cookie: string, fields: object) =>
  request(at.app).post('/api/practice/tasks').set('Cookie', cookie).send(fields)

test('a lead sets an exercise, who did it is seen by the lead and by themselves, not by others', async () => {
  const task = (await set(lead, { personId: idOf('Pipit'), exercise: '1-2', note: 'Wet it first.' }).expect(201))
    .body as PracticeTask
  expect(task).toMatchObject({ name: 'Pipit', setBy: 'Tern', resultId: null })
  expect((await pageOf(apprentice)).tasks).toEqual([task])
  const done = await request(at.app).post('/api/practice/results').set('Cookie', apprentice).send(result).expect(201)
  const kept = done.body as PracticeResult
  expect(kept).toMatchObject({ ...result, by: 'Pipit' })
  for (const cookie of [apprentice, lead])
    expect(await pageOf(cookie)).toEqual({ results: [kept], tasks: [{ ...task, resultId: kept.id }] })
  expect(await pageOf(other)).toEqual({ results: [], tasks: [] })
})

test('a task can be taken back by a lead, once', async () => {
  const { id } = (await set(lead, { personId: idOf('Dunlin'), exercise: 'g3-77', note: '' }).expect(201))
    .body as PracticeTask
  await request(at.app).delete(`/api/practice/tasks/${id}`).set('Cookie', other).expect(403)
  await request(at.app).delete(`/api/practice/tasks/${id}`).set('Cookie', lead).expect(204)
  const gone = await request(at.app).delete(`/api/practice/tasks/${id}`).set('Cookie', lead).expect(404)
  expect((gone.body as ErrorBody).error.code).toBe('PRACTICE_TASK_NOT_FOUND')
})

test.each([
  ['an exercise that there is not', { ...result, exercise: 'g9-1' }, '$.exercise'],
  ['minutes below nothing', { ...result, minutes: -1 }, '$.minutes'],
  ['a verdict that is none', { ...result, isNamedRight: 'perhaps' }, '$.isNamedRight'],
])('%s is refused by its place', async (_, fields, path) => {
  const answer = await request(at.app).post('/api/practice/results').set('Cookie', apprentice).send(fields).expect(400)
  expect((answer.body as ErrorBody).error.problems?.map((each) => each.path)).toEqual([path])
})

test('nobody but a lead sets an exercise, and only for somebody who is on the list', async () => {
  await set(apprentice, { personId: idOf('Dunlin'), exercise: '1-1', note: '' }).expect(403)
  const nobody = await set(lead, { personId: '00000000-0000-4000-8000-000000000000', exercise: '1-1', note: '' })
  expect((nobody.body as ErrorBody).error.code).toBe('PERSON_NOT_FOUND')
})
