import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import request from 'supertest'
import {
  newJob,
  type BoardCounts,
  type BoardDues,
  type ErrorBody,
  type Found,
  type Job,
  type JobChangeRecord,
  type JobFields,
  type VehicleRecord,
} from '@emery/core/api'
import { jobPlan } from '@emery/core/jobs'
import { settleDrive } from '@emery/core/path'
import { ketch } from '../testing/documents.ts'
import { jobAsks, tick } from '../testing/job-asks.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
let driveId: string
let vehicle: VehicleRecord
let apprentice: string
beforeAll(async () => {
  at = await startTestApp()
  apprentice = await at.cookieOf('Tobias', 'apprentice')
  const fields = { name: 'Gannet coupe', plate: 'GN-1', engine: '1.9', distance: 48_200, notes: '' }
  vehicle = (await request(at.app).post('/api/vehicles').send(fields).expect(201)).body as VehicleRecord
  driveId = await newDrive(vehicle.id)
})
afterAll(() => at.close())

const { newDrive, add, put, list, board } = jobAsks(() => at)
const job = (fields: Partial<JobFields> = {}): JobFields => ({ ...newJob(driveId), complaint: 'squeals', ...fields })
const codeOf = (response: request.Response) => (response.body as ErrorBody).error.code

describe('a job', () => {
  test('is kept with its ticks under the name of who is signed in, has a number, and is asked for by its drive', async () => {
    const other = await newDrive(null)
    const made = await add({ ...job(), driveId: other })
    const next = await add({ ...job(), driveId: other })
    expect(next.number).toBe(made.number + 1)
    const fields = job({ driveId: other, ticks: [tick('before.safe')], torques: [{ step: 'x', value: '45 Nm' }] })
    const saved = (await put(made.id, 1, fields, apprentice).expect(200)).body as Job
    expect(saved).toMatchObject({ version: 2, ticks: [{ step: 'before.safe', by: 'Tobias' }] })
    expect((await list(other)).find(({ id }) => id === made.id)).toEqual(saved)
    expect(await list(driveId)).toEqual([])
  })

  test('of two who tick at once, one is told what stands there', async () => {
    const made = await add(job())
    const answers = await Promise.all(['a', 'b'].map((step) => put(made.id, 1, job({ ticks: [tick(step)] }))))
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 409])
    const late = answers.find(({ status }) => status === 409)
    expect((late?.body as ErrorBody).error.conflict?.current).toMatchObject({ version: 2, ticks: [{ is: 'done' }] })
  })

  test('has a history: who did what, in words that stay, the last first', async () => {
    const { id, version } = await add(job())
    const path = `/api/jobs/${id}`
    const ticked = job({ ticks: [tick('service-data', { title: 'Have the service data ready' })] })
    await request(at.app)
      .put(path)
      .set('Cookie', apprentice)
      .send({ ...ticked, basedOn: version })
      .expect(200)
    await request(at.app)
      .put(path)
      .send({ ...ticked, basedOn: version })
      .expect(409)
    const { changes } = (await request(at.app).get(`${path}/history`).expect(200)).body as {
      changes: JobChangeRecord[]
    }
    expect(changes.map(({ by, words }) => [by, words])).toEqual([
      ['Tobias', ['ticked Have the service data ready']],
      ['Wren', ['opened the job', 'complaint: squeals']],
    ])
    await request(at.app).get('/api/jobs/none/history').expect(404)
  })

  test('moves with its drive: what is measured or deleted there is seen here', async () => {
    const id = await newDrive(null)
    const made = await add({ ...job(), driveId: id })
    expect(made.status).toMatchObject({ stage: 'belt-change', stepsDone: 0 })
    const without = ketch({ belts: ketch().belts.map((belt) => ({ ...belt, length: null })) })
    const save = { basedOn: 1, saveId: '7b0d0c9e-33f8-4c4f-9a51-1f6f2f1a4f11', document: without, reason: 'try' }
    await request(at.app).put(`/api/drives/${id}`).send(save).expect(200)
    const [now] = await list(id)
    // Nobody’s work is in the way of it: the version is as it was.
    expect([now?.status.stage, now?.version]).toEqual(['belt', 1])
  })

  test('is signed off when every step is done, by a mechanic, and stands then', async () => {
    const made = await add(job())
    const closed = job({ closedAt: '2026-11-28T10:00:00Z' })
    const early = await put(made.id, 1, closed).expect(400)
    expect((early.body as ErrorBody).error.problems?.[0]?.message).toMatch(/^\d+ steps are neither done nor skipped/)
    const ticks = jobPlan(settleDrive(ketch()), job()).steps.map(({ id }) => tick(id))
    await put(made.id, 1, { ...closed, ticks }, apprentice).expect(400)
    const done = (await put(made.id, 1, { ...closed, ticks }).expect(200)).body as Job
    expect(done).toMatchObject({ signedBy: 'Wren', status: { stage: 'done' } })
    await put(made.id, 2, { ...closed, ticks, complaint: 'other' }).expect(400)
  })

  test('is deleted and brought back', async () => {
    const made = await add(job())
    await request(at.app).delete(`/api/jobs/${made.id}?basedOn=1`).set('Cookie', apprentice).expect(403)
    await request(at.app).delete(`/api/jobs/${made.id}?basedOn=1`).expect(204)
    expect(codeOf(await request(at.app).get(`/api/jobs/${made.id}`).expect(404))).toBe('JOB_NOT_FOUND')
    await request(at.app).post(`/api/jobs/${made.id}/restore`).expect(200)
  })

  test('brings its vehicle’s distance up to what was read at it; lower than last time it is refused', async () => {
    const fields = { name: 'Plover hatch', plate: 'PL-9', engine: '1.2', distance: 74_300, notes: 'green' }
    const made = await request(at.app).post('/api/vehicles').send(fields).expect(201)
    const { id } = made.body as VehicleRecord
    const there = async () => (await request(at.app).get(`/api/vehicles/${id}`).expect(200)).body as VehicleRecord
    const drive = await newDrive(id)
    const opened = await add(job({ driveId: drive, distance: 74_300 }))
    expect(await there()).toMatchObject({ distance: 74_300, version: 1 })
    const low = await put(opened.id, 1, job({ driveId: drive, distance: 70_000 })).expect(400)
    expect((low.body as ErrorBody).error.problems).toEqual([
      { path: '$.distance', message: expect.stringMatching(/^The odometer reading is lower than the 74,300 km/) },
    ])
    await put(opened.id, 1, job({ driveId: drive, distance: 75_010 })).expect(200)
    expect(await there()).toMatchObject({ ...fields, distance: 75_010, version: 2 })
    const { revisions } = (await request(at.app).get(`/api/vehicles/${id}/revisions`)).body as {
      revisions: { distance: number }[]
    }
    expect(revisions.map(({ distance }) => distance)).toEqual([75_010, 74_300])
    // The vehicle goes on; what stands in the job was right when it was read and holds nobody up.
    await request(at.app)
      .put(`/api/vehicles/${id}`)
      .send({ ...fields, distance: 76_000, basedOn: 2 })
      .expect(200)
    await put(opened.id, 2, job({ driveId: drive, distance: 75_010, asked: 'new belt' })).expect(200)
    expect(await there()).toMatchObject({ distance: 76_000, version: 3 })
  })

  test('goes with its drive when that is deleted, and comes back with it, unless it was deleted before', async () => {
    const drive = await newDrive(vehicle.id)
    const [stays, struck] = [await add(job({ driveId: drive })), await add(job({ driveId: drive }))]
    await request(at.app).delete(`/api/jobs/${struck.id}?basedOn=1`).expect(204)
    const shown = async () => (await board({ vehicleId: vehicle.id, limit: 100 })).rows.map(({ id }) => id)
    expect(await shown()).toContain(stays.id)
    await request(at.app).delete(`/api/drives/${drive}?basedOn=1`).expect(204)
    expect(await shown()).not.toContain(stays.id)
    const { found } = (await request(at.app).get(`/api/search?q=job ${stays.number}`)).body as { found: Found[] }
    expect(found.map(({ id }) => id)).not.toContain(stays.id)
    await request(at.app).post(`/api/drives/${drive}/restore`).expect(200)
    expect(await shown()).toContain(stays.id)
    expect(await shown()).not.toContain(struck.id)
  })

  test.each([
    ['a tick that is neither', { ticks: [tick('a', { is: 'maybe' })] }, '$.ticks[0].is'],
    ['no drive', { driveId: '' }, '$.driveId'],
    ['a tick at no moment', { ticks: [tick('a', { at: 'today' })] }, '$.ticks[0].at'],
  ])('%s is refused by its place', async (_, fields, path) => {
    const answer = await request(at.app)
      .post('/api/jobs')
      .send({ ...job(), ...fields })
      .expect(400)
    expect((answer.body as ErrorBody).error.problems?.map((problem) => problem.path)).toContain(path)
  })
})

