import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import request from 'supertest'
import { v4 as newId } from 'uuid'
import type {
  DriveList,
  DriveRecord,
  ErrorBody,
  RevisionRecord,
  RevisionSummary,
  VehicleRecord,
  VehicleRevision,
} from '@emery/core/api'
import { ketch, ketchWithCrank } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
beforeAll(async () => {
  at = await startTestApp()
})
afterAll(() => at.close())

async function created(document = ketch(), vehicleId: string | null = null): Promise<DriveRecord> {
  const response = await request(at.app).post('/api/drives').send({ document, vehicleId }).expect(201)
  return response.body as DriveRecord
}

const save = (id: string, basedOn: number, document = ketch(), saveId = newId()) =>
  request(at.app).put(`/api/drives/${id}`).send({ basedOn, document, saveId })

const crankOf = (record: DriveRecord | RevisionRecord) => {
  const pulley = record.document.pulleys[0]
  return pulley?.face === 'ribbed' ? pulley.diameter : undefined
}

describe('a drive', () => {
  test('is told only to whoever knows an older version, and to nobody once it is gone', async () => {
    const { id } = await created()
    const newer = async (than: number) =>
      (
        (await request(at.app).get(`/api/drives/${id}/newer?than=${than}`).expect(200)).body as {
          newer: DriveRecord | null
        }
      ).newer
    expect(await newer(1)).toBeNull()
    await save(id, 1, ketchWithCrank(160)).expect(200)
    expect(await newer(1)).toMatchObject({ id, version: 2 })
    expect(await newer(2)).toBeNull()
    await request(at.app).delete(`/api/drives/${id}?basedOn=2`).expect(204)
    expect(await newer(1)).toBeNull()
  })

  test('comes back as it was stored, to the last digit', async () => {
    const document = ketchWithCrank(155.57500000000002)
    const { id } = await created(document)
    const response = await request(at.app).get(`/api/drives/${id}`).expect(200)
    expect((response.body as DriveRecord).document).toEqual(document)
  })

  test('is saved on top of the version the change was based on', async () => {
    const { id, version } = await created()
    expect(version).toBe(1)
    const response = await save(id, 1, ketchWithCrank(150)).expect(200)
    expect(response.body).toMatchObject({ id, version: 2 })
    expect(crankOf(response.body as DriveRecord)).toBe(150)
  })

  test('a second writer gets both versions and nothing is overwritten', async () => {
    const { id } = await created()
    await save(id, 1, ketchWithCrank(150)).expect(200)
    const response = await save(id, 1, ketchWithCrank(140)).expect(409)
    const { code, conflict } = (response.body as ErrorBody).error
    expect(code).toBe('VERSION_CONFLICT')
    expect(conflict).toMatchObject({ yours: { basedOn: 1 }, current: { id, version: 2 } })
    expect(crankOf(conflict?.current as DriveRecord)).toBe(150)
    const now = await request(at.app).get(`/api/drives/${id}`)
    expect(crankOf(now.body as DriveRecord)).toBe(150)
  })

  test('of many writers on one version exactly one wins', async () => {
    const { id } = await created()
    const answers = await Promise.all(Array.from({ length: 8 }, (_, i) => save(id, 1, ketchWithCrank(140 + i))))
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(1)
    expect(answers.filter(({ status }) => status === 409)).toHaveLength(7)
  })

  test('the same save said twice is stored once', async () => {
    const { id } = await created()
    const saveId = newId()
    await save(id, 1, ketchWithCrank(150), saveId).expect(200)
    const again = await save(id, 1, ketchWithCrank(150), saveId).expect(200)
    expect(again.body).toMatchObject({ version: 2 })
    const revisions = await request(at.app).get(`/api/drives/${id}/revisions`)
    expect((revisions.body as { revisions: RevisionSummary[] }).revisions.map(({ version }) => version)).toEqual([2, 1])
  })

  test('every save keeps who made it and why', async () => {
    const { id } = await created()
    await request(at.app)
      .put(`/api/drives/${id}`)
      .send({ basedOn: 1, saveId: newId(), document: ketchWithCrank(150), reason: 'measure the crank' })
      .expect(200)
    const response = await request(at.app).get(`/api/drives/${id}/revisions`).expect(200)
    expect((response.body as { revisions: RevisionSummary[] }).revisions).toMatchObject([
      { version: 2, by: 'Wren', reason: 'measure the crank' },
      { version: 1, by: 'Wren', reason: 'made' },
    ])
    const one = await request(at.app).get(`/api/drives/${id}/revisions/2`).expect(200)
    expect(one.body).toMatchObject({ by: 'Wren' })
  })

  test('every revision can be read again', async () => {
    const { id } = await created(ketchWithCrank(160))
    await save(id, 1, ketchWithCrank(150)).expect(200)
    const first = await request(at.app).get(`/api/drives/${id}/revisions/1`).expect(200)
    expect(crankOf(first.body as RevisionRecord)).toBe(160)
    await request(at.app).get(`/api/drives/${id}/revisions/9`).expect(404)
  })

  test('is deleted, and brought back', async () => {
    const { id } = await created()
    await request(at.app).delete(`/api/drives/${id}?basedOn=1`).expect(204)
    await request(at.app).get(`/api/drives/${id}`).expect(404)
    await save(id, 1).expect(404)
    await request(at.app).delete(`/api/drives/${id}?basedOn=1`).expect(404)
    await request(at.app).post(`/api/drives/${id}/restore`).expect(200)
    await request(at.app).get(`/api/drives/${id}`).expect(200)
  })

  test('is not deleted by someone who has not seen its newest version', async () => {
    const { id } = await created()
    await save(id, 1, ketchWithCrank(150)).expect(200)
    const response = await request(at.app).delete(`/api/drives/${id}?basedOn=1`).expect(409)
    expect((response.body as ErrorBody).error.conflict).toMatchObject({
      yours: { basedOn: 1 },
      current: { version: 2 },
    })
    await request(at.app).delete(`/api/drives/${id}`).expect(400)
    await request(at.app).get(`/api/drives/${id}`).expect(200)
  })

  test('is exported as a file that imports as a new drive', async () => {
    const { id } = await created(ketch({ name: 'Main / drive “é”' }))
    const file = await request(at.app).get(`/api/drives/${id}/export`).responseType('blob').expect(200)
    expect(file.headers['content-disposition']).toBe('attachment; filename=Main-drive-e.drive.json')
    expect(file.headers['content-type']).toContain('application/vnd.emery.drive+json')
    const imported = await request(at.app)
      .post('/api/drives/import')
      .set('Content-Type', 'application/vnd.emery.drive+json')
      .send(String(file.body))
      .expect(201)
    const record = imported.body as DriveRecord
    expect(record.id).not.toBe(id)
    expect(record.document).toEqual(ketch({ name: 'Main / drive “é”' }))
  })

  test('missing parts of a save are named', async () => {
    const { id } = await created()
    const response = await request(at.app).put(`/api/drives/${id}`).send({ document: ketch(), saveId: 'x' }).expect(400)
    expect((response.body as ErrorBody).error.problems).toEqual([
      { path: '$.basedOn', message: 'must be the version this was based on' },
    ])
  })
})

