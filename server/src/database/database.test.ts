import { expect, test } from '@jest/globals'
import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { DriveService } from '../drives/drive-service.ts'
import { fittingsOf } from '../fittings/fittings.ts'
import { ShelfService } from '../shelf/shelf-service.ts'
import { startTestApp } from '../testing/test-app.ts'
import { ketchWithCrank } from '../testing/documents.ts'
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

test('the made-up garage, loaded twice, changes nothing, and leaves what the user did', async () => {
  const { source, close } = await startTestApp()
  try {
    const drives = new DriveService(source, now)
    await loadDemo(source, DEMO, now)
    const { drives: before, total } = await drives.list(EVERYTHING)
    expect(total).toBe(6)
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