describe('the board', () => {
  test('lists by what a job waits for, by words and by vehicle, in pages, and counts all', async () => {
    const parts = [{ id: 'p', what: 'Belt', number: 'B-1', count: 1, place: 'ordered' as const, backBy: '' }]
    const waiting = await add(job({ complaint: 'whistles when cold', parts }))
    const { rows, more } = await board({ stage: 'parts' })
    expect([rows.map(({ id }) => id), more]).toEqual([[waiting.id], false])
    const { counts } = (await request(at.app).get('/api/board/counts').expect(200)).body as BoardCounts
    expect(counts.parts).toBe(1)
    expect(rows[0]).toMatchObject({
      number: waiting.number,
      complaint: 'whistles when cold',
      stage: 'parts',
      vehicle: { name: 'Gannet coupe', plate: 'GN-1', distance: 48_200 },
      drive: { id: driveId },
    })
    for (const q of ['WHISTLES gn-1', 'gannet cold', String(waiting.number)])
      expect([q, (await board({ q })).rows.map(({ id }) => id)]).toEqual([q, expect.arrayContaining([waiting.id])])
    expect((await board({ q: 'whistles nothing' })).rows).toEqual([])
    expect((await board({ q: '100%' })).rows).toEqual([])
    expect((await board({ vehicleId: vehicle.id })).rows.every((row) => row.vehicle?.id === vehicle.id)).toBe(true)
    const all = await board()
    const pages = await Promise.all([0, 1, 2].map((offset) => board({ limit: 1, offset })))
    expect(pages.map((page) => page.rows[0]?.id)).toEqual(all.rows.slice(0, 3).map(({ id }) => id))
    // An address that is old or mistyped still shows the board.
    expect((await board({ stage: 'nonsense', limit: 'x' })).rows).toEqual(all.rows)
    expect([pages[0]?.more, all.more]).toEqual([true, false])
  })

  test('says what is worn on which drive, once it was seen or its distance is near', async () => {
    const id = await newDrive(vehicle.id)
    const fitting = { belt: 'main', mark: '6PK1675', length: 1675, fittedOn: '2014-01-10', distance: 20_000 }
    const added = await request(at.app)
      .post(`/api/drives/${id}/fittings`)
      .send({ ...fitting, reason: '', spare: '', by: 'Isla' })
      .expect(201)
    const due = async () =>
      ((await request(at.app).get('/api/board/due').expect(200)).body as BoardDues).due.filter(
        (each) => each.driveId === id,
      )
    // Twelve years are past the end of any belt.
    expect(await due()).toMatchObject([{ words: expect.stringMatching(/^Replace /), vehicle: { plate: 'GN-1' } }])
    await request(at.app)
      .delete(`/api/drives/${id}/fittings/${(added.body as { id: string }).id}`)
      .expect(204)
    expect((await due()).filter(({ words }) => words.startsWith('Replace'))).toEqual([])
  })
})

