import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { createConnection } from 'mysql2/promise'
import { backUp, mustBeOneState, restore } from './lib/backup.mjs'
import { garageDatabase } from './lib/garage-database.mjs'
import { ROOT } from './lib/places.mjs'
import { startServer } from './lib/server.mjs'

let garage
let folder
let database
beforeAll(async () => {
  garage = await garageDatabase('backup')
  ;({ folder, database } = garage)
  // A picture as bytes that no text could carry.
  await garage.ask(
    'INSERT INTO photos (id, width, height, originalType, original, screen, addedBy, addedAt) VALUES (UUID(), 2, 1, "image/png", ?, ?, "Zoë 🔧", NOW(3))',
    [Buffer.from(Array.from({ length: 256 }, (_, i) => i)), Buffer.from([0, 39, 92, 10, 26, 255])],
  )
}, 120_000)
afterAll(() => garage?.stop(), 60_000)

async function sql(url, work) {
  const connection = await createConnection(url)
  try {
    return await work(async (text, values) => (await connection.query(text, values))[0])
  } finally {
    await connection.end()
  }
}

/** Every row of every table, and how the tables are made. */
const everything = (url) =>
  sql(url, async (ask) => {
    const tables = (await ask('SHOW TABLES')).map((row) => Object.values(row)[0])
    const found = {}
    for (const table of tables) {
      const rows = await ask(`SELECT * FROM \`${table}\``)
      const made = (await ask(`SHOW CREATE TABLE \`${table}\``))[0]['Create Table'].replace(/AUTO_INCREMENT=\d+ /, '')
      found[table] = { made, rows: rows.map((row) => JSON.stringify(row)).toSorted() }
    }
    return found
  })

test('backup, wipe, restore gives the same rows', async () => {
  const file = join(folder, 'copy.sql.gz')
  const before = await everything(database.url)
  expect(Object.keys(before).length).toBeGreaterThan(15)
  expect(before.jobs.rows.length).toBeGreaterThan(0)
  expect(before.people.rows).toHaveLength(3)
  await backUp(database.url, file)
  await sql(database.url, async (ask) => {
    await ask('SET FOREIGN_KEY_CHECKS = 0')
    for (const table of Object.keys(before)) await ask(`DROP TABLE \`${table}\``)
    // Of an Emery that came after the copy.
    await ask('CREATE TABLE newer (id int)')
  })
  await restore(database.url, file)
  expect(await everything(database.url)).toEqual(before)
  // And Emery starts on it as if nothing had been.
  const server = await startServer({ databaseUrl: database.url, port: 0, logFile: join(folder, 'log') })
  expect((await fetch(`http://127.0.0.1:${server.port}/api/health`)).status).toBe(200)
  await server.stop()
  // A copy is never written over another.
  await expect(backUp(database.url, file)).rejects.toThrow('is there already')
}, 120_000)

const runs = (few, many) => (process.env.EMERY_ENDURE === undefined ? few : many)

test('a restore that is killed leaves what was there before, or the copy, and can be done again', async () => {
  const file = join(folder, 'copy.sql.gz')
  const copied = await everything(database.url)
  const change = () => sql(database.url, (ask) => ask('UPDATE people SET name = CONCAT(name, "!") ORDER BY id LIMIT 1'))
  const killedAfter = async (ms) => {
    const child = spawn(
      process.execPath,
      [
        '-e',
        'const [url, file] = process.argv.slice(1); import("./tools/lib/backup.mjs").then((m) => m.restore(url, file))',
        database.url,
        file,
      ],
      { cwd: ROOT, stdio: 'ignore', detached: true },
    )
    const ended = new Promise((resolve) => child.once('exit', (code) => resolve(code === 0)))
    // With the database's own program that it has started: as when a machine is switched off.
    const timer = setTimeout(() => process.kill(-child.pid, 'SIGKILL'), ms)
    const whole = await ended
    clearTimeout(timer)
    // What the database has begun it brings to its end.
    while ((await sql(database.url, (ask) => ask('SHOW PROCESSLIST'))).length > 1)
      await new Promise((resolve) => setTimeout(resolve, 20))
    return whole
  }
  const outcomes = new Set()
  const step = runs(200, 50)
  for (let ms = 50, whole = false; !whole; ms += step) {
    await change()
    const changed = await everything(database.url)
    whole = await killedAfter(ms)
    await mustBeOneState(database.url)
    const now = await everything(database.url)
    const [isCopy, isOld] = [copied, changed].map((state) => JSON.stringify(state) === JSON.stringify(now))
    expect({ ms, isCopy, isOld }).toEqual({ ms, isCopy: !isOld, isOld: !isCopy })
    outcomes.add(isCopy ? 'the copy' : 'as before')
  }
  expect([...outcomes].toSorted()).toEqual(['as before', 'the copy'])
}, 600_000)

test('a state between two is refused with the way out of it', async () => {
  const { pathname } = new URL(database.url)
  for (const of of ['restoring', 'replaced'])
    await sql(database.url, async (ask) => {
      await ask(`CREATE DATABASE IF NOT EXISTS \`${pathname.slice(1)}_${of}\``)
      await ask(`CREATE TABLE \`${pathname.slice(1)}_${of}\`.some (id int)`)
    })
  await expect(mustBeOneState(database.url)).rejects.toThrow('Put it back again')
  await restore(database.url, join(folder, 'copy.sql.gz'))
  await mustBeOneState(database.url)
}, 60_000)

test.each([
  ['a file that is none', () => Buffer.from('hello'), 'is no copy of Emery’s'],
  ['a copy cut off while it was written', () => gzipSync('CREATE TABLE x (id int);\n'), 'ends before it should'],
  ['a copy whose end is missing', () => readFileSync(join(folder, 'copy.sql.gz')).subarray(0, 5000), 'is damaged'],
])('%s changes nothing', async (_, bytes, sentence) => {
  const file = join(folder, 'broken.sql.gz')
  writeFileSync(file, bytes())
  const before = await everything(database.url)
  await expect(restore(database.url, file)).rejects.toThrow(sentence)
  expect(await everything(database.url)).toEqual(before)
})

test('the command asks whether it is meant, and whether Emery is stopped', () => {
  const run = (...args) =>
    spawnSync(process.execPath, [join(ROOT, 'tools', ...args.slice(0, 1)), ...args.slice(1)], {
      cwd: ROOT,
      env: { ...process.env, EMERY_DATA_DIR: folder },
      encoding: 'utf8',
    })
  const copy = join(folder, 'copy.sql.gz')
  expect(run('restore.mjs', copy).stderr).toContain('--over')
  // This test's own database stands for one that a running Emery looks after.
  expect(run('restore.mjs', copy, '--over').stderr).toContain('Emery is running')
  const other = join(folder, 'other.sql.gz')
  const { status, stderr } = run('backup.mjs', other)
  expect([status, existsSync(other)]).toEqual([0, true])
  expect(stderr).toContain('Everything is in')
  expect(run('backup.mjs').stderr).toContain('Say where the copy goes')
}, 60_000)
