import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { makeCopy, readState, superfluous } from './lib/copies.mjs'
import { garageDatabase } from './lib/garage-database.mjs'
import { ROOT } from './lib/places.mjs'
import { serviceFiles } from './lib/service.mjs'

describe('the rule by which copies are kept', () => {
  const DAY = 86_400_000
  const name = (time) => `emery-${new Date(time).toISOString().slice(0, 10)}T0215.sql.gz`

  test('a year and a half of nights leaves the last seven, one of each of four weeks and of twelve months', () => {
    const begun = Date.UTC(2025, 4, 3)
    const folder = new Set()
    for (let night = 0; night < 550; night++) {
      folder.add(name(begun + night * DAY))
      for (const each of superfluous([...folder, 'state.json', 'notes.txt'])) folder.delete(each)
    }
    const kept = [...folder].sort().reverse()
    const last = begun + 549 * DAY
    expect(kept.slice(0, 7)).toEqual(Array.from({ length: 7 }, (_, i) => name(last - i * DAY)))
    // Seven nights reach into two weeks at most, so two to four more are of weeks; months may share with either.
    expect(kept.length).toBeGreaterThanOrEqual(7 + 2 + 10)
    expect(kept.length).toBeLessThanOrEqual(7 + 3 + 12)
    const months = new Set(kept.map((each) => each.slice(6, 13)))
    expect(months.size).toBe(12)
  })

  test('after a long pause the old ones are still the newest there are', () => {
    expect(superfluous([name(Date.UTC(2024, 0, 5)), name(Date.UTC(2024, 5, 5))])).toEqual([])
  })
})

describe('a copy', () => {
  let garage
  let folder
  let database
  beforeAll(async () => {
    garage = await garageDatabase('copies')
    ;({ folder, database } = garage)
  }, 120_000)
  afterAll(() => garage?.stop(), 60_000)

  test('is proved beside the database, told of, and leaves nothing but itself', async () => {
    const copies = join(folder, 'copies')
    const state = await makeCopy(database.url, copies, new Date('2026-11-29T02:15:00Z'))
    expect(state).toMatchObject({ lastGood: '2026-11-29T02:15:00.000Z', file: 'emery-2026-11-29T0215.sql.gz' })
    expect(state.rows).toBeGreaterThan(50)
    expect(readState(copies)).toEqual(state)
    expect(readdirSync(copies).sort()).toEqual(['emery-2026-11-29T0215.sql.gz', 'state.json'])
    expect((await garage.ask('SHOW DATABASES')).map(({ Database }) => Database)).not.toContain('emery_proof')
  }, 60_000)

  test('that cannot be made is told of too, and the one before stays', async () => {
    const copies = join(folder, 'copies-2')
    const first = await makeCopy(database.url, copies, new Date('2026-11-28T02:15:00Z'))
    // Someone has taken away what the copy is compared with: its second half.
    const away = new URL(database.url)
    away.pathname = '/emery_never_made'
    await expect(makeCopy(away.href, copies, new Date('2026-11-29T02:15:00Z'))).rejects.toThrow(/database/i)
    expect(readState(copies)).toMatchObject({ lastGood: first.lastGood, failed: '2026-11-29T02:15:00.000Z' })
    expect(readdirSync(copies).sort()).toEqual([first.file, 'state.json'])
  }, 60_000)

  test('for which there is no room is told of in a sentence, and leaves nothing half', async () => {
    const copies = join(folder, 'copies-4')
    const first = await makeCopy(database.url, copies, new Date('2026-11-28T02:15:00Z'))
    // No file may grow beyond four kilobytes: to whoever writes the same as a disk that is full.
    const { status, stderr } = spawnSync(
      'sh',
      ['-c', 'ulimit -f 8; exec "$0" "$1"', process.execPath, join(ROOT, 'tools', 'copies.mjs')],
      {
        cwd: ROOT,
        encoding: 'utf8',
        env: { ...process.env, EMERY_DATABASE_URL: database.url, EMERY_COPIES_DIR: copies, EMERY_DATA_DIR: folder },
      },
    )
    expect({ status, stderr }).toMatchObject({
      status: 1,
      stderr: expect.stringMatching(/The copy could not be written/),
    })
    expect(readState(copies)).toMatchObject({ lastGood: first.lastGood, why: expect.stringMatching(/written/) })
    expect(readdirSync(copies).sort()).toEqual([first.file, 'state.json'])
  }, 60_000)

  test('of the same minute is left alone', async () => {
    const copies = join(folder, 'copies-3')
    mkdirSync(copies)
    const there = join(copies, 'emery-2026-11-29T0215.sql.gz')
    writeFileSync(there, 'as it was')
    await expect(makeCopy(database.url, copies, new Date('2026-11-29T02:15:20Z'))).rejects.toThrow(/already/)
    expect(readFileSync(there, 'utf8')).toBe('as it was')
  })
})

describe('the service', () => {
  let folder
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'emery-service-'))
    for (const [path, text] of Object.entries(serviceFiles({ root: ROOT, node: process.execPath, user: 'root' }))) {
      mkdirSync(dirname(join(folder, path)), { recursive: true })
      writeFileSync(join(folder, path), text)
    }
  })
  afterAll(() => rmSync(folder, { recursive: true, force: true }))
  const units = () =>
    readdirSync(join(folder, 'etc/systemd/system')).map((name) => join(folder, 'etc/systemd/system', name))
  const systemd = (...args) => spawnSync('systemd-analyze', args, { encoding: 'utf8' })

  test('is what systemd takes, without a complaint', () => {
    expect(units().length).toBe(3)
    // A machine without systemd's tools runs no service either: the files are at least whole.
    if (systemd('--version').status !== 0) {
      for (const unit of units()) expect(readFileSync(unit, 'utf8')).toMatch(/^\[Unit\]/)
      return
    }
    const { status, stderr } = systemd('verify', ...units())
    expect({ status, stderr }).toEqual({ status: 0, stderr: '' })
  })

  test('may do nothing but its work: systemd counts an exposure under 2 of 10', () => {
    const service = join(folder, 'etc/systemd/system/emery.service')
    for (const line of [
      'NoNewPrivileges=yes',
      'ProtectSystem=strict',
      'PrivateTmp=yes',
      'MemoryMax=2048M',
      'Restart=always',
    ])
      expect(readFileSync(service, 'utf8')).toContain(`\n${line}\n`)
    if (systemd('--version').status !== 0) return
    const { status, stdout } = systemd('security', '--offline=true', '--threshold=20', service)
    expect({ status, said: stdout.split('\n').find((line) => line.includes('Overall')) }).toMatchObject({ status: 0 })
  })

  test('starts scripts that are there', () => {
    for (const unit of units()) {
      const script = /^ExecStart=\S+ (\S+)/m.exec(readFileSync(unit, 'utf8'))?.[1]
      if (script !== undefined) expect(existsSync(script)).toBe(true)
    }
  })
})