test('what is named otherwise is found by its new name', async () => {
  const made = await request(at.app)
    .post('/api/vehicles')
    .send({ name: 'Heron', plate: 'HR-9', engine: '', distance: null, notes: '' })
    .expect(201)
  const { id } = made.body as VehicleRecord
  const onHeron = await add(job({ driveId: await newDrive(id), complaint: 'rattles' }))
  const ids = async (q: string) => (await board({ q })).rows.map((row) => row.id)
  expect(await ids('heron rattles')).toEqual([onHeron.id])
  const renamed = { name: 'Bittern', plate: 'HR-9', engine: '', distance: null, notes: '', basedOn: 1 }
  await request(at.app).put(`/api/vehicles/${id}`).send(renamed).expect(200)
  expect([await ids('heron'), await ids('BITTERN')]).toEqual([[], [onHeron.id]])
  await request(at.app).put(`/api/drives/${onHeron.driveId}/vehicle`).send({ vehicleId: null }).expect(200)
  expect([await ids('bittern'), (await board({ vehicleId: id })).rows]).toEqual([[], []])
})

test('the search finds vehicles, drives, jobs and belts by words', async () => {
  await request(at.app)
    .post('/api/shelf')
    .send({
      belts: [
        {
          mark: '6PK1680 gannet',
          section: 'PK',
          ribs: 6,
          length: 1680,
          material: 'epdm',
          count: 2,
          place: 'hook 4',
          note: '',
        },
      ],
    })
    .expect(201)
  const find = async (q: string) =>
    ((await request(at.app).get('/api/search').query({ q }).expect(200)).body as { found: Found[] }).found
  const kinds = new Set((await find('gannet')).map(({ kind }) => kind))
  expect(kinds).toEqual(new Set(['vehicle', 'drive', 'job', 'belt']))
  expect((await find('gannet 1.9')).map(({ kind, title, hint }) => ({ kind, title, hint }))).toEqual([
    { kind: 'vehicle', title: 'Gannet coupe', hint: 'GN-1' },
  ])
  expect(await find('')).toEqual([])
  expect(await find("'; DROP TABLE jobs; --")).toEqual([])
})