describe('the list', () => {
  test('finds drives by vehicle, plate and name, takes signs as they are, and counts all', async () => {
    const vehicle = await request(at.app)
      .post('/api/vehicles')
      .send({ name: 'Gannet 50% coupe', plate: 'GN-1', engine: '', distance: null, notes: '' })
      .expect(201)
    const { id } = await created(ketch({ name: 'Findable' }), (vehicle.body as VehicleRecord).id)
    const search = async (q: string) => {
      const response = await request(at.app).get('/api/drives').query({ q }).expect(200)
      return (response.body as DriveList).drives.map((drive) => drive.id)
    }
    expect(await search('findable')).toEqual([id])
    expect(await search('GN-1')).toEqual([id])
    expect(await search('50%')).toEqual([id])
    expect(await search('5_%')).toEqual([])
    expect(await search('nothing such')).toEqual([])
  })

  test('comes in pages', async () => {
    const response = await request(at.app).get('/api/drives').query({ limit: 1, offset: 1 }).expect(200)
    const { drives, total } = response.body as DriveList
    expect(drives).toHaveLength(1)
    expect(total).toBeGreaterThan(2)
  })

  test('a drive for a vehicle that is not present is refused', async () => {
    const response = await request(at.app)
      .post('/api/drives')
      .send({ document: ketch(), vehicleId: newId() })
      .expect(404)
    expect((response.body as ErrorBody).error.code).toBe('VEHICLE_NOT_FOUND')
  })
})

describe('a vehicle', () => {
  test('is kept, changed on its version, and deleted', async () => {
    const made = await request(at.app)
      .post('/api/vehicles')
      .send({ name: 'Tern', plate: '', engine: '', distance: null, notes: '' })
      .expect(201)
    const { id } = made.body as VehicleRecord
    const change = { name: 'Tern 1.1', plate: 'T-2', engine: '', distance: null, notes: 'blue', basedOn: 1 }
    await request(at.app).put(`/api/vehicles/${id}`).send(change).expect(200)
    const stale = await request(at.app).put(`/api/vehicles/${id}`).send(change).expect(409)
    expect((stale.body as ErrorBody).error.conflict).toMatchObject({
      yours: { basedOn: 1 },
      current: { version: 2, plate: 'T-2' },
    })
    const revisions = await request(at.app).get(`/api/vehicles/${id}/revisions`).expect(200)
    expect((revisions.body as { revisions: VehicleRevision[] }).revisions).toMatchObject([
      { version: 2, name: 'Tern 1.1', plate: 'T-2', notes: 'blue' },
      { version: 1, name: 'Tern', plate: '', notes: '' },
    ])
    const list = await request(at.app).get('/api/vehicles').expect(200)
    expect((list.body as { vehicles: VehicleRecord[] }).vehicles.map((each) => each.id)).toContain(id)
    await request(at.app).delete(`/api/vehicles/${id}?basedOn=1`).expect(409)
    await request(at.app).delete(`/api/vehicles/${id}?basedOn=2`).expect(204)
    await request(at.app).get(`/api/vehicles/${id}`).expect(404)
  })

  test.each([
    [{ name: '', plate: '', engine: '', distance: null, notes: '' }, '$.name'],
    [{ name: 'x', plate: 'p'.repeat(41), engine: '', distance: null, notes: '' }, '$.plate'],
    [{ name: 'x', plate: 'HB<1>', engine: '', distance: null, notes: '' }, '$.plate'],
    [{ name: 7, plate: '', engine: '', distance: null, notes: '' }, '$.name'],
  ])('%p is refused', async (fields, path) => {
    const response = await request(at.app).post('/api/vehicles').send(fields).expect(400)
    expect((response.body as ErrorBody).error.problems?.[0]?.path).toBe(path)
  })
})
