/**
 * The Board with 10 000 jobs and 2 000 vehicles: list and search at the server, 20 clients at once, and the page in Chromium.
 * Each client asks, looks at the answer for a fifth of a second, and asks again; the figures are what a client waits.
 */
import { chromium } from '@playwright/test'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createConnection } from 'mysql2/promise'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { checkDrive, jobStanding, JOB_STAGES, newJob, settleDrive } from '../core/src/index.ts'
import { startDatabase } from '../tools/lib/database.mjs'
import { DEMO, WEB_DIST } from '../tools/lib/places.mjs'
import { startServer } from '../tools/lib/server.mjs'

const [VEHICLES, JOBS, CLIENTS] = [2000, 10_000, 20]
/** Few enough that the server’s own limit of requests a minute, which counts all of one address, is not met. */
const ROUNDS = 15
/** ms between two questions of one client: someone who types five letters a second, and every one asks. */
const THINKS_MS = 200
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
const database = await startDatabase(folder)
const server = await startServer({
  databaseUrl: database.url,
  port: 0,
  demoDir: DEMO,
  webDir: WEB_DIST,
  logFile: join(folder, 'log'),
})
const address = `http://127.0.0.1:${server.port}`
try {
  await fill()
  const cookie = await signIn()
  const rows: string[] = []
  const asks: readonly (readonly [string, (i: number) => string])[] = [
    ['the Board', () => '/api/board'],
    ['how many wait for what', () => '/api/board/counts'],
    ['what falls due', () => '/api/board/due'],
    ['one stage of it', (i) => `/api/board?stage=${JOB_STAGES[i % JOB_STAGES.length] ?? ''}`],
    ['a page far down', (i) => `/api/board?offset=${(i % 190) * 50}`],
    ['words on the Board', (i) => `/api/board?q=wet%20V-${i % VEHICLES}`],
    ['Ctrl K', (i) => `/api/search?q=vehicle%20${(i * 37) % VEHICLES}`],
    ['vehicles by plate', (i) => `/api/vehicles?q=V-${(i * 37) % VEHICLES}`],
  ]
  for (const [name, path] of asks) {
    const waits = await load(path, cookie)
    rows.push(
      `| ${name} | ${quantile(waits, 0.5).toFixed(0)} | ${quantile(waits, 0.95).toFixed(0)} | ${waits.length} |`,
    )
  }
  const page = await pageMs()
  process.stdout.write(
    [
      `| ${JOBS} jobs, ${VEHICLES} vehicles, ${CLIENTS} clients | median ms | 95th percentile, ms | asked |`,
      '| --- | ---: | ---: | ---: |',
      ...rows,
      '',
      `The Board in Chromium, from its address to fifty rows: ${page.toFixed(0)} ms (median of 5)`,
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
      standing: jobStanding(settleDrive(read.drive), newJob('x')),
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
    'INSERT INTO jobs (id, version, updatedAt, driveId, complaint, number, document, stage, stepsDone, stepsAll, looks, openedAt) VALUES ?',
    numbers(JOBS).map((i) => {
      const driveId = id(2, i % VEHICLES)
      const complaint = COMPLAINTS[i % COMPLAINTS.length] ?? ''
      const { stepsAll } = drives[i % drives.length]?.standing ?? { stepsAll: 1 }
      const stage = JOB_STAGES[i % JOB_STAGES.length]
      const opened = new Date(at.getTime() - i * 3_600_000)
      return [
        ...[id(3, i), 1, at, driveId, complaint, 1000 + i, JSON.stringify({ ...newJob(driveId), complaint })],
        ...[stage, i % stepsAll, stepsAll, 0, opened],
      ]
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

/** What each of the clients waited for each answer, ms; the first round of each warms up and is not counted. */
async function load(path: (i: number) => string, cookie: string): Promise<number[]> {
  const waits: number[] = []
  const client = async (c: number) => {
    for (let round = 0; round <= ROUNDS; round++) {
      const begun = performance.now()
      const response = await fetch(`${address}${path(c * 97 + round * 13)}`, { headers: { Cookie: cookie } })
      await response.arrayBuffer()
      if (!response.ok) throw new Error(`${response.status} from ${path(0)}`)
      if (round > 0) waits.push(performance.now() - begun)
      // Not all in step: people are not.
      await new Promise((resolve) => setTimeout(resolve, THINKS_MS * (0.5 + ((c * 7 + round * 3) % 10) / 10)))
    }
  }
  await Promise.all(Array.from({ length: CLIENTS }, (_, c) => client(c)))
  return waits
}

async function pageMs(): Promise<number> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--font-render-hinting=none'],
  })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const session = (await (await page.request.get(`${address}/api/session`)).json()) as { oneTap: { id: string }[] }
    await page.request.post(`${address}/api/session/one-tap`, { data: { id: session.oneTap[0]?.id } })
    const times: number[] = []
    for (let i = 0; i < 5; i++) {
      const begun = performance.now()
      await page.goto(`${address}/board`)
      await page.getByRole('list', { name: 'Jobs by what they wait for' }).getByRole('listitem').nth(49).waitFor()
      times.push(performance.now() - begun)
    }
    return quantile(times, 0.5)
  } finally {
    await browser.close()
  }
}

function quantile(values: readonly number[], q: number): number {
  const sorted = values.toSorted((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? NaN
}
