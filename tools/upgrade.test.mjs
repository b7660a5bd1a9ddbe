import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { spawn } from 'node:child_process'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { backUp, fill } from './lib/backup.mjs'
import { contents } from './lib/copies.mjs'
import { garageDatabase } from './lib/garage-database.mjs'
import { ROOT } from './lib/places.mjs'

/** Milliseconds after which it is switched off: while it copies, migrates, checks. */
const MOMENTS =
  process.env.EMERY_ENDURE === undefined ? [2500, 4200] : Array.from({ length: 24 }, (_, i) => 400 + 250 * i)

let garage
let folder
let url
beforeAll(async () => {
  garage = await garageDatabase('upgrade')
  folder = garage.folder
  url = garage.database.url
}, 120_000)
afterAll(() => garage?.stop(), 60_000)

/** What `npm run upgrade` says and how it ends, with copies in a folder of their own. */
function upgrade(copies, killedAfterMs) {
  const child = spawn(process.execPath, [join(ROOT, 'tools', 'upgrade.mjs')], {
    cwd: ROOT,
    detached: true,
    env: {
      ...process.env,
      EMERY_DATABASE_URL: url,
      EMERY_DATA_DIR: folder,
      EMERY_COPIES_DIR: join(folder, copies),
    },
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk))
  if (killedAfterMs !== undefined) setTimeout(() => tryKill(-child.pid), killedAfterMs)
  return new Promise((resolve) => child.on('close', (status) => resolve({ status, said })))
}

/** All that a process has started, as when a machine is switched off. */
function tryKill(group) {
  try {
    process.kill(group, 'SIGKILL')
  } catch {
    // It was done before.
  }
}

const ask = (sql) => garage.ask(sql)

let dumps = 0
async function everything() {
  const file = join(folder, `dump-${++dumps}.sql.gz`)
  await backUp(url, file)
  return contents(file)
}

test('a copy, the database up to date, what is computed checked: it says so and nothing else has changed', async () => {
  const before = await everything()
  const { status, said } = await upgrade('copies-1')
  expect({ status, said }).toMatchObject({ status: 0, said: expect.stringContaining('Emery is upgraded') })
  expect(readdirSync(join(folder, 'copies-1')).filter((name) => name.endsWith('.gz')).length).toBe(1)
  expect(await everything()).toBe(before)
}, 120_000)

test('where it does not succeed the copy is put back, whatever was done to the database meanwhile', async () => {
  // A drive that nobody can read any more: what hangs on it cannot be computed.
  await ask("UPDATE drives SET document = '{}' WHERE id = (SELECT driveId FROM (SELECT driveId FROM jobs LIMIT 1) one)")
  const before = await everything()
  const { status, said } = await upgrade('copies-2')
  expect(status).not.toBe(0)
  expect(said).toContain('Everything stands as before it')
  expect(await everything()).toBe(before)
}, 120_000)

test('an older database, everything switched off at whatever moment of it: done again, it ends as without', async () => {
  const older = join(ROOT, 'server', 'src', 'testing', 'databases', 'before-the-words.sql.gz')
  await fill(url, older)
  expect(await upgrade('copies-3')).toMatchObject({ status: 0, said: expect.stringContaining('Emery is upgraded') })
  const whole = await everything()
  for (const ms of MOMENTS) {
    await fill(url, older)
    await upgrade(`copies-after-${ms}`, ms)
    await garage.killAndStart()
    const { status, said } = await upgrade(`copies-again-${ms}`)
    expect({ ms, status, said }).toMatchObject({ status: 0, said: expect.stringContaining('Emery is upgraded') })
    expect({ ms, same: (await everything()) === whole }).toEqual({ ms, same: true })
  }
}, 600_000)
