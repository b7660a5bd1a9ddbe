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

/** Puts back what a copy holds, over what is there. The copy is read to its end first: a broken one changes nothing. */
export async function restore(url, file) {
  if (!existsSync(file)) throw new Hindrance(`There is no copy at ${file}.`)
  await mustBeWhole(file)
  const { args, env, name } = accessTo(url)
  const run = async (input) => {
    const client = spawn('mariadb', [...args, '--max-allowed-packet=64M', name], {
      env,
      stdio: ['pipe', 'pipe', 'pipe'],
    })
    const ended = endOf(client)
    await pipeline(input, client.stdin)
    await ended
  }
  // What came after the copy, tables of a newer Emery as well, does not stay beside it.
  await run([
    `DROP DATABASE \`${name}\`; CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;`,
  ])
  const client = createReadStream(file).pipe(createGunzip())
  await run(client)
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
