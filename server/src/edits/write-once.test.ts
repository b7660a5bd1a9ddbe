import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import request from 'supertest'
import { v4 as newId } from 'uuid'
import { EDIT_HEADER, newJob, type DriveRecord, type Job, type ShelfBelt, type VehicleRecord } from '@emery/core/api'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
let drive: DriveRecord
beforeAll(async () => {
  at = await startTestApp()
  drive = (await request(at.app).post('/api/drives').send({ document: ketch(), vehicleId: null })).body as DriveRecord
})
afterAll(() => at.close())

const openJob = (edit: string, complaint = 'squeals') =>
  request(at.app)
    .post('/api/jobs')
    .set(EDIT_HEADER, edit)
    .send({ ...newJob(drive.id), complaint })
const jobs = async () =>
  ((await request(at.app).get('/api/jobs').query({ driveId: drive.id })).body as { jobs: Job[] }).jobs
const vehicle = { name: 'Dipper', plate: '', engine: '', distance: null, notes: '' }

describe('a change that is said twice', () => {
  test('is made once, and answered the second time as the first', async () => {
    const before = (await jobs()).length
    const edit = newId()
    const first = await openJob(edit).expect(201)
    const again = await openJob(edit).expect(201)
    expect(again.body).toEqual(first.body)
    expect(await jobs()).toHaveLength(before + 1)
  })

  test('is made once when both come at the same time', async () => {
    const before = (await jobs()).length
    const edit = newId()
    const answers = await Promise.all(Array.from({ length: 6 }, () => openJob(edit)))
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([201]))
    expect(new Set(answers.map(({ body }) => (body as Job).id)).size).toBe(1)
    expect(await jobs()).toHaveLength(before + 1)
  })

  test('never meets itself as a conflict: a row changed on top of the version that was seen', async () => {
    const made = (await request(at.app).post('/api/vehicles').send(vehicle)).body as VehicleRecord
    const edit = newId()
    const change = () =>
      request(at.app)
        .put(`/api/vehicles/${made.id}`)
        .set(EDIT_HEADER, edit)
        .send({ ...vehicle, notes: 'red', basedOn: made.version })
    const answers = await Promise.all([change(), change(), change()])
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200])
    expect(answers.map(({ body }) => (body as VehicleRecord).version)).toEqual([2, 2, 2])
  })

  test('is gone once, and that is no error', async () => {
    const belt = { mark: '', section: 'PK', ribs: 6, length: 1725, material: 'unknown', count: 1, place: '', note: '' }
    const { belts } = (
      await request(at.app)
        .post('/api/shelf')
        .send({ belts: [belt] })
    ).body as { belts: ShelfBelt[] }
    const edit = newId()
    const remove = () =>
      request(at.app)
        .delete(`/api/shelf/${belts[0]?.id ?? ''}?basedOn=1`)
        .set(EDIT_HEADER, edit)
    expect([(await remove()).status, (await remove()).status]).toEqual([204, 204])
  })

  test('what was refused is not remembered: it may be right the next time', async () => {
    const edit = newId()
    await request(at.app).post('/api/vehicles').set(EDIT_HEADER, edit).send({}).expect(400)
    await request(at.app).post('/api/vehicles').set(EDIT_HEADER, edit).send(vehicle).expect(201)
  })
})

describe('an id stands for one change', () => {
  test.each(['not-an-id', ''])('%p is refused', async (edit) => {
    await openJob(edit === '' ? '0' : edit).expect(400)
  })

  test('of one person', async () => {
    const edit = newId()
    await openJob(edit).expect(201)
    const other = await at.cookieOf('Moss', 'mechanic')
    const refused = await openJob(edit).set('Cookie', other).expect(400)
    expect(refused.body).toMatchObject({ error: { problems: [{ path: EDIT_HEADER }] } })
  })

  test('at one address', async () => {
    const edit = newId()
    await openJob(edit).expect(201)
    await request(at.app).post('/api/vehicles').set(EDIT_HEADER, edit).send(vehicle).expect(400)
  })
})

describe('forty at once', () => {
  test('jobs opened at the same time all open, each with its number', async () => {
    const answers = await Promise.all(Array.from({ length: 40 }, (_, i) => openJob(newId(), `complaint ${i}`)))
    expect(answers.map(({ status }) => status)).toEqual(Array.from({ length: 40 }, () => 201))
    expect(new Set(answers.map(({ body }) => (body as Job).number)).size).toBe(40)
  })

  test('no drive ends on a vehicle that is deleted meanwhile', async () => {
    const made = await Promise.all(
      Array.from(
        { length: 10 },
        async () => (await request(at.app).post('/api/vehicles').send(vehicle)).body as VehicleRecord,
      ),
    )
    await Promise.all(
      made.flatMap(({ id }) => [
        request(at.app).put(`/api/drives/${drive.id}/vehicle`).send({ vehicleId: id }),
        request(at.app).delete(`/api/vehicles/${id}?basedOn=1`),
      ]),
    )
    const { vehicle: on } = (await request(at.app).get(`/api/drives/${drive.id}`).expect(200)).body as DriveRecord
    if (on !== null) await request(at.app).get(`/api/vehicles/${on.id}`).expect(200)
    const [gone] = await at.source.query<{ n: string }[]>(
      'SELECT COUNT(*) AS n FROM drives JOIN vehicles ON vehicles.id = drives.vehicleId WHERE vehicles.deletedAt IS NOT NULL AND drives.deletedAt IS NULL',
    )
    expect(Number(gone?.n)).toBe(0)
  })
})
