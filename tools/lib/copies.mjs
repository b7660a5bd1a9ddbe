import { createHash } from 'node:crypto'
import {
  createReadStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { basename, join } from 'node:path'
import { createInterface } from 'node:readline'
import { createGunzip } from 'node:zlib'
import { backUp, dropDatabase, megabytesOf, rowCounts, siblingUrl, fill } from './backup.mjs'
import { needSpace } from './disk.mjs'
import { Hindrance } from './say.mjs'

/** How many of the newest are kept: one of each day, of each week and of each month. */
const KEPT = { days: 7, weeks: 4, months: 12 }

const STATE = 'state.json'

/** `emery-2026-11-30T0213.sql.gz`: when it was made, to the minute, UTC. */
const NAME = /^emery-(\d{4}-\d{2}-\d{2})T(\d{4})\.sql\.gz$/

const nameOf = (now) => `emery-${now.toISOString().slice(0, 13)}${now.toISOString().slice(14, 16)}.sql.gz`

/**
 * Makes a copy in `folder`, proves it, and clears away those that the rule does not keep. A copy counts once it has been put into a
 * database beside the real one and has come out of it the same, row for row. What came of it stands in `state.json`, which the server reads.
 */
export async function makeCopy(url, folder, now = new Date()) {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const file = join(folder, nameOf(now))
  if (existsSync(file)) throw new Hindrance(`The copy of this minute is there already: ${file}`)
  try {
    // The copy, the one it is compared with, and the database it is put into for that.
    needSpace(folder, 100 + Math.ceil(3 * (await megabytesOf(url))), 'making a copy')
    await backUp(url, file)
    const { tables, rows } = await prove(url, file)
    const state = { lastGood: now.toISOString(), file: basename(file), bytes: statSync(file).size, tables, rows }
    writeState(folder, state)
    for (const name of superfluous(readdirSync(folder))) rmSync(join(folder, name))
    return state
  } catch (error) {
    // What could not be proved is no copy; those from before stay, whatever the rule says.
    rmSync(file, { force: true })
    const why = error instanceof Error ? error.message : String(error)
    writeState(folder, { ...readState(folder), failed: now.toISOString(), why })
    throw error
  }
}

/** What is known of the copies: `lastGood`, and `failed` where the last try did not succeed; empty before the first. */
export function readState(folder) {
  const file = join(folder, STATE)
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {}
}

function writeState(folder, state) {
  const half = join(folder, `${STATE}.half`)
  writeFileSync(half, `${JSON.stringify(state)}\n`)
  renameSync(half, join(folder, STATE))
}

/** Puts a copy into a database beside the real one, takes it out again and compares; resolves to what is in it. */
async function prove(url, file) {
  const beside = siblingUrl(url, '_proof')
  const again = `${file}.again`
  try {
    await fill(beside, file)
    rmSync(again, { force: true })
    await backUp(beside, again)
    if ((await contents(file)) !== (await contents(again)))
      throw new Hindrance('The copy does not hold what the database holds. It was not kept.')
    const counts = await rowCounts(beside)
    return { tables: counts.length, rows: counts.reduce((sum, { rows }) => sum + rows, 0) }
  } finally {
    rmSync(again, { force: true })
    await dropDatabase(beside)
  }
}

/** A hash over what a copy puts back: its statements, without the remarks, which name the database and the moment. */
export async function contents(file) {
  const hash = createHash('sha256')
  for await (const line of createInterface({ input: createReadStream(file).pipe(createGunzip()), crlfDelay: Infinity }))
    if (!line.startsWith('--')) hash.update(`${line}\n`)
  return hash.digest('hex')
}

/** Those of `names` that the rule does not keep: the newest of each of the last days, weeks and months that have one stay. */
export function superfluous(names) {
  const copies = names
    .filter((name) => NAME.test(name))
    .sort()
    .reverse()
  const kept = new Set([
    ...newestOfEach(copies, dayOf, KEPT.days),
    ...newestOfEach(copies, weekOf, KEPT.weeks),
    ...newestOfEach(copies, (name) => dayOf(name).slice(0, 7), KEPT.months),
  ])
  return copies.filter((name) => !kept.has(name))
}

const dayOf = (name) => NAME.exec(name)?.[1] ?? ''

/** The Monday of its week. */
function weekOf(name) {
  const day = new Date(`${dayOf(name)}T00:00:00Z`)
  day.setUTCDate(day.getUTCDate() - ((day.getUTCDay() + 6) % 7))
  return day.toISOString().slice(0, 10)
}

function newestOfEach(newestFirst, spanOf, most) {
  const first = new Map()
  for (const name of newestFirst) if (!first.has(spanOf(name))) first.set(spanOf(name), name)
  return [...first.values()].slice(0, most)
}
