import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import request from 'supertest'
import {
  jobFieldsOf,
  newJob,
  type Board,
  type BoardDues,
  type BoardParts,
  type ErrorBody,
  type FleetDone,
  type Job,
  type JobFields,
  type VehicleRecord,
} from '@emery/core/api'
import { jobPlan } from '@emery/core/jobs'
import { settleDrive } from '@emery/core/path'
import { unpacked } from '../vehicles/zip.ts'
import { ketch } from '../testing/documents.ts'
import { jobAsks, tick } from '../testing/job-asks.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
beforeAll(async () => {
  at = await startTestApp()
})
afterAll(() => at.close())

const { newDrive, add, put, list, board } = jobAsks(() => at)
const job = (fields: Partial<JobFields> = {}): JobFields => ({ ...newJob(''), complaint: 'squeals', ...fields })

describe('signing off', () => {
  test('puts belts and parts on record, once, and leaves the second look due', async () => {
    const curlew = { name: 'Curlew', plate: 'CU-2', engine: '', distance: null, notes: '' }
    const own = await newDrive(((await request(at.app).post('/api/vehicles').send(curlew)).body as VehicleRecord).id)
    const tensioner = {
      id: 'replace.tensioner.arm',
      does: 'replace',
      part: 'tensioner.arm',
      what: 'Tensioner arm',
    } as const
    const fields = job({
      driveId: own,
      distance: 48_900,
      work: [{ ...tensioner, because: 'Weak', lines: [], prove: '', from: 'diagnosis' }],
      parts: [
        { id: 'b', what: 'Belt', number: '6PK1780', count: 1, place: 'shelf', backBy: '' },
        {
          id: 'c',
          what: 'Main belt',
          number: 'OWN-17',
          count: 1,
          place: 'here',
          backBy: '',
          work: 'replace.belt.main',
        },
      ],
    })
    const { steps } = jobPlan(settleDrive(ketch()), fields)
    // The second look comes when it has run for a while.
    const ticks = steps.filter(({ phase }) => phase !== 're-check').map(({ id }) => tick(id))
    const made = await add({ ...fields, ticks })
    expect(made.status.stage).toBe('sign-off')
    const closed = { ...fields, ticks, closedAt: '2026-11-28T10:00:00Z' }
    const onTrial = { ...closed, parts: [{ ...fields.parts[0], place: 'on trial' } as JobFields['parts'][number]] }
    expect(JSON.stringify((await put(made.id, 1, onTrial).expect(400)).body)).toContain('still on trial')
    const done = (await put(made.id, 1, closed).expect(200)).body as Job
    expect(done.status).toMatchObject({ stage: 're-check', dueKm: 49_400 })
    const records = async () => {
      const of = async (name: string) =>
        ((await request(at.app).get(`/api/drives/${own}/${name}`).expect(200)).body as Record<string, unknown[]>)[name]
      return { fittings: await of('fittings'), inspections: await of('inspections') }
    }
    const { fittings, inspections } = await records()
    expect(fittings).toMatchObject([
      { belt: 'main', mark: 'OWN-17', distance: 48_900, reason: expect.stringMatching(/^Job \d+: squeals$/) },
    ])
    expect(inspections).toMatchObject([{ renewed: ['tensioner.arm'], distance: 48_900, checks: [] }])
    const shelf = (await request(at.app).get('/api/shelf').expect(200)).body as { belts: { mark: string }[] }
    expect(shelf.belts.filter(({ mark }) => mark === '6PK1780')).toHaveLength(1)
    // When it is looked at again is the workshop’s to say.
    const rule = (value: number | null, basedOn: number) =>
      request(at.app).put('/api/rules/wear.second-look.km').send({ value, basedOn }).expect(200)
    await rule(800, 0)
    expect((await list(own))[0]?.status.dueKm).toBe(49_700)
    await rule(null, 1)
    expect((await list(own))[0]?.status.dueKm).toBe(49_400)
    // Opened and signed off again, nothing is on record twice.
    const opened = (await put(made.id, 2, { ...closed, closedAt: null }).expect(200)).body as Job
    await put(made.id, opened.version, closed).expect(200)
    expect(await records()).toEqual({ fittings, inspections })
    // The second look is ticked in a job that is signed off; nothing else is.
    const kept = (await list(own)).find(({ id }) => id === made.id) as Job
    const look = { ...jobFieldsOf(kept), ticks: [...kept.ticks, tick('re-check.main')] }
    await put(made.id, 4, { ...look, complaint: 'other' }).expect(400)
    expect(((await put(made.id, 4, look).expect(200)).body as Job).status.stage).toBe('done')
  })

  test('a job that an older page saves keeps what that page does not know of', async () => {
    const own = await newDrive(null)
    const made = await add(job({ driveId: own, promisedFor: '2026-12-01T16:30', priority: 'urgent', shows: ['warm'] }))
    const later = ['shows', 'promisedFor', 'work', 'priority']
    const fields = job({ driveId: own, asked: 'a belt' })
    const sent = Object.fromEntries(Object.entries(fields).filter(([key]) => !later.includes(key)))
    const saved = (await put(made.id, 1, sent as JobFields).expect(200)).body as Job
    expect(saved).toMatchObject({
      asked: 'a belt',
      promisedFor: '2026-12-01T16:30',
      priority: 'urgent',
      shows: ['warm'],
    })
  })

  test.each([
    ['a day without an hour', { promisedFor: '2026-12-01' }, '$.promisedFor'],
    ['a price below nothing', { labourPrice: -1 }, '$.labourPrice'],
    ['half a minute', { estimate: 0.5 }, '$.estimate'],
    ['a condition that is none', { shows: ['Tuesdays'] as never }, '$.shows[0]'],
  ])('%s is refused by its place', async (_, fields, where) => {
    const answer = await request(at.app).post('/api/jobs').send(job(fields)).expect(400)
    expect((answer.body as ErrorBody).error.problems?.map(({ path }) => path)).toContain(where)
  })

  test('a week has what is promised in it, late ones first, then what is promised for no day, urgent ones first', async () => {
    const own = await newDrive(null)
    const of = async (complaint: string, more: Partial<JobFields>) => add(job({ driveId: own, complaint, ...more }))
    await of('late', { promisedFor: '2001-01-01T08:00' })
    await of('some day', {})
    await of('soon', { promisedFor: '2001-01-05T08:00', hands: ['Isla'], estimate: 90 })
    await of('burning', { priority: 'urgent' })
    await of('next year', { promisedFor: '2002-01-01T08:00' })
    const { rows } = (await request(at.app).get('/api/board/week?until=2001-01-08').expect(200)).body as Board
    const mine = rows.filter(({ drive }) => drive.id === own)
    expect(mine.map(({ complaint }) => complaint)).toEqual(['late', 'soon', 'burning', 'some day'])
    expect(mine[1]).toMatchObject({ hands: ['Isla'], estimate: 90, minutes: 0 })
    await request(at.app).get('/api/board/week?until=soon').expect(400)
    expect((await board({ hand: 'Isla' })).rows.map(({ complaint }) => complaint)).toContain('soon')
    expect((await board({ hand: 'Isl' })).rows).toEqual([])
  })
})

