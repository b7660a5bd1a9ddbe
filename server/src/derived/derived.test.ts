import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import { jobFieldsOf, newJob, type DriveRecord, type Fitting, type Job, type VehicleRecord } from '@emery/core/api'
import { wearKey } from '@emery/core/rules'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'
import { checkDerived } from './check-derived.ts'

let at: TestApp
let drive: DriveRecord
let vehicle: VehicleRecord
const now = () => new Date()
beforeAll(async () => {
  at = await startTestApp()
  vehicle = (
    await request(at.app)
      .post('/api/vehicles')
      .send({ name: 'Dipper', plate: 'DP-1', engine: '', distance: 90_000, notes: '' })
  ).body as VehicleRecord
  drive = (await request(at.app).post('/api/drives').send({ document: ketch(), vehicleId: vehicle.id }))
    .body as DriveRecord
})
afterAll(() => at.close())

const saveDrive = async (change: (document: DriveRecord['document']) => object) => {
  const { version, document } = (await request(at.app).get(`/api/drives/${drive.id}`)).body as DriveRecord
  await request(at.app)
    .put(`/api/drives/${drive.id}`)
    .send({ basedOn: version, saveId: crypto.randomUUID(), document: change(document), reason: 'test' })
    .expect(200)
}
const fitting = {
  belt: 'main',
  mark: '6PK1675',
  length: 1675,
  fittedOn: '2012-05-01',
  distance: 1000,
  reason: '',
  spare: '',
  by: '',
}

/** What a person does, one after the other; after each everything computed is as it would be if it were computed from nothing. */
const DONE: readonly (readonly [string, () => Promise<unknown>])[] = [
  ['a belt is fitted', () => request(at.app).post(`/api/drives/${drive.id}/fittings`).send(fitting).expect(201)],
  [
    'a job is opened',
    () =>
      request(at.app)
        .post('/api/jobs')
        .send({ ...newJob(drive.id), complaint: 'Squeals' })
        .expect(201),
  ],
  [
    'a limit of wear is set otherwise, and nominal again',
    async () => {
      for (const [basedOn, value] of [1, null].entries())
        await request(at.app)
          .put(`/api/rules/${wearKey.years('epdm')}`)
          .send({ value, basedOn })
          .expect(200)
    },
  ],
  [
    'a limit of wear is set otherwise',
    () =>
      request(at.app)
        .put(`/api/rules/${wearKey.years('epdm')}`)
        .send({ value: 40, basedOn: 2 })
        .expect(200),
  ],
  [
    'the belt turns out to be of another material',
    () =>
      saveDrive((document) => ({
        ...document,
        belts: document.belts.map((belt) => ({ ...belt, material: 'neoprene' })),
      })),
  ],
  [
    'the belt’s length is not known any more',
    () => saveDrive((document) => ({ ...document, belts: document.belts.map((belt) => ({ ...belt, length: null })) })),
  ],
  ['the drive is named otherwise', () => saveDrive((document) => ({ ...document, name: 'Front drive' }))],
  [
    'the vehicle has run further, and is named otherwise',
    () =>
      request(at.app)
        .put(`/api/vehicles/${vehicle.id}`)
        .send({ name: 'Old Dipper', plate: 'DP-2', engine: '', distance: 120_000, notes: '', basedOn: 1 })
        .expect(200),
  ],
  [
    'a distance is read at the job',
    async () => {
      const [job] = ((await request(at.app).get('/api/jobs').query({ driveId: drive.id })).body as { jobs: Job[] }).jobs
      if (job === undefined) throw new Error('there is no job')
      await request(at.app)
        .put(`/api/jobs/${job.id}`)
        .send({ ...jobFieldsOf(job), distance: 121_000, basedOn: job.version })
        .expect(200)
    },
  ],
  [
    'the drive goes to no vehicle',
    () => request(at.app).put(`/api/drives/${drive.id}/vehicle`).send({ vehicleId: null }).expect(200),
  ],
  [
    'and back',
    () => request(at.app).put(`/api/drives/${drive.id}/vehicle`).send({ vehicleId: vehicle.id }).expect(200),
  ],
  [
    'the fitting is deleted and brought back',
    async () => {
      const { fittings } = (await request(at.app).get(`/api/drives/${drive.id}/fittings`)).body as {
        fittings: Fitting[]
      }
      const path = `/api/drives/${drive.id}/fittings/${fittings[0]?.id ?? ''}`
      await request(at.app).delete(path).expect(204)
      expect(await checkDerived(at.source, now)).toEqual([])
      await request(at.app).post(`${path}/restore`).expect(200)
    },
  ],
  [
    'the drive is deleted and brought back',
    async () => {
      const { version } = (await request(at.app).get(`/api/drives/${drive.id}`)).body as DriveRecord
      await request(at.app).delete(`/api/drives/${drive.id}?basedOn=${version}`).expect(204)
      await request(at.app).post(`/api/drives/${drive.id}/restore`).expect(200)
    },
  ],
]

test('whatever is done, all that is computed from other rows is as if it were computed from nothing', async () => {
  for (const [what, act] of DONE) {
    await act()
    expect({ what, stale: await checkDerived(at.source, now) }).toEqual({ what, stale: [] })
  }
  const [dues] = await at.source.query<{ n: string }[]>('SELECT COUNT(*) AS n FROM drive_dues')
  // Nothing is proved by an empty table.
  expect(Number(dues?.n)).toBeGreaterThan(0)
})

test('what is stale is found, and left as it was', async () => {
  await at.source.query(`UPDATE drives SET words = 'something else' WHERE id = ?`, [drive.id])
  const stale = await checkDerived(at.source, now)
  expect(stale.map(({ table, row }) => [table, row])).toContainEqual(['drives', drive.id])
  const [row] = await at.source.query<{ words: Buffer }[]>('SELECT words FROM drives WHERE id = ?', [drive.id])
  expect(String(row?.words)).toBe('something else')
})
