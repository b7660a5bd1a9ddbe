import { expect, test } from '@jest/globals'
import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { jobFieldsSchema, newJob, type JobFields } from '@emery/core/api'
import { DriveService } from '../drives/drive-service.ts'
import { fittingsOf } from '../fittings/fittings.ts'
import { ShelfService } from '../shelf/shelf-service.ts'
import { JobService } from '../jobs/job-service.ts'
import { startTestApp, testDatabase } from '../testing/test-app.ts'
import { ketchWithCrank } from '../testing/documents.ts'
import { dataSourceFor } from './data-source.ts'
import { migrate } from './migrate.ts'
import { PicturesWithoutOrigin1772000000000 } from './migrations/1772000000000-pictures-without-origin.ts'
import { loadDemo } from './load-demo.ts'

const DEMO = fileURLToPath(new URL('../../../demo', import.meta.url))
const now = () => new Date()
const EVERYTHING = { search: '', limit: 100, offset: 0 }

test('migrations make exactly the tables that the entities describe', async () => {
  const { source, close } = await startTestApp()
  try {
    const { upQueries } = await source.driver.createSchemaBuilder().log()
    expect(upQueries.map(({ query }) => query)).toEqual([])
  } finally {
    await close()
  }
})

test('migrations can be taken back and made again', async () => {
  const { source, close } = await startTestApp()
  try {
    await source.undoLastMigration()
    await source.runMigrations()
    expect(await source.showMigrations()).toBe(false)
  } finally {
    await close()
  }
})

test('pictures kept before lose what a camera wrote beside the pixels, and no others change', async () => {
  const { source, close } = await startTestApp()
  try {
    const plain = () => sharp({ create: { width: 40, height: 30, channels: 3, background: '#336699' } }).jpeg()
    const told = await plain()
      .withExif({ IFD0: { Model: 'Made-up camera 7' } })
      .toBuffer()
    const pictures = { told, bare: await plain().toBuffer(), damaged: Buffer.from('no picture at all') }
    for (const [id, original] of Object.entries(pictures))
      await source.query(
        `INSERT INTO photos (id, width, height, originalType, original, screen, bytes, addedBy, addedAt) VALUES (?, 40, 30, 'image/jpeg', ?, 'abc', ?, 'Wren', NOW())`,
        [id, original, original.length + 3],
      )
    const kept = async (id: string) =>
      (
        await source.query<{ original: Buffer; bytes: number }[]>('SELECT original, bytes FROM photos WHERE id = ?', [
          id,
        ])
      )[0]
    // Twice: an update that was interrupted begins again.
    for (let time = 0; time < 2; time++) await new PicturesWithoutOrigin1772000000000().up(source.createQueryRunner())
    const now = await kept('told')
    expect(now?.original.includes('Made-up camera 7')).toBe(false)
    expect(await sharp(now?.original).metadata()).toMatchObject({ width: 40, height: 30, format: 'jpeg' })
    expect(now?.bytes).toBe((now?.original.length ?? 0) + 3)
    for (const id of ['bare', 'damaged'] as const) expect((await kept(id))?.original.equals(pictures[id])).toBe(true)
  } finally {
    await close()
  }
})

test('the made-up garage, loaded twice, changes nothing, and leaves what the user did', async () => {
  const { source, close } = await startTestApp()
  try {
    const drives = new DriveService(source, now)
    await loadDemo(source, DEMO, now)
    const { drives: before, total } = await drives.list(EVERYTHING)
    expect(total).toBe(10)
    const ketch = before.find(({ vehicle }) => vehicle?.name === 'Ketch 2.2 van')
    const fenland = before.find(({ vehicle }) => vehicle?.name === 'Fenland 1.7 pickup')
    if (ketch === undefined || fenland === undefined) throw new Error('the garage is not complete')
    await drives.save(ketch.id, {
      basedOn: 1,
      saveId: '7b0d0c9e-33f8-4c4f-9a51-1f6f2f1a4f10',
      document: ketchWithCrank(150),
      reason: 'test',
      by: '',
    })
    await drives.remove(fenland.id, 1)
    const changed = await drives.list(EVERYTHING)
    await loadDemo(source, DEMO, now)
    expect(await drives.list(EVERYTHING)).toEqual(changed)
  } finally {
    await close()
  }
})

