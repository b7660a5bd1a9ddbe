import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { randomBytes } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { createConnection, type Connection } from 'mysql2/promise'
import sharp from 'sharp'
import request from 'supertest'
import { v4 as newId } from 'uuid'
import { EDIT_HEADER, type ErrorBody, type PhotoPage } from '@emery/core/api'
import { startDatabase, type RunningDatabase } from '../../../tools/lib/database.mjs'
import { startServer } from '../../../tools/lib/server.mjs'
import { dataSourceFor } from '../database/data-source.ts'
import { checkDerived } from '../derived/check-derived.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

/** Everything in one file that grows to so much and no more: to MariaDB the same as a disk that is full. */
const ONE_FILE = '--innodb-file-per-table=0'
const SMALL = [ONE_FILE, '--innodb-data-file-path=ibdata1:12M:autoextend:max:32M']
const ROOMY = [ONE_FILE, '--innodb-data-file-path=ibdata1:12M:autoextend']
const READ_ONLY = [...ROOMY, '--read-only']

const folder = mkdtempSync(join(tmpdir(), 'emery-full-'))
let database: RunningDatabase
let at: TestApp

/** Another server on the same data and at the same port, as after somebody has changed something about the machine. */
async function restart(options: readonly string[]): Promise<void> {
  const { port } = database
  await database.stop()
  database = await startDatabase(folder, { port, durable: false, options })
}

beforeAll(async () => {
  database = await startDatabase(folder, { durable: false, options: SMALL })
  at = await startTestApp({}, database.url)
})
afterAll(async () => {
  await at.close()
  await database.stop()
  rmSync(folder, { recursive: true, force: true })
})

/** A picture of noise: a megabyte that nothing makes smaller. */
async function picture(): Promise<Buffer> {
  const [width, height] = [640, 540]
  return sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer()
}
const send = (bytes: Buffer, edit: string) =>
  request(at.app).post('/api/photos').set('Content-Type', 'image/png').set(EDIT_HEADER, edit).send(bytes)
const kept = async () =>
  ((await request(at.app).get('/api/photos').expect(200)).body as PhotoPage).photos.map(({ id }) => id)
const refusalOf = ({ status, body }: { readonly status: number; readonly body: unknown }) => ({
  status,
  code: (body as ErrorBody).error.code,
})

describe('a database without room', () => {
  const acknowledged: string[] = []
  const waiting: { bytes: Buffer; edit: string } = { bytes: Buffer.alloc(0), edit: newId() }

  test('says so in a sentence, keeps what it has acknowledged, and can be read', async () => {
    for (;;) {
      waiting.bytes = await picture()
      waiting.edit = newId()
      const answer = await send(waiting.bytes, waiting.edit)
      if (answer.status === 201) {
        acknowledged.push((answer.body as { id: string }).id)
        continue
      }
      expect(refusalOf(answer)).toEqual({ status: 507, code: 'DISK_FULL' })
      break
    }
    expect(acknowledged.length).toBeGreaterThan(3)
    expect((await kept()).toSorted()).toEqual(acknowledged.toSorted())
    const [first = ''] = acknowledged
    await request(at.app).get(`/api/photos/${first}/original`).expect(200)
    expect(await checkDerived(at.source, () => new Date())).toEqual([])
  })

  test('takes what waits, once, as soon as there is room again', async () => {
    await restart(ROOMY)
    const taken = (await send(waiting.bytes, waiting.edit).expect(201)).body as { id: string }
    await send(waiting.bytes, waiting.edit).expect(201)
    expect((await kept()).toSorted()).toEqual([...acknowledged, taken.id].toSorted())
  })
})

test('with little room left nothing is written any more, before MariaDB runs out of it', async () => {
  const full = await startTestApp({ keptFree: Number.MAX_SAFE_INTEGER }, database.url)
  try {
    const answer = await request(full.app)
      .post('/api/vehicles')
      .send({ name: 'Plover estate', plate: '', engine: '', distance: null, notes: '' })
    expect(refusalOf(answer)).toEqual({ status: 507, code: 'DISK_FULL' })
    await request(full.app).get('/api/vehicles').expect(200, { vehicles: [] })
  } finally {
    await full.close()
  }
})

test('a database that may not be written says so, and can be read', async () => {
  await restart(READ_ONLY)
  const before = await kept()
  const answer = await send(await picture(), newId())
  expect(refusalOf(answer)).toEqual({ status: 503, code: 'DATABASE_READ_ONLY' })
  expect(await kept()).toEqual(before)
  await restart(ROOMY)
  await send(await picture(), newId()).expect(201)
})

test('a disk that is full while migrating: a sentence, and once there is room it ends as if there had been', async () => {
  const state = join('server', 'src', 'testing', 'databases', 'before-the-audit-log.sql.gz')
  const dump = gunzipSync(readFileSync(state)).toString('utf8')
  const migrated = async (name: string, room: readonly string[]) => {
    const own = mkdtempSync(join(tmpdir(), `emery-${name}-`))
    let running = await startDatabase(own, { durable: false, options: room })
    try {
      const connection = await createConnection({ uri: running.url, multipleStatements: true })
      await connection.query(dump)
      const log = join(own, 'log')
      if (room === SMALL) {
        await fill(connection)
        await expect(startServer({ databaseUrl: running.url, port: 0, logFile: log })).rejects.toThrow(/full/i)
      }
      await connection.end()
      const { port } = running
      await running.stop()
      running = await startDatabase(own, { port, durable: false, options: ROOMY })
      await (await startServer({ databaseUrl: running.url, port: 0, logFile: log })).stop()
      const source = await dataSourceFor(running.url).initialize()
      try {
        const tables = await source.query<Record<string, string>[]>('SHOW TABLES')
        const names = tables.map((row) => Object.values(row)[0] ?? '').toSorted()
        // When a migration was made, and by whom, is told apart.
        const told = names.filter((each) => !['migrations', 'leases', 'ballast'].includes(each))
        return await source.query<Record<string, unknown>[]>(`CHECKSUM TABLE ${told.join(', ')}`)
      } finally {
        await source.destroy()
      }
    } finally {
      await running.stop()
      rmSync(own, { recursive: true, force: true })
    }
  }
  expect(await migrated('full-migration', SMALL)).toEqual(await migrated('roomy-migration', ROOMY))
}, 120_000)

/** Takes all the room there is. */
async function fill(connection: Connection): Promise<void> {
  await connection.query('CREATE TABLE ballast (id INT AUTO_INCREMENT PRIMARY KEY, bytes MEDIUMBLOB) ENGINE=InnoDB')
  for (const size of [1e6, 1e5, 1e4])
    for (;;) {
      try {
        await connection.query('INSERT INTO ballast (bytes) VALUES (?)', [randomBytes(size)])
      } catch {
        break
      }
    }
}
