import { spawn } from 'node:child_process'
import { createReadStream, createWriteStream, existsSync, renameSync, rmSync } from 'node:fs'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import { lastLines, withSystemFolders } from './run-command.mjs'
import { Hindrance } from './say.mjs'

/** The last line of a copy that was written to its end. */
const WHOLE = '-- Dump completed'

/**
 * Writes everything a database holds into one file, as SQL, compressed. It is a picture of one moment: whoever works on meanwhile is
 * not kept waiting, and what they save after it is not in it. A file that is there is left alone.
 */
export async function backUp(url, file) {
  if (existsSync(file))
    throw new Hindrance(`${file} is there already. Give the copy another name, or move that one away.`)
  const half = `${file}.half`
  const { args, env, name } = accessTo(url)
  const dump = spawn(
    'mariadb-dump',
    [
      ...args,
      '--single-transaction',
      '--hex-blob',
      '--skip-lock-tables',
      '--skip-tz-utc',
      '--max-allowed-packet=64M',
      name,
    ],
    { env, stdio: ['ignore', 'pipe', 'pipe'] },
  )
  const ended = endOf(dump)
  try {
    await pipeline(dump.stdout, createGzip(), createWriteStream(half, { mode: 0o600, flags: 'wx' }))
    await ended
    await mustBeWhole(half)
  } catch (error) {
    rmSync(half, { force: true })
    throw error instanceof Hindrance ? error : new Hindrance(`The copy could not be written: ${error.message}`)
  }
  // Under its name there is only ever a whole copy.
  renameSync(half, file)
}

/**
 * Puts back what a copy holds, over what is there. The copy is read to its end first: a broken one changes nothing. It is built beside what is
 * there and takes its place in one statement once it is whole: whoever interrupts it, at whatever point, finds what was there before or the
 * copy, never a part of either.
 */
export async function restore(url, file) {
  if (!existsSync(file)) throw new Hindrance(`There is no copy at ${file}.`)
  await mustBeWhole(file)
  const { name } = accessTo(url)
  const { beside, aside } = besides(name)
  await emptied(url, aside)
  await fill(siblingUrl(url, '_restoring'), file)
  const moves = [
    // What came after the copy, tables of a newer Emery as well, does not stay beside it.
    ...(await tablesOf(url, name)).map((table) => `\`${name}\`.\`${table}\` TO \`${aside}\`.\`${table}\``),
    ...(await tablesOf(url, beside)).map((table) => `\`${beside}\`.\`${table}\` TO \`${name}\`.\`${table}\``),
  ]
  await ask(url, `RENAME TABLE ${moves.join(', ')};`)
  await ask(url, [beside, aside].map((each) => `DROP DATABASE \`${each}\`;`).join(' '))
}

/** Says in a sentence if putting a copy back was interrupted while it took its place; what stands then is neither the old nor the copy. */
export async function mustBeOneState(url) {
  const { name } = accessTo(url)
  const { beside, aside } = besides(name)
  // Both hold tables only between the first table moved and the last, which is one statement.
  if ((await tablesOf(url, beside)).length > 0 && (await tablesOf(url, aside)).length > 0)
    throw new Hindrance('Putting a copy back was interrupted. Put it back again: npm run restore -- FILE --over')
}

/** The address of the database whose name goes on so. */
export function siblingUrl(url, ending) {
  const sibling = new URL(url)
  sibling.pathname = `${sibling.pathname}${ending}`
  return sibling.href
}

/** Makes a database that holds what a copy holds and nothing else. */
export async function fill(url, file) {
  const { name } = accessTo(url)
  await emptied(url, name)
  await feed(url, name, createReadStream(file).pipe(createGunzip()))
}

const emptied = (url, name) => ask(url, `DROP DATABASE IF EXISTS \`${name}\`; CREATE DATABASE \`${name}\` ${IN_UTF8};`)

export async function dropDatabase(url) {
  await ask(url, `DROP DATABASE IF EXISTS \`${accessTo(url).name}\`;`)
}

/** What the tables of a database take on its disk, MB. */
export async function megabytesOf(url) {
  const said = await ask(
    url,
    `SELECT COALESCE(SUM(DATA_LENGTH), 0) / 1e6 FROM information_schema.TABLES WHERE TABLE_SCHEMA = '${accessTo(url).name}';`,
  )
  return Number(said)
}

/** How many rows each table has. */
export async function rowCounts(url) {
  const { name } = accessTo(url)
  const tables = await tablesOf(url, name)
  const counted = tables.map((table) => `SELECT COUNT(*) FROM \`${name}\`.\`${table}\`;`)
  const counts = (await ask(url, counted.join(' '))).split('\n').filter((line) => line !== '')
  return tables.map((table, i) => ({ table, rows: Number(counts[i]) }))
}

const IN_UTF8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci'

/** Where a copy is built, and where what was there is kept while it takes its place. */
const besides = (name) => ({ beside: `${name}_restoring`, aside: `${name}_replaced` })

async function tablesOf(url, name) {
  const said = await ask(
    url,
    `SELECT TABLE_NAME FROM information_schema.TABLES WHERE TABLE_SCHEMA = '${name}' ORDER BY TABLE_NAME;`,
  )
  return said.split('\n').filter((line) => line !== '')
}

/** Runs statements; resolves to what they answer, a row a line. */
const ask = (url, statements) => feed(url, undefined, [statements])

async function feed(url, name, input) {
  const { args, env } = accessTo(url)
  const client = spawn(
    'mariadb',
    [...args, '--max-allowed-packet=64M', '--batch', '--skip-column-names', ...(name === undefined ? [] : [name])],
    { env, stdio: ['pipe', 'pipe', 'pipe'] },
  )
  let said = ''
  client.stdout.on('data', (chunk) => (said += chunk))
  const ended = endOf(client)
  await pipeline(input, client.stdin)
  await ended
  return said
}

/** Says in a sentence why a file is no copy to put back. */
async function mustBeWhole(file) {
  let end = ''
  const tail = new Transform({
    transform(chunk, _encoding, done) {
      end = (end + chunk.toString('latin1')).slice(-400)
      done()
    },
  })
  try {
    await pipeline(createReadStream(file), createGunzip(), tail)
  } catch {
    throw new Hindrance(`${file} is no copy of Emery’s, or is damaged. Nothing was changed.`)
  }
  if (!end.includes(WHOLE)) throw new Hindrance(`${file} ends before it should. Nothing was changed.`)
}

/** How the database's own programs reach it. The password goes by the environment: anyone may read a command line. */
function accessTo(url) {
  const { hostname, port, username, password, pathname } = new URL(url)
  return {
    name: decodeURIComponent(pathname.slice(1)),
    args: [
      '--no-defaults',
      '--protocol=TCP',
      `--host=${hostname}`,
      `--port=${port === '' ? 3306 : port}`,
      `--user=${decodeURIComponent(username)}`,
    ],
    env: { ...withSystemFolders(), MYSQL_PWD: decodeURIComponent(password) },
  }
}

function endOf(child) {
  let complaint = ''
  child.stderr.on('data', (chunk) => (complaint += chunk))
  child.stdout.on('error', () => undefined)
  child.stdin?.on('error', () => undefined)
  const ended = new Promise((resolve, reject) => {
    child.on('error', (error) => reject(new Hindrance(`${child.spawnfile} could not be run: ${error.message}`)))
    child.on('close', (status) =>
      status === 0 ? resolve() : reject(new Hindrance(`The database said: ${lastLines(complaint)}`)),
    )
  })
  // Looked at once the streams are through; until then a failure is nobody's surprise.
  ended.catch(() => undefined)
  return ended
}