test('the made-up shelf and fittings are loaded once: what was taken off stays off', async () => {
  const { source, close } = await startTestApp()
  try {
    const [shelf, fittings] = [new ShelfService(source, now), fittingsOf(source, now)]
    await loadDemo(source, DEMO, now)
    const hung = await shelf.belts.list()
    expect(hung.length).toBeGreaterThan(20)
    const [first] = hung
    const ketch = (await new DriveService(source, now).list(EVERYTHING)).drives.find(
      ({ vehicle }) => vehicle?.name === 'Ketch 2.2 van',
    )
    if (first === undefined || ketch === undefined) throw new Error('the garage is not complete')
    await shelf.belts.remove(first.id, 1)
    const [newest, ...older] = await fittings.list(ketch.id)
    if (newest === undefined) throw new Error('the van has no fittings')
    await fittings.remove(ketch.id, newest.id)
    await loadDemo(source, DEMO, now)
    expect(await shelf.belts.list()).toEqual(hung.slice(1))
    expect(await fittings.list(ketch.id)).toEqual(older)
  } finally {
    await close()
  }
})

test('a broken demo file is named', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'emery-demo-'))
  cpSync(DEMO, folder, { recursive: true })
  const file = join(folder, 'drives', 'ketch-main.drive.json')
  writeFileSync(file, readFileSync(file, 'utf8').replace('"ribbed"', '"flat"'))
  const { source, close } = await startTestApp()
  try {
    await expect(loadDemo(source, folder, now)).rejects.toThrow(
      /ketch-main\.drive\.json: \$\.pulleys\[0\]\.face must be one of/,
    )
  } finally {
    await close()
  }
})

test('two servers that start together bring a database up to date once', async () => {
  const { url, drop } = await testDatabase()
  const sources = await Promise.all([1, 2].map(() => dataSourceFor(url).initialize()))
  try {
    await Promise.all(sources.map((source) => migrate(source)))
    const [source] = sources
    const done = await source?.query<{ n: string }[]>(
      'SELECT COUNT(*) AS n, COUNT(DISTINCT name) AS names FROM migrations',
    )
    expect(done).toEqual([{ n: String(source?.migrations.length), names: String(source?.migrations.length) }])
  } finally {
    await Promise.all(sources.map((source) => source.destroy()))
    await drop()
  }
})

test('jobs of an older Emery are brought along, with their ticks', async () => {
  const { url, drop } = await testDatabase()
  const source = await dataSourceFor(url).initialize()
  const undoTo = async (name: string) => {
    const last = 'SELECT name FROM migrations ORDER BY timestamp DESC LIMIT 1'
    while ((await source.query<{ name: string }[]>(last))[0]?.name !== name) await source.undoLastMigration()
  }
  try {
    await source.runMigrations()
    await undoTo('PeopleAndSessions1764700000000')
    const id = '7b0d0c9e-33f8-4c4f-9a51-1f6f2f1a4f10'
    const tick = {
      step: 'before.safe',
      title: 'Make it safe',
      is: 'done',
      reason: '',
      by: 'Isla',
      at: '2026-11-20T10:00:00Z',
    }
    await source.query(
      'INSERT INTO jobs (id, version, updatedAt, driveId, complaint, asked, ticks, torques, closedAt) VALUES (?, 3, NOW(3), ?, ?, ?, ?, ?, NULL)',
      [id, id, 'squeals', 'a belt', JSON.stringify([tick]), '[]'],
    )
    await source.runMigrations()
    const job = await new JobService(source, () => new Date()).get(id)
    expect(job).toMatchObject({ number: 1, version: 3, complaint: 'squeals', asked: 'a belt', closedAt: null })
    const keys = Object.keys(newJob(id)) as (keyof JobFields)[]
    const fields = Object.fromEntries(keys.map((key) => [key, job[key]]))
    // What is kept is what the schema of today asks for.
    expect(jobFieldsSchema.isValidSync(fields, { strict: true })).toBe(true)
    await undoTo('PeopleAndSessions1764700000000')
    expect(await source.query('SELECT complaint, asked, closedAt FROM jobs')).toEqual([
      { complaint: 'squeals', asked: 'a belt', closedAt: null },
    ])
  } finally {
    await source.destroy()
    await drop()
  }
})

test('two servers that start at once on an empty database bring up one made-up garage', async () => {
  const { url, drop } = await testDatabase()
  const sources = [dataSourceFor(url), dataSourceFor(url)]
  try {
    await Promise.all(
      sources.map(async (source) => {
        await source.initialize()
        await migrate(source, () => loadDemo(source, DEMO, now))
      }),
    )
    const { total } = await new DriveService(sources[0] as (typeof sources)[number], now).list(EVERYTHING)
    expect(total).toBe(10)
  } finally {
    for (const source of sources) if (source.isInitialized) await source.destroy()
    await drop()
  }
})
