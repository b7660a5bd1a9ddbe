/**
 * What fuzzed requests do to everybody else: a server in a process of its own is sent requests made from its own description, sound, broken and
 * raw, while another client asks who is signed in. Written down are how long that client waited, beside how long it waits with nobody else
 * there, and the server's memory before, at the end and a minute later.
 */
import { fork } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { pino } from 'pino'
import { newJob } from '@emery/core/api'
import { randomFrom } from '../core/src/testing/random.ts'
import { buildApp } from '../server/src/app.ts'
import { dataSourceFor } from '../server/src/database/data-source.ts'
import { ketch } from '../server/src/testing/documents.ts'
import { addressesOf, type Described, Fuzz } from '../server/src/testing/fuzz.ts'
import { startDatabase } from '../tools/lib/database.mjs'

const REQUESTS = Number(process.argv[2] ?? 50_000)
const SEED = 20261129
/** ms between two questions of the client who is in nobody's way. */
const LOOKS_EVERY_MS = 20
/** Requests under way at once. */
const HANDS = 4
const QUIET_MS = 20_000
const LATER_MS = 60_000
/** The page of figures is no part of the API's description. */
const METRICS_EVERY = 50

const url = process.env['EMERY_FUZZ_DATABASE']
if (url === undefined) await measure()
else await serve(url)

/** The server, without its limit of requests a minute, which would let hardly any of these through. */
async function serve(database: string): Promise<void> {
  const source = await dataSourceFor(database).initialize()
  await source.runMigrations()
  const app = buildApp({ source, log: pino({ level: 'silent' }), now: () => new Date(), requestsPerMinute: 1e9 })
  const server = createServer(app).listen(0, '127.0.0.1', () => process.send?.((server.address() as AddressInfo).port))
}

async function measure(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'emery-fuzz-'))
  const database = await startDatabase(folder, { durable: false })
  const child = fork(fileURLToPath(import.meta.url), {
    execArgv: ['--import', 'tsx'],
    env: { ...process.env, EMERY_FUZZ_DATABASE: database.url },
  })
  try {
    const port = await new Promise<number>((resolve) => child.once('message', (said) => resolve(said as number)))
    await report(`http://127.0.0.1:${port}`, child.pid ?? 0)
  } finally {
    child.kill()
    await database.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

async function report(root: string, pid: number): Promise<void> {
  const api = `${root}/api`
  const json = { 'Content-Type': 'application/json' }
  const first = await fetch(`${api}/people/first`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify({ name: 'Ebba', passphrase: 'four dry slips' }),
  })
  const cookie = (first.headers.get('set-cookie') ?? '').replace(/;.*$/, '')
  const post = async (path: string, body: unknown) => {
    const response = await fetch(`${api}${path}`, {
      method: 'POST',
      headers: { ...json, cookie },
      body: JSON.stringify(body),
    })
    return ((await response.json()) as { readonly id: string }).id
  }
  const vehicle = await post('/vehicles', { plate: 'EM 17', name: 'Ketch', engine: '', distance: null, notes: '' })
  const drive = await post('/drives', { document: ketch(), vehicleId: vehicle })
  const fuzz = new Fuzz(randomFrom(SEED), [vehicle, drive, await post('/jobs', newJob(drive))])
  const described = (await (await fetch(`${api}/openapi.json`, { headers: { cookie } })).json()) as Described
  // What ends one's own session, or puts somebody else in one's place, would leave the rest at the door.
  const asked = addressesOf(described).filter(({ template }) => !/^\/(session|people)/.test(template))

  const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? NaN) / 1000
  const alone = await waitsDuring(api, cookie, () => pause(QUIET_MS))
  const before = memory()
  const answered = new Map<number, number>()
  const note = async (response: Response) => {
    await response.arrayBuffer()
    answered.set(response.status, (answered.get(response.status) ?? 0) + 1)
  }
  const beside = await waitsDuring(api, cookie, async () => {
    let left = REQUESTS
    const hand = async () => {
      while (left-- > 0) {
        if (left % METRICS_EVERY === 0) await note(await fetch(`${root}/metrics?${fuzz.oddPart()}`))
        const address = fuzz.pick(asked)
        const body = address.method === 'GET' ? undefined : fuzz.bodyOf(address)
        const response = await fetch(`${api}${fuzz.addressOf(address)}`, {
          method: address.method,
          headers: { cookie, ...(body === undefined ? {} : { 'Content-Type': body.type }) },
          ...(body === undefined ? {} : { body: body.content }),
        })
        await note(response)
      }
    }
    await Promise.all(Array.from({ length: HANDS }, hand))
  })
  const atTheEnd = memory()
  await pause(LATER_MS)
  const later = memory()

  const failed = [...answered].filter(([status]) => status >= 500).reduce((sum, [, n]) => sum + n, 0)
  process.stdout.write(`${REQUESTS} fuzzed requests, seed ${SEED}: ${failed} answered with 500 or more\n\n`)
  process.stdout.write('| another client waits | median, ms | 99 % | longest |\n| --- | ---: | ---: | ---: |\n')
  for (const [name, waits] of [
    ['alone', alone],
    ['beside the requests', beside],
  ] as const)
    process.stdout.write(`| ${name} | ${at(waits, 0.5)} | ${at(waits, 0.99)} | ${at(waits, 1)} |\n`)
  process.stdout.write(
    `\nmemory of the server, MB: ${before.toFixed(0)} before, ${atTheEnd.toFixed(0)} at the end, ${later.toFixed(0)} a minute later\n`,
  )
}

/** How long one client waits for each answer, ms, while something goes on. */
async function waitsDuring(api: string, cookie: string, work: () => Promise<void>): Promise<readonly number[]> {
  const waits: number[] = []
  const going = { on: true }
  const watching = (async () => {
    while (going.on) {
      const begun = performance.now()
      await (await fetch(`${api}/session`, { headers: { cookie } })).arrayBuffer()
      waits.push(performance.now() - begun)
      await pause(LOOKS_EVERY_MS)
    }
  })()
  await work()
  going.on = false
  await watching
  return waits.toSorted((a, b) => a - b)
}

function at(waits: readonly number[], share: number): string {
  return (waits[Math.floor(share * (waits.length - 1))] ?? NaN).toFixed(1)
}

function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms))
}
