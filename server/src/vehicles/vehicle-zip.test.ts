import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { deflateRawSync } from 'node:zlib'
import request from 'supertest'
import {
  newJob,
  type DriveRecord,
  type ErrorBody,
  type Diagnosis,
  type Fitting,
  type Job,
  type PhotoRecord,
  type VehicleRecord,
  type Inspection,
} from '@emery/core/api'
import { ApiError } from '../http/errors.ts'
import { JobService } from '../jobs/job-service.ts'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'
import { packed, unpacked } from './zip.ts'

let at: TestApp
let vehicle: VehicleRecord
let drive: DriveRecord
let diagnosisId: string
beforeAll(async () => {
  at = await startTestApp()
  const fields = { name: 'Gannet coupe', plate: 'GN-1', engine: '1.9', distance: 48_200, notes: 'blue' }
  vehicle = (await request(at.app).post('/api/vehicles').send(fields).expect(201)).body as VehicleRecord
  const made = await request(at.app).post('/api/drives').send({ document: ketch(), vehicleId: vehicle.id }).expect(201)
  drive = made.body as DriveRecord
  const picture = readFileSync(new URL('../../../demo/photos/engine-front.jpg', import.meta.url))
  const photo = await request(at.app).post('/api/photos').set('Content-Type', 'image/jpeg').send(picture).expect(201)
  const below = `/api/drives/${drive.id}`
  const fitting = { belt: 'main', mark: '6PK1675', length: 1675, fittedOn: '2026-11-03', distance: 48_000 }
  await request(at.app)
    .post(`${below}/fittings`)
    .send({ ...fitting, reason: 'cracked', spare: '', by: 'Isla' })
    .expect(201)
  const { id, width, height } = photo.body as PhotoRecord
  const mark = { id, width, height, marks: [{ x: 0.5, y: 0.5, words: 'here' }] }
  const check = { part: 'belt.main', partName: 'Main belt', check: 'damage', value: null, state: 'none' }
  await request(at.app)
    .post(`${below}/inspections`)
    .send({
      distance: 48_100,
      beltOff: false,
      renewed: [],
      sum: [],
      note: '',
      by: 'Isla',
      checks: [{ ...check, verdict: 'fine', reason: 'fine', note: '', photos: [mark] }],
    })
    .expect(201)
  const answers = [{ test: 'heard', outcome: 'squeal', words: 'What is heard: Squeal' }]
  const found = await request(at.app)
    .post(`${below}/diagnoses`)
    .send({
      answers,
      cause: 'worn-belt',
      causeName: 'Ribs worn',
      probability: 0.7,
      edition: '1',
      actions: ['New belt'],
      prove: 'Quiet.',
      note: '',
      distance: 48_100,
      by: 'Isla',
    })
    .expect(201)
  diagnosisId = (found.body as Diagnosis).id
  await request(at.app)
    .post('/api/jobs')
    .send({ ...newJob(drive.id), complaint: 'squeals', diagnoses: [diagnosisId], pictures: [mark] })
    .expect(201)
})
afterAll(() => at.close())

const out = async (id: string) =>
  (
    await request(at.app)
      .get(`/api/vehicles/${id}/export`)
      .buffer(true)
      .parse((response, done) => {
        const chunks: Buffer[] = []
        response.on('data', (chunk: Buffer) => chunks.push(chunk))
        response.on('end', () => done(null, Buffer.concat(chunks)))
      })
      .expect(200)
  ).body as Buffer
const bringIn = (zip: Buffer) =>
  request(at.app).post('/api/vehicles/import').set('Content-Type', 'application/zip').send(zip)