test('the parts of a week are those of its open jobs, with what each is for', async () => {
  const own = await newDrive(null)
  const part = {
    id: 'p',
    what: 'Belt',
    number: '6PK1780',
    count: 2,
    place: 'wanted',
    backBy: '',
    supplier: 'Own',
  } as const
  const { number } = await add(job({ driveId: own, parts: [part], promisedFor: '2001-01-03T08:00' }))
  await add(job({ driveId: own, complaint: 'no parts', promisedFor: '2001-01-03T08:00' }))
  await add(job({ driveId: own, parts: [part], promisedFor: '2002-01-03T08:00' }))
  const { parts } = (await request(at.app).get('/api/board/parts?until=2001-01-08').expect(200)).body as BoardParts
  expect(parts.filter(({ driveId }) => driveId === own)).toEqual([
    {
      ...part,
      jobId: expect.any(String),
      jobNumber: number,
      driveId: own,
      promisedFor: '2001-01-03T08:00',
      vehicle: null,
    },
  ])
  await request(at.app).get('/api/board/parts').expect(400)
})

test('a vehicle at whose belts nobody has looked is due by the workshop’s interval, until somebody looks', async () => {
  const far = { name: 'Far runner', plate: 'FR-1', engine: '', distance: 61_000, notes: '' }
  const { id } = (await request(at.app).post('/api/vehicles').send(far).expect(201)).body as VehicleRecord
  const near = { ...far, name: 'Near runner', plate: 'FR-2', distance: 59_000 }
  await request(at.app).post('/api/vehicles').send(near).expect(201)
  const unseen = async () =>
    ((await request(at.app).get('/api/board/due').expect(200)).body as BoardDues).due
      .filter(
        ({ words, vehicle: of }) =>
          words.startsWith('Look at the belts: no look') && of?.plate.startsWith('FR-') === true,
      )
      .map(({ vehicle: of, driveId: drive }) => [of?.plate, drive])
  expect(await unseen()).toEqual([['FR-1', '']])
  const drive = await newDrive(id)
  expect(await unseen()).toEqual([['FR-1', drive]])
  // Whoever fits a belt has looked at it.
  const fitted = { belt: 'main', mark: 'OWN', length: 1780, fittedOn: '2026-01-01', distance: null }
  const { id: fitting } = (
    await request(at.app)
      .post(`/api/drives/${drive}/fittings`)
      .send({ ...fitted, reason: '', spare: '', by: '' })
      .expect(201)
  ).body as { id: string }
  expect(await unseen()).toEqual([])
  await request(at.app).delete(`/api/drives/${drive}/fittings/${fitting}`).expect(204)
  const seen = { distance: null, beltOff: false, checks: [], renewed: ['belt.main'], sum: [], note: '', by: '' }
  await request(at.app).post(`/api/drives/${drive}/inspections`).send(seen).expect(201)
  expect(await unseen()).toEqual([])
})

