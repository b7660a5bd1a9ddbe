import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import type { DriveRecord, ErrorBody, Diagnosis, DiagnosisFields } from '@emery/core/api'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
let path = ''
beforeAll(async () => {
  at = await startTestApp()
  const made = await request(at.app).post('/api/drives').send({ document: ketch(), vehicleId: null }).expect(201)
  path = `/api/drives/${(made.body as DriveRecord).id}/diagnoses`
})
afterAll(() => at.close())

const diagnosis = (fields: Partial<DiagnosisFields> = {}): DiagnosisFields => ({
  answers: [{ test: 'heard', outcome: 'chirp', words: 'What is heard: Chirp' }],
  cause: 'out-of-line',
  causeName: 'A pulley misaligned',
  probability: 0.84,
  edition: 'test',
  actions: ['Find it in Alignment'],
  prove: 'Quiet at idle.',
  note: '',
  distance: 88_120,
  by: 'Wren',
  ...fields,
})
const keep = async (fields: DiagnosisFields) =>
  (await request(at.app).post(path).send(fields).expect(201)).body as Diagnosis
const list = async () => ((await request(at.app).get(path).expect(200)).body as { diagnoses: Diagnosis[] }).diagnoses

test('findings are kept with what they rest on, the newest first; deleted, they can be brought back', async () => {
  const first = await keep(diagnosis())
  expect(first).toMatchObject({ ...diagnosis(), at: expect.stringMatching(/^\d{4}-\d\d-\d\dT/) })
  const second = await keep(diagnosis({ cause: 'worn-belt', causeName: 'Ribs worn', distance: null, note: 'ü 🔧' }))
  expect((await list()).map(({ id }) => id).toSorted()).toEqual([first.id, second.id].toSorted())
  expect((await list()).find(({ id }) => id === second.id)).toEqual(second)
  await request(at.app).delete(`${path}/${first.id}`).expect(204)
  expect((await list()).map(({ id }) => id)).toEqual([second.id])
  const gone = await request(at.app).delete(`${path}/${first.id}`).expect(404)
  expect((gone.body as ErrorBody).error.code).toBe('DIAGNOSIS_NOT_FOUND')
  await request(at.app).post(`${path}/${first.id}/restore`).expect(200)
  expect(await list()).toHaveLength(2)
})

test.each([
  ['no cause', diagnosis({ causeName: '' }), '$.causeName'],
  ['a probability beyond 1', diagnosis({ probability: 1.2 }), '$.probability'],
  ['an answer without an outcome', diagnosis({ answers: [{ test: 'heard' } as never] }), '$.answers[0].outcome'],
  ['a distance below nothing', diagnosis({ distance: -1 }), '$.distance'],
])('%s is refused by its place', async (_, fields, where) => {
  const answer = await request(at.app).post(path).send(fields).expect(400)
  expect((answer.body as ErrorBody).error.problems?.map((problem) => problem.path)).toContain(where)
})

test('a drive that is not present has no findings', async () => {
  const nowhere = '/api/drives/00000000-0000-4000-8000-000000000000/diagnoses'
  expect(((await request(at.app).get(nowhere).expect(404)).body as ErrorBody).error.code).toBe('DRIVE_NOT_FOUND')
  await request(at.app).post(nowhere).send(diagnosis()).expect(404)
})
