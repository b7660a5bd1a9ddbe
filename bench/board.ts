/**
 * The Board with 10 000 jobs and 2 000 vehicles: list and search at the server, 20 clients at once, and the page in Chromium.
 * Each client asks, looks at the answer for half a second, and asks again. Beside what the server took (by its own log) stands
 * what a client waited; clients and server share the machine. The first row asks for next to nothing: less than it nothing can take.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createConnection } from 'mysql2/promise'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { JOB_STAGES, newJob } from '@emery/core/api'
import { checkDrive } from '@emery/core/drive'
import { jobStatus } from '@emery/core/jobs'
import { settleDrive } from '@emery/core/path'
import { startDatabase } from '../tools/lib/database.mjs'
import { DEMO, WEB_DIST } from '../tools/lib/places.mjs'
import { startServer } from '../tools/lib/server.mjs'
import { firstSights } from './first-sight.ts'

const [VEHICLES, JOBS, BELTS, CLIENTS] = [2000, 10_000, 500, 20]
/**
 * Each question is asked in several bouts, all questions in turn: a machine that stands still for a second spoils one bout of one
 * question, not its figure. Together few enough that the server’s own limit of requests a minute is not met.
 */
const [BOUTS, ROUNDS] = [5, 3]
/** The first of a browser that has nothing of Emery yet, the others of one that has. */
const VISITS = 11
/** ms between two questions of one client: nobody reads fifty jobs sooner. Twenty who never look away ask forty times a second. */
const THINKS_MS = 500
const FILES = ['ketch-main', 'fenland-vee', 'haulm-main', 'kiln-blower', 'linnet-toothed', 'skerry-rod']
const COMPLAINTS = [
  'squeals when wet',
  'chirps at idle',
  'battery lamp glows',
  'belt off',
  'whines with speed',
  'smells of rubber',
]

const folder = mkdtempSync(join(tmpdir(), 'emery-board-'))
const logFile = join(folder, 'log')
const database = await startDatabase(folder)
const server = await startServer({
  databaseUrl: database.url,
  port: 0,
  demoDir: DEMO,
  webDir: WEB_DIST,
  logFile,
})
const address = `http://127.0.0.1:${server.port}`
try {
  await fill()
  const cookie = await signIn()
  const asks: readonly (readonly [string, (i: number) => string])[] = [
    ['who is signed in', () => '/api/session'],
    ['the Board', () => '/api/board'],
    ['how many wait for what', () => '/api/board/counts'],
    ['what is due', () => '/api/board/due'],
    ['the week’s plan', () => '/api/board/week?until=2026-12-06'],
    ['parts of the week', () => '/api/board/parts?until=2026-12-06'],
    ['one stage of it', (i) => `/api/board?stage=${JOB_STAGES[i % JOB_STAGES.length] ?? ''}`],
    ['a page far down', (i) => `/api/board?offset=${(i % 190) * 50}`],
    ['words on the Board', (i) => `/api/board?q=wet%20V-${i % VEHICLES}`],
    ['Ctrl K', (i) => `/api/search?q=vehicle%20${(i * 37) % VEHICLES}`],
    ['vehicles by plate', (i) => `/api/vehicles?q=V-${(i * 37) % VEHICLES}`],
  ]
  // Once through everything: a server just started is no server of a working day.
  for (const [, path] of asks) await load(path, cookie)
  const bouts = asks.map(([name, path]) => ({ name, path, server: [] as number[][], client: [] as number[][] }))
  for (let i = 0; i < BOUTS; i++)
    for (const { path, server: took, client } of bouts) {
      const before = logged().length
      client.push(await load(path, cookie))
      took.push(
        logged()
          .slice(before)
          .map(({ ms }) => ms),
      )
    }
  const rows = bouts.map(
    ({ name, server: took, client }) =>
      `| ${[name, ...told(took), ...told(client), client.flat().length].join(' | ')} |`,
  )
  const wanted = { wanted: 'ul[aria-label^="Jobs by"] > li', count: 50, times: VISITS }
  const sights = await firstSights({ address: `${address}/board`, cookie, ...wanted })
  process.stdout.write(
    [
      `| ${JOBS} jobs, ${VEHICLES} vehicles, ${BELTS} belts, ${CLIENTS} clients: ms | server, median | 95 % | worst bout’s 95 % | client, median | 95 % | worst bout’s 95 % | asked |`,
      '| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: |',
      ...rows,
      '',
      `The Board in Chromium, from its address to fifty rows: median ${quantile(sights, 0.5).toFixed(0)} ms, ` +
        `best ${Math.min(...sights).toFixed(0)} ms, worst ${Math.max(...sights).toFixed(0)} ms of ${VISITS}; the first was ${sights[0]?.toFixed(0)} ms`,
      '',
    ].join('\n'),
  )
} finally {
  await server.stop()
  await database.stop()
  rmSync(folder, { recursive: true, force: true })
}