/** How much of vehicles, drives and jobs a client is shown, and pictures are kept. */
const listed = async () => ({
  vehicles: ((await request(at.app).get('/api/vehicles')).body as { vehicles: unknown[] }).vehicles.length,
  drives: ((await request(at.app).get('/api/drives')).body as { total: number }).total,
  jobs: ((await request(at.app).get('/api/board?limit=100')).body as { rows: unknown[] }).rows.length,
  pictures: (await counts()).at(-1),
})
const counts = async () => {
  const tables = ['vehicles', 'drives', 'fittings', 'inspections', 'jobs', 'photos']
  const all = await Promise.all(
    tables.map(async (table) => {
      const [row] = await at.source.query<{ n: string }[]>(`SELECT COUNT(*) AS n FROM ${table}`)
      return row?.n
    }),
  )
  return all.map(Number)
}

test('a vehicle goes out as files anyone can open, and comes in again with everything, under new ids', async () => {
  const zip = await out(vehicle.id)
  const files = await unpacked(zip)
  expect([...files.keys()]).toEqual([
    'vehicle.json',
    'drives/1-Main-drive.drive.json',
    'drives/1-Main-drive.records.json',
    expect.stringMatching(/^pictures\/[0-9a-f-]{36}\.jpg$/),
  ])
  expect(JSON.parse(files.get('drives/1-Main-drive.drive.json')?.toString() ?? '')).toEqual(ketch())
  const again = (await bringIn(zip).expect(201)).body as VehicleRecord
  expect(again).toMatchObject({ name: 'Gannet coupe', plate: 'GN-1', engine: '1.9', distance: 48_200, notes: 'blue' })
  expect(again.id).not.toBe(vehicle.id)
  const [copy] = (
    (await request(at.app).get('/api/drives').query({ vehicleId: again.id })).body as { drives: DriveRecord[] }
  ).drives
  expect(copy?.document).toEqual(drive.document)
  const rows = async <Row>(path: string) =>
    Object.values((await request(at.app).get(path).expect(200)).body as Record<string, Row[]>)[0] ?? []
  const below = `/api/drives/${copy?.id ?? ''}`
  expect(await rows<Fitting>(`${below}/fittings`)).toMatchObject([{ mark: '6PK1675', by: 'Wren', distance: 48_000 }])
  const [diagnosis] = await rows<Diagnosis>(`${below}/diagnoses`)
  expect(diagnosis).toMatchObject({ causeName: 'Ribs worn', by: 'Wren' })
  const [job] = await rows<Job>(`/api/jobs?driveId=${copy?.id ?? ''}`)
  expect(job).toMatchObject({ complaint: 'squeals', diagnoses: [diagnosis?.id] })
  expect(diagnosis?.id).not.toBe(diagnosisId)
  const [walk] = await rows<Inspection>(`${below}/inspections`)
  const photo = walk?.checks[0]?.photos[0]?.id
  expect([...files.keys()].join()).not.toContain(photo)
  expect(job?.pictures).toMatchObject([{ id: photo, marks: [{ words: 'here' }] }])
  await request(at.app)
    .get(`/api/photos/${photo ?? ''}/screen`)
    .expect(200)
  // The same vehicle gives the same file: what comes in lost nothing on the way.
  const second = await unpacked(await out(again.id))
  expect(second.get('drives/1-Main-drive.drive.json')).toEqual(files.get('drives/1-Main-drive.drive.json'))
})

test('what cannot be brought in to its end is not present at all', async () => {
  const before = await listed()
  const full = jest.spyOn(JobService.prototype, 'bringIn').mockRejectedValueOnce(new ApiError('JOBS_FULL'))
  const refused = await bringIn(await out(vehicle.id)).expect(409)
  expect((refused.body as ErrorBody).error.code).toBe('JOBS_FULL')
  expect(full).toHaveBeenCalledTimes(1)
  full.mockRestore()
  expect(await listed()).toEqual(before)
})

