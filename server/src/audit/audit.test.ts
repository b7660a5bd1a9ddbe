import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import request from 'supertest'
import {
  AUDIT_PAGE,
  newJob,
  type AuditPage,
  type DeletedRecord,
  type DeviceSession,
  type DriveRecord,
  type Job,
  type PersonRecord,
  type VehicleRecord,
} from '@emery/core/api'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'
import { AuditLog } from './audit-log.ts'

const DAY_MS = 24 * 3600_000
const PASSPHRASE = 'four plain garden words'

let at: TestApp
let clock = new Date('2026-11-29T09:00:00.000Z')
const cookies = { apprentice: '', mechanic: '' }
beforeAll(async () => {
  at = await startTestApp({ now: () => clock, requestsPerMinute: 1e6 })
  cookies.apprentice = await at.cookieOf('Pip', 'apprentice')
  cookies.mechanic = await at.cookieOf('Isla', 'mechanic')
})
afterAll(() => at.close())

const audit = async (query = '') => (await request(at.app).get(`/api/audit${query}`).expect(200)).body as AuditPage
const deleted = async (cookie?: string) => {
  const asked = request(at.app).get('/api/deleted')
  const answer = await (cookie === undefined ? asked : asked.set('Cookie', cookie)).expect(200)
  return (answer.body as { readonly deleted: readonly DeletedRecord[] }).deleted
}
const addVehicle = async (name: string) =>
  (await request(at.app).post('/api/vehicles').send({ name, plate: 'HR-9', engine: '', distance: null, notes: '' }))
    .body as VehicleRecord
const addDrive = async (vehicleId: string | null = null) =>
  (await request(at.app).post('/api/drives').send({ document: ketch(), vehicleId })).body as DriveRecord

describe('the audit log', () => {
  test('says who deleted what and who brought it back, and from where', async () => {
    const { id, version } = await addVehicle('Heron')
    await request(at.app).delete(`/api/vehicles/${id}?basedOn=${version}`).set('Cookie', cookies.mechanic).expect(204)
    await request(at.app).post(`/api/vehicles/${id}/restore`).expect(200)
    const [restored, removed] = (await audit()).entries
    expect(removed).toMatchObject({ by: 'Isla', action: 'delete', what: 'vehicle Heron, HR-9' })
    expect(restored).toMatchObject({
      by: 'Wren',
      action: 'restore',
      what: 'vehicle Heron, HR-9',
      at: clock.toISOString(),
    })
    expect(removed?.address).toContain('127.0.0.1')
  })

  test('a write that is refused, or said twice, is not recorded twice', async () => {
    const { id, version } = await addVehicle('Teal')
    const edit = '7d7a1f52-54a1-4f7c-8d26-5a8f0b0f9b11'
    const remove = () => request(at.app).delete(`/api/vehicles/${id}?basedOn=${version}`).set('Emery-Edit', edit)
    await request(at.app)
      .delete(`/api/vehicles/${id}?basedOn=${version + 7}`)
      .expect(409)
    await remove().expect(204)
    await remove().expect(204)
    expect((await audit('?q=Teal')).entries).toHaveLength(1)
  })

  test('roles, rules, sign-ins and refusals are there; what was typed in place of a name is not', async () => {
    const added = await request(at.app)
      .post('/api/people')
      .send({ name: 'Tobias', role: 'mechanic', passphrase: PASSPHRASE })
      .expect(201)
    const tobias = added.body as PersonRecord
    await request(at.app).put(`/api/people/${tobias.id}`).send({ basedOn: 1, name: 'Tobias', role: 'lead' }).expect(200)
    await request(at.strange).post('/api/session').send({ name: 'Tobias', passphrase: PASSPHRASE }).expect(201)
    await request(at.strange).post('/api/session').send({ name: 'Tobias', passphrase: 'wrong words' }).expect(401)
    await request(at.strange).post('/api/session').send({ name: PASSPHRASE, passphrase: 'Tobias' }).expect(401)
    await request(at.app).get('/api/people').set('Cookie', cookies.apprentice).expect(403)
    const { entries } = await audit()
    expect(entries.slice(0, 6).map(({ by, action, what }) => [by, action, what])).toEqual([
      ['Pip', 'refused', 'to read people'],
      ['', 'sign-in-refused', 'nobody on the list'],
      ['', 'sign-in-refused', 'Tobias'],
      ['Tobias', 'sign-in', ''],
      ['Wren', 'people', 'person Tobias, lead'],
      ['Wren', 'people', 'Tobias, mechanic'],
    ])
    expect(JSON.stringify(entries)).not.toContain(PASSPHRASE)
  })

  test('is read in pages, by kind and by word; only a lead reads it, nobody writes it', async () => {
    const log = new AuditLog(at.source, () => clock)
    for (let i = 0; i < AUDIT_PAGE + 5; i++)
      await log.add('export', { person: null, address: '' }, `vehicle number ${i}`)
    const first = await audit('?action=export')
    expect(first.entries).toHaveLength(AUDIT_PAGE)
    expect(first.more).toBe(true)
    const second = await audit(`?action=export&before=${first.entries.at(-1)?.id ?? 0}`)
    expect(second.entries.map(({ what }) => what)).toEqual([4, 3, 2, 1, 0].map((i) => `vehicle number ${i}`))
    expect(second.more).toBe(false)
    expect((await audit('?q=number%2077')).entries.map(({ what }) => what)).toEqual(['vehicle number 77'])
    await request(at.app).get('/api/audit').set('Cookie', cookies.mechanic).expect(403)
    for (const method of ['post', 'put', 'delete'] as const) await request(at.app)[method]('/api/audit').expect(404)
  })
})