/** Vehicles, drives and jobs straight into the tables: what is measured is reading them. */
async function fill(): Promise<void> {
  const connection = await createConnection(database.url)
  const drives = FILES.map((file) => {
    const read = checkDrive(JSON.parse(readFileSync(join(DEMO, 'drives', `${file}.drive.json`), 'utf8')))
    if (!read.ok) throw new Error(file)
    return {
      name: read.drive.name,
      text: JSON.stringify(read.drive),
      status: jobStatus(settleDrive(read.drive), newJob('x')),
    }
  })
  const id = (kind: number, i: number) => `00000000-0000-4000-8${kind}00-${`${i}`.padStart(12, '0')}`
  const insert = async (sql: string, all: readonly (readonly unknown[])[]) => {
    for (let i = 0; i < all.length; i += 500) await connection.query(sql, [all.slice(i, i + 500)])
  }
  const at = new Date('2026-11-28T08:00:00Z')
  const numbers = (count: number) => Array.from({ length: count }, (_, i) => i)
  await insert(
    'INSERT INTO vehicles (id, name, plate, engine, distance, notes, version, createdAt, updatedAt) VALUES ?',
    numbers(VEHICLES).map((i) => [id(1, i), `Vehicle ${i}`, `V-${i}`, '2.0', 40_000 + i, '', 1, at, at]),
  )
  await insert(
    'INSERT INTO drives (id, vehicleId, name, document, version, createdAt, updatedAt) VALUES ?',
    numbers(VEHICLES).map((i) => {
      const drive = drives[i % drives.length]
      return [id(2, i), id(1, i), drive?.name, drive?.text, 1, at, at]
    }),
  )
  await insert(
    'INSERT INTO drive_dues (driveId, vehicleId, position, words, dueOn, dueKm, aheadKm) VALUES ?',
    numbers(VEHICLES).map((i) => [
      id(2, i),
      id(1, i),
      0,
      'Replace Main belt: cracked',
      null,
      i % 3 === 0 ? null : 40_000 + 2 * i,
      i % 3 === 0 ? null : i,
    ]),
  )
  await insert(
    'INSERT INTO jobs (id, version, updatedAt, driveId, complaint, number, document, stage, stepsDone, stepsAll, reviewsWaiting, openedAt, closedAt, promisedFor, hands, estimate) VALUES ?',
    numbers(JOBS).map((i) => {
      const driveId = id(2, i % VEHICLES)
      const complaint = COMPLAINTS[i % COMPLAINTS.length] ?? ''
      const { stepsAll } = drives[i % drives.length]?.status ?? { stepsAll: 1 }
      const stage = JOB_STAGES[i % JOB_STAGES.length]
      const opened = new Date(at.getTime() - i * 3_600_000)
      // Most are over; of those that are open two in three are promised, for some day of the coming month.
      const closed = i % 10 === 0 ? null : at
      const promised = i % 3 === 0 ? null : `2026-12-${`${1 + (i % 28)}`.padStart(2, '0')}T16:00`
      const part = { id: 'p', what: 'Belt', number: '6PK1780', count: 1, place: 'wanted', backBy: '' } as const
      return [
        id(3, i),
        1,
        at,
        driveId,
        complaint,
        1000 + i,
        JSON.stringify({ ...newJob(driveId), complaint, parts: [part] }),
        stage,
        i % stepsAll,
        stepsAll,
        0,
        opened,
        closed,
        promised,
        '|Isla|',
        90,
      ]
    }),
  )
  await insert(
    'INSERT INTO shelf_belts (id, mark, section, ribs, length, material, count, place, note, version, updatedAt) VALUES ?',
    Array.from({ length: BELTS }, (_, i) => {
      const place = `Rack ${i % 9}, shelf ${i % 7}`
      return [id(4, i), `PK ${700 + 3 * i}`, 'PK', 6, 700 + 3 * i, 'epdm', 1, place, '', 1, at]
    }),
  )
  // As saving each would have done.
  await connection.query(
    'UPDATE drives JOIN vehicles v ON v.id = vehicleId SET words = LOWER(CONCAT_WS(" ", drives.name, v.name, plate))',
  )
  await connection.query(
    'UPDATE jobs JOIN drives d ON d.id = driveId SET jobs.vehicleId = d.vehicleId, jobs.words = CONCAT_WS(" ", "job", number, d.words, complaint)',
  )
  await connection.end()
}

async function signIn(): Promise<string> {
  const { oneTap } = (await (await fetch(`${address}/api/session`)).json()) as { oneTap: { id: string }[] }
  const begun = await fetch(`${address}/api/session/one-tap`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id: oneTap[0]?.id }),
  })
  return (begun.headers.get('set-cookie') ?? '').replace(/;.*$/, '')
}

/** What each of the clients waited for each answer, ms. */
async function load(path: (i: number) => string, cookie: string): Promise<number[]> {
  const waits: number[] = []
  const client = async (c: number) => {
    for (let round = 0; round < ROUNDS; round++) {
      // Not all in step: people are not.
      await new Promise((resolve) => setTimeout(resolve, THINKS_MS * (0.5 + ((c * 7 + round * 3) % 10) / 10)))
      const begun = performance.now()
      const response = await fetch(`${address}${path(c * 97 + round * 13)}`, { headers: { Cookie: cookie } })
      await response.arrayBuffer()
      if (!response.ok) throw new Error(`${response.status} from ${path(0)}`)
      waits.push(performance.now() - begun)
    }
  }
  await Promise.all(Array.from({ length: CLIENTS }, (_, c) => client(c)))
  return waits
}

/** What the server's log says of every request so far. */
function logged(): { readonly ms: number }[] {
  return readFileSync(logFile, 'utf8')
    .split('\n')
    .filter((line) => line.includes('"ms"'))
    .map((line) => JSON.parse(line) as { ms: number })
}

/** The median of all, and of the bouts' 95th percentiles the median and the worst. */
function told(bouts: readonly (readonly number[])[]): readonly string[] {
  const high = bouts.map((bout) => quantile(bout, 0.95))
  return [quantile(bouts.flat(), 0.5), quantile(high, 0.5), Math.max(...high)].map((ms) => ms.toFixed(0))
}

function quantile(values: readonly number[], q: number): number {
  const sorted = values.toSorted((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? NaN
}
