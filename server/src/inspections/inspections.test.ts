import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import type { DriveRecord, ErrorBody, Inspection } from '@emery/core/api'
import type { InspectionCheck, InspectionFields } from '@emery/core/wear'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
let path = ''
beforeAll(async () => {
  at = await startTestApp()
  const made = await request(at.app).post('/api/drives').send({ document: ketch(), vehicleId: null }).expect(201)
  path = `/api/drives/${(made.body as DriveRecord).id}/inspections`
})
afterAll(() => at.close())

const check = (change: Partial<InspectionCheck> = {}): InspectionCheck => ({
  part: 'belt.main',
  partName: 'Main belt',
  check: 'rib-depth',
  value: 0.4,
  state: null,
  verdict: 'watch',
  reason: '0.4 mm of rib depth lost',
  note: 'ü 🔧',
  photos: [{ id: 'p', width: 1600, height: 1200, marks: [{ x: 12.5, y: 7, words: 'crack' }] }],
  ...change,
})
const walk = (change: Partial<InspectionFields> = {}): InspectionFields => ({
  distance: 88_120,
  beltOff: true,
  checks: [check()],
  renewed: ['pulley.idler'],
  sum: ['Watch the belt.'],
  note: '',
  by: 'Wren',
  ...change,
})
const keep = async (fields: InspectionFields) =>
  (await request(at.app).post(path).send(fields).expect(201)).body as Inspection
const list = async () =>
  ((await request(at.app).get(path).expect(200)).body as { inspections: Inspection[] }).inspections

test('an inspection is kept whole, with photos and marks; deleted, it can be brought back', async () => {
  const kept = await keep(walk())
  expect(kept).toMatchObject({ ...walk(), at: expect.stringMatching(/^\d{4}-\d\d-\d\dT/) })
  expect(await list()).toEqual([kept])
  await request(at.app).delete(`${path}/${kept.id}`).expect(204)
  expect(await list()).toEqual([])
  const gone = await request(at.app).delete(`${path}/${kept.id}`).expect(404)
  expect((gone.body as ErrorBody).error.code).toBe('INSPECTION_NOT_FOUND')
  await request(at.app).post(`${path}/${kept.id}/restore`).expect(200)
  expect(await list()).toEqual([kept])
})

test('the largest walk that anybody takes is kept: 300 checks with long notes', async () => {
  const checks = Array.from({ length: 300 }, (_, i) => check({ part: `pulley.${i}`, note: 'n'.repeat(900) }))
  const kept = await keep(walk({ checks }))
  expect((await list()).find(({ id }) => id === kept.id)?.checks).toHaveLength(300)
})

test.each([
  ['a check that nobody knows', walk({ checks: [check({ check: 'smell' as 'rock' })] }), '$.checks[0].check'],
  ['a figure below nothing', walk({ checks: [check({ value: -0.1 })] }), '$.checks[0].value'],
  ['a verdict that is none', walk({ checks: [check({ verdict: 'quiet' as 'fine' })] }), '$.checks[0].verdict'],
  ['a distance out of this world', walk({ distance: 9e9 }), '$.distance'],
  ['nothing at all', walk({ checks: [], renewed: [] }), '$'],
  [
    'more marks than a photo takes',
    walk({
      checks: [
        check({
          photos: [
            { id: 'p', width: 9, height: 9, marks: Array.from({ length: 13 }, () => ({ x: 1, y: 1, words: '' })) },
          ],
        }),
      ],
    }),
    '$.checks[0].photos[0].marks',
  ],
])('%s is refused by its place', async (_, fields, where) => {
  const answer = await request(at.app).post(path).send(fields).expect(400)
  expect((answer.body as ErrorBody).error.problems?.map((problem) => problem.path)).toContain(where)
})

test('a drive that is not present is not walked round', async () => {
  const nowhere = '/api/drives/00000000-0000-4000-8000-000000000000/inspections'
  expect(((await request(at.app).get(nowhere).expect(404)).body as ErrorBody).error.code).toBe('DRIVE_NOT_FOUND')
  await request(at.app).post(nowhere).send(walk()).expect(404)
})