describe('what was deleted lately', () => {
  test('is listed with who and when, and its address brings it back', async () => {
    const drive = await addDrive()
    const job = (
      await request(at.app)
        .post('/api/jobs')
        .send({ ...newJob(drive.id), complaint: 'Squeals' })
    ).body as Job
    await request(at.app)
      .delete(`/api/jobs/${job.id}?basedOn=${job.version}`)
      .set('Cookie', cookies.mechanic)
      .expect(204)
    const [found] = await deleted()
    expect(found).toMatchObject({
      kind: 'job',
      by: 'Isla',
      title: `Job ${job.number}: Squeals`,
      drive: { id: drive.id },
      deletedAt: clock.toISOString(),
    })
    await request(at.app)
      .post(`/api${found?.restore ?? ''}`)
      .set('Cookie', cookies.mechanic)
      .expect(200)
    await request(at.app).get(`/api/jobs/${job.id}`).expect(200)
    expect((await deleted()).map(({ id }) => id)).not.toContain(job.id)
  })

  test('a drive is named with the vehicle it is on', async () => {
    const { id } = await addVehicle('Petrel')
    const drive = await addDrive(id)
    await request(at.app).delete(`/api/drives/${drive.id}?basedOn=${drive.version}`).expect(204)
    const found = (await deleted()).find((each) => each.id === drive.id)
    expect(found?.title).toBe(`Petrel, ${drive.document.name}`)
  })

  test('a job that went with its drive is not listed beside it, and comes back with it', async () => {
    const drive = await addDrive()
    const job = (await request(at.app).post('/api/jobs').send(newJob(drive.id))).body as Job
    await request(at.app).delete(`/api/drives/${drive.id}?basedOn=${drive.version}`).expect(204)
    const found = await deleted()
    expect(found.map(({ id }) => id)).toContain(drive.id)
    expect(found.map(({ id }) => id)).not.toContain(job.id)
    await request(at.app)
      .post(`/api${found.find(({ id }) => id === drive.id)?.restore ?? ''}`)
      .expect(200)
    await request(at.app).get(`/api/jobs/${job.id}`).expect(200)
  })

  test('a person comes back on the list, for leads; not where someone has taken their name', async () => {
    const moll = (
      await request(at.app).post('/api/people').send({ name: 'Moll', role: 'mechanic', passphrase: PASSPHRASE })
    ).body as PersonRecord
    await request(at.app).delete(`/api/people/${moll.id}?basedOn=1`).expect(204)
    expect((await deleted(cookies.mechanic)).map(({ id }) => id)).not.toContain(moll.id)
    await request(at.app).post(`/api/people/${moll.id}/restore`).expect(200)
    await request(at.app).delete(`/api/people/${moll.id}?basedOn=1`).expect(204)
    await request(at.app).post('/api/people').send({ name: 'Moll', role: 'lead', passphrase: PASSPHRASE }).expect(201)
    await request(at.app).post(`/api/people/${moll.id}/restore`).expect(409)
  })

  test('is listed for thirty days', async () => {
    const { id, version } = await addVehicle('Smew')
    await request(at.app).delete(`/api/vehicles/${id}?basedOn=${version}`).expect(204)
    clock = new Date(clock.getTime() + 29 * DAY_MS)
    const cookie = await at.cookieOf('Later', 'lead')
    expect((await deleted(cookie)).map((each) => each.id)).toContain(id)
    clock = new Date(clock.getTime() + 2 * DAY_MS)
    const later = await at.cookieOf('Still later', 'lead')
    expect((await deleted(later)).map((each) => each.id)).not.toContain(id)
  })
})

describe('sessions', () => {
  const sessionsOf = async (cookie: string) =>
    (
      (await request(at.app).get('/api/people/me/sessions').set('Cookie', cookie).expect(200)).body as {
        readonly sessions: readonly DeviceSession[]
      }
    ).sessions

  test('are listed to whose they are, and ended one by one; nobody ends another’s', async () => {
    await request(at.app)
      .post('/api/people')
      .set('Cookie', await at.cookieOf('Boss', 'lead'))
      .send({ name: 'Fen', role: 'mechanic', passphrase: PASSPHRASE })
      .expect(201)
    const signIn = async (device: string) => {
      const { headers } = await request(at.strange)
        .post('/api/session')
        .set('User-Agent', device)
        .send({ name: 'Fen', passphrase: PASSPHRASE })
        .expect(201)
      return String(headers['set-cookie']).replace(/;.*/, '')
    }
    const [desk, phone] = [await signIn('desk'), await signIn('phone')]
    const mine = await sessionsOf(desk)
    expect(mine.map(({ device, own }) => [device, own]).toSorted()).toEqual([
      ['desk', true],
      ['phone', false],
    ])
    const other = mine.find(({ own }) => !own)?.id ?? ''
    await request(at.app)
      .delete(`/api/people/me/sessions/${other}`)
      .set('Cookie', await at.cookieOf('Gull', 'lead'))
      .expect(204)
    expect(await sessionsOf(phone)).toHaveLength(2)
    await request(at.app).delete(`/api/people/me/sessions/${other}`).set('Cookie', desk).expect(204)
    await request(at.app).get('/api/drives').set('Cookie', phone).expect(401)
    expect(await sessionsOf(desk)).toHaveLength(1)
  })
})