describe('refused in a sentence, and nothing is stored', () => {
  /** A ZIP whose only file says of itself what it is told to: the reader has to notice. */
  function forged(name: string, content: Buffer, claimed = content.length): Buffer {
    const data = deflateRawSync(content)
    const fileName = Buffer.from(name)
    const common = (signature: number, versions: number) => {
      const head = Buffer.alloc(versions)
      head.writeUInt32LE(signature, 0)
      return head
    }
    const local = common(0x04034b50, 30)
    local.writeUInt16LE(20, 4)
    local.writeUInt16LE(8, 8)
    local.writeUInt32LE(data.length, 18)
    local.writeUInt32LE(claimed, 22)
    local.writeUInt16LE(fileName.length, 26)
    const central = common(0x02014b50, 46)
    central.writeUInt16LE(20, 4)
    central.writeUInt16LE(20, 6)
    central.writeUInt16LE(8, 10)
    central.writeUInt32LE(data.length, 20)
    central.writeUInt32LE(claimed, 24)
    central.writeUInt16LE(fileName.length, 28)
    const end = common(0x06054b50, 22)
    end.writeUInt16LE(1, 8)
    end.writeUInt16LE(1, 10)
    end.writeUInt32LE(central.length + fileName.length, 12)
    end.writeUInt32LE(local.length + fileName.length + data.length, 16)
    return Buffer.concat([local, fileName, data, central, fileName, end])
  }
  const without = async (part: RegExp, instead?: string) => {
    const files = new Map<string, Buffer | string>(await unpacked(await out(vehicle.id)))
    for (const name of files.keys())
      if (part.test(name)) {
        if (instead === undefined) files.delete(name)
        else files.set(name, instead)
      }
    return packed(files)
  }

  test.each<[string, () => Buffer | Promise<Buffer>, RegExp]>([
    ['no ZIP at all', () => Buffer.from('<script>alert(1)</script>'), /is not a ZIP file/],
    ['a name that leads out', () => forged('../../etc/emery', Buffer.from('x')), /points outside it/],
    ['a name from the root', () => forged('/etc/emery', Buffer.from('x')), /points outside it/],
    ['a bomb that says so', () => forged('vehicle.json', Buffer.alloc(1000), 4_000_000_000), /4000 MB, more than/],
    [
      'a bomb that hides it',
      () => forged('vehicle.json', Buffer.alloc(50_000_000), 100),
      /not as large as the ZIP says/,
    ],
    ['no list of what is in it', () => without(/^vehicle\.json$/), /is missing from the ZIP/],
    ['a missing drive', () => without(/\.drive\.json$/), /is missing from the ZIP/],
    ['a missing picture', () => without(/^pictures/), /is missing from the ZIP/],
    ['a drive that is none', () => without(/\.drive\.json$/, '{"format":"other"}'), /format/],
    ['records that are not JSON', () => without(/\.records\.json$/, '{'), /is not JSON/],
    [
      'records without an end to their depth',
      () => without(/\.records\.json$/, '['.repeat(100_000)),
      /nested more than/,
    ],
    ['nine megabytes of nothings', () => without(/\.records\.json$/, `[${'{},'.repeat(3_000_000)}{}]`), /9 MB of JSON/],
    [
      'a list longer than it may be',
      () =>
        without(/\.records\.json$/, `{"fittings":[${'{},'.repeat(9000)}{}],"diagnoses":[],"inspections":[],"jobs":[]}`),
      /fewer|at most|less than/,
    ],
    [
      'a day that there is not',
      () =>
        without(
          /\.records\.json$/,
          '{"fittings":[],"diagnoses":[],"inspections":[{"at":"2026-99-99T00:00Z","fields":{}}],"jobs":[]}',
        ),
      /must be a moment/,
    ],
  ])('%s', async (_, make, sentence) => {
    const before = await counts()
    const refused = await bringIn(await make()).expect(422)
    const { code, problems } = (refused.body as ErrorBody).error
    expect([code, problems?.[0]?.message]).toEqual(['BAD_ZIP', expect.stringMatching(sentence)])
    expect(await counts()).toEqual(before)
  })

  test('a picture that is none', async () => {
    const before = await counts()
    const refused = await bringIn(await without(/^pictures/, '<svg onload="alert(1)"/>')).expect(422)
    expect((refused.body as ErrorBody).error.code).toBe('PHOTO_NOT_READ')
    expect(await counts()).toEqual(before)
  })
})