test('a fleet comes in by its plates: known ones are changed, others added, a lower distance is left and told of', async () => {
  const fleet = async (...vehicles: object[]) =>
    (await request(at.app).post('/api/vehicles/fleet').send({ vehicles }).expect(200)).body as FleetDone
  const owner = 'Tern Ferries'
  const ten = Array.from({ length: 10 }, (_, i) => ({ plate: `TF ${i}`, name: `Tern ${i}`, distance: 1000 * i, owner }))
  expect(await fleet(...ten)).toEqual({ added: 10, changed: 0, refused: [] })
  // The same again changes nothing; plates are the same however they are spaced.
  expect(await fleet(...ten)).toEqual({ added: 0, changed: 0, refused: [] })
  const { added, changed, refused } = await fleet({ plate: 'tf-3', distance: 3500 }, { plate: 'TF4', distance: 1 })
  expect([added, changed]).toEqual([0, 1])
  expect(refused).toEqual([expect.stringMatching(/^TF 4: the odometer reading is lower than the 4,000 km/)])
  const { vehicles } = (await request(at.app).get('/api/vehicles?q=tern ferries').expect(200)).body as {
    vehicles: VehicleRecord[]
  }
  expect(vehicles.map(({ plate, distance }) => [plate, distance]).slice(3, 5)).toEqual([
    ['TF 3', 3500],
    ['TF 4', 4000],
  ])
  // Whose it is stays in the workshop unless it is asked for.
  const [tern] = vehicles
  const zipped = async (query: string) => {
    const asked = request(at.app)
      .get(`/api/vehicles/${tern?.id ?? ''}/export${query}`)
      .buffer(true)
      .responseType('blob')
    const files = await unpacked((await asked.expect(200)).body as Buffer)
    return files.get('vehicle.json')?.toString('utf8')
  }
  expect(await zipped('')).not.toContain(owner)
  expect(await zipped('?owner=1')).toContain(owner)
  await request(at.app)
    .post('/api/vehicles/fleet')
    .send({ vehicles: [{ name: 'No plate' }] })
    .expect(400)
})