describe('a vehicle', () => {
  const save = (change: object) =>
    request(at.app)
      .put(`/api/vehicles/${vehicle.id}`)
      .send({
        name: 'Gannet coupe',
        plate: 'GN-1',
        engine: '1.9',
        distance: 48_200,
        notes: '',
        basedOn: 1,
        ...change,
      })

  test('whose distance is lower than last time is refused in a sentence, unless the last one was wrong', async () => {
    const refused = await save({ distance: 47_000 }).expect(400)
    expect((refused.body as ErrorBody).error.problems).toEqual([
      { path: '$.distance', message: expect.stringContaining('lower than the 48,200 km of last time') },
    ])
    await save({ distance: 47_000, lastWasWrong: true }).expect(200)
    expect((await request(at.app).get(`/api/vehicles/${vehicle.id}`)).body).toMatchObject({
      distance: 47_000,
      version: 2,
    })
  })

  test('is deleted once no drive is on it, and brought back', async () => {
    const fields = { name: 'New vehicle', plate: '', engine: '', distance: null, notes: '' }
    const { id } = (await request(at.app).post('/api/vehicles').send(fields).expect(201)).body as VehicleRecord
    const drive = await newDrive(id)
    const strike = (basedOn = 1) => request(at.app).delete(`/api/vehicles/${id}?basedOn=${basedOn}`)
    expect(codeOf(await strike().expect(409))).toBe('VEHICLE_HAS_DRIVES')
    await request(at.app).put(`/api/drives/${drive}/vehicle`).send({ vehicleId: null }).expect(200)
    expect(codeOf(await strike(7).expect(409))).toBe('VERSION_CONFLICT')
    await strike().set('Cookie', apprentice).expect(403)
    await strike().expect(204)
    await request(at.app).get(`/api/vehicles/${id}`).expect(404)
    expect((await request(at.app).post(`/api/vehicles/${id}/restore`).expect(200)).body).toMatchObject(fields)
  })

  test('takes a drive, and lets it go', async () => {
    const id = await newDrive(null)
    const move = (vehicleId: string | null) => request(at.app).put(`/api/drives/${id}/vehicle`).send({ vehicleId })
    expect((await move(vehicle.id).expect(200)).body).toMatchObject({ version: 1, vehicle: { id: vehicle.id } })
    expect((await move(null).expect(200)).body).toMatchObject({ vehicle: null })
    expect(codeOf(await move('3f1c2b1e-98f0-4f3a-9d0e-6a1d7b9c0e11').expect(404))).toBe('VEHICLE_NOT_FOUND')
  })

  test('of two who move one drive at once the second is told that it was moved', async () => {
    const id = await newDrive(null)
    const other = (
      await request(at.app)
        .post('/api/vehicles')
        .send({ name: 'Smew', plate: 'SM-1', engine: '', distance: null, notes: '' })
    ).body as VehicleRecord
    const move = (vehicleId: string) => request(at.app).put(`/api/drives/${id}/vehicle`).send({ vehicleId, from: null })
    const answers = await Promise.all([move(vehicle.id), move(other.id)])
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 409])
    const refused = answers.find(({ status }) => status === 409)
    expect(refused === undefined ? '' : codeOf(refused)).toBe('DRIVE_MOVED')
    // What is where it should go already is no conflict.
    const now = answers[0].status === 200 ? vehicle.id : other.id
    await move(now).expect(200)
  })
})
