import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import { v4 as newId } from 'uuid'
import type { DriveRecord, ErrorBody, Fitting, FittingFields } from '@emery/core/api'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
let url: string
beforeAll(async () => {
  at = await startTestApp()
  const made = await request(at.app).post('/api/drives').send({ document: ketch(), vehicleId: null })
  url = `/api/drives/${(made.body as DriveRecord).id}/fittings`
})
afterAll(() => at.close())

const fields = (change: Partial<FittingFields> = {}): FittingFields => ({
  belt: 'main',
  mark: '6PK1670',
  length: 1670,
  fittedOn: '2026-11-24',
  distance: 84_210,
  reason: 'ribs cracked',
  spare: 'under the seat',
  by: 'Isla',
  ...change,
})
const list = async () => ((await request(at.app).get(url).expect(200)).body as { fittings: Fitting[] }).fittings

test('fittings are kept with their day, distance and reason, the newest first', async () => {
  await request(at.app)
    .post(url)
    .send(fields({ fittedOn: '2021-03-02', distance: null, mark: '6PK1675' }))
    .expect(201)
  await request(at.app).post(url).send(fields()).expect(201)
  const found = await list()
  expect(found.map(({ mark, fittedOn }) => [mark, fittedOn])).toEqual([
    ['6PK1670', '2026-11-24'],
    ['6PK1675', '2021-03-02'],
  ])
  // Whatever was sent, who is signed in did it.
  expect(found[0]).toMatchObject({ ...fields(), by: 'Wren' })
  expect(found[1]?.distance).toBeNull()
})

test('one is deleted and brought back', async () => {
  const made = await request(at.app)
    .post(url)
    .send(fields({ mark: 'wrong' }))
    .expect(201)
  const { id } = made.body as Fitting
  await request(at.app).delete(`${url}/${id}`).expect(204)
  expect((await list()).some(({ mark }) => mark === 'wrong')).toBe(false)
  const again = await request(at.app).delete(`${url}/${id}`).expect(404)
  expect((again.body as ErrorBody).error.code).toBe('FITTING_NOT_FOUND')
  await request(at.app).post(`${url}/${id}/restore`).expect(200)
  expect((await list()).some(({ mark }) => mark === 'wrong')).toBe(true)
})

test.each([
  ['a day that is none', { fittedOn: 'yesterday' }, '$.fittedOn'],
  ['no belt', { belt: '' }, '$.belt'],
  ['a distance below nothing', { distance: -3 }, '$.distance'],
])('%s is refused by its place', async (_name, change, path) => {
  const answer = await request(at.app)
    .post(url)
    .send(fields(change as Partial<FittingFields>))
    .expect(400)
  expect((answer.body as ErrorBody).error.problems?.map((problem) => problem.path)).toContain(path)
})

test('a drive that is not present has no fittings', async () => {
  const answer = await request(at.app).get(`/api/drives/${newId()}/fittings`).expect(404)
  expect((answer.body as ErrorBody).error.code).toBe('DRIVE_NOT_FOUND')
})
