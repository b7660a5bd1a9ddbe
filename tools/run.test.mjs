import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { freePort, isFree } from './lib/free-port.mjs'
import { ROOT } from './lib/places.mjs'

let folder
let port
const started = []
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'emery-run-'))
  port = await freePort()
})
afterAll(() => {
  for (const { child } of started.splice(0)) child.kill('SIGINT')
  rmSync(folder, { recursive: true, force: true })
})

/** Starts Emery as a person would, with data of its own; what it says is kept. */
function start(...args) {
  const child = spawn(process.execPath, [join(ROOT, 'tools', 'run.mjs'), ...args], {
    cwd: ROOT,
    env: { ...process.env, EMERY_DATA_DIR: folder, EMERY_PORT: String(port) },
  })
  const run = { child, said: '', ended: new Promise((resolve) => child.once('exit', resolve)) }
  child.stderr.on('data', (chunk) => (run.said += chunk))
  started.push(run)
  return run
}

async function says(run, words) {
  while (!run.said.includes(words)) {
    if (run.child.exitCode !== null) throw new Error(`ended before it said “${words}”: ${run.said}`)
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
}

const ask = (path, init = {}) => fetch(`http://127.0.0.1:${port}/api${path}`, init)
const post = (path, body) =>
  ask(path, { method: 'POST', body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } })

/** How many drives there are, as someone sees it who has just signed in: with one tap in the demo, else as the first of all. */
async function drives() {
  const { oneTap } = await (await ask('/session')).json()
  const begun =
    oneTap.length > 0
      ? await post('/session/one-tap', { id: oneTap[0].id })
      : await post('/people/first', { name: 'Ebba', passphrase: 'four dry slips' })
  const Cookie = begun.headers.get('set-cookie').replace(/;.*$/, '')
  return (await (await ask('/drives', { headers: { Cookie } })).json()).total
}

/** What the server says of its health: 0 while it does not answer. */
const health = () =>
  ask('/health').then(
    ({ status }) => status,
    () => 0,
  )
const becomes = async (status) => {
  while ((await health()) !== status) await new Promise((resolve) => setTimeout(resolve, 50))
}

// One demo and then one workshop of one's own, in the order in which they stand: a start of the whole costs seconds.
describe('Emery, started as a person starts it', () => {
  let demo
  beforeAll(async () => {
    demo = start('--demo')
    await says(demo, `Emery is ready: http://127.0.0.1:${port}/`)
  }, 120_000)

  test('the demo comes up with its drives and its pages', async () => {
    expect(await drives()).toBe(10)
    const page = await (await fetch(`http://127.0.0.1:${port}/drives`)).text()
    expect(page).toContain('<div id="root">')
  }, 120_000)

  test('a port in use is told in one sentence, and nothing is started', async () => {
    const second = start('--demo')
    expect(await second.ended).toBe(1)
    expect(second.said.trim()).toBe(
      `Port ${port} is in use by another program. Choose another one, like: EMERY_PORT=${port + 1} npm run demo`,
    )
    expect(await health()).toBe(200)
  }, 120_000)

  test('a database that stops by itself is started again where it was', async () => {
    const { pid } = JSON.parse(readFileSync(join(folder, 'database.json'), 'utf8'))
    process.kill(pid, 'SIGKILL')
    await says(demo, 'The database stopped by itself (SIGKILL); starting it again.')
    await becomes(200)
    expect(await drives()).toBe(10)
  }, 120_000)

  test('what stops once more within a minute is started again later; the log says why', async () => {
    // The server's own process, by what it runs: a child of the one that looks after it.
    const children = () =>
      readFileSync(`/proc/${demo.child.pid}/task/${demo.child.pid}/children`, 'utf8').trim().split(' ').map(Number)
    const server = () => children().find((pid) => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('main.mjs'))
    process.kill(server(), 'SIGKILL')
    await says(demo, 'The server stopped by itself (SIGKILL); starting it again in 1 s.')
    expect(readFileSync(join(folder, 'emery.log'), 'utf8')).toContain('in 1 s')
  }, 120_000)

  test('Ctrl-C ends it while it waits to start again: server and database stop, and all is kept', async () => {
    const database = JSON.parse(readFileSync(join(folder, 'database.json'), 'utf8'))
    demo.child.kill('SIGINT')
    expect(await demo.ended).toBe(0)
    expect(demo.said).toContain('Stopped. Everything is kept.')
    expect(await isFree('127.0.0.1', database.port)).toBe(true)
  }, 120_000)

  test('a workshop of one’s own starts empty', async () => {
    const own = start()
    await says(own, 'Emery is ready')
    expect(await drives()).toBe(0)
    own.child.kill('SIGTERM')
    expect(await own.ended).toBe(0)
  }, 120_000)
})
