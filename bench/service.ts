/**
 * A busy chain of workshops on one server, or on a cluster of which a node is killed in the middle: `node --import tsx bench/service.ts [MINUTES]
 * [--cluster]`. Two hundred clients look at the Board, open jobs and drives, tick and save, as often as hands do; one that means harm sends tables and
 * files that take long. Written down are p95 by route, errors, the server's memory by the minute, and how long its event loop was held up.
 */
import { randomUUID } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { EDIT_HEADER, jobFieldsOf, newJob, type DriveRecord, type Job } from '@emery/core/api'
import { randomFrom } from '../core/src/testing/random.ts'
import { ketch, ketchWithCrank } from '../server/src/testing/documents.ts'
import { Cluster } from '../tools/lib/cluster.mjs'
import { startDatabase } from '../tools/lib/database.mjs'
import { DEMO, WEB_DIST } from '../tools/lib/places.mjs'
import { startServer } from '../tools/lib/server.mjs'

const MINUTES = Number(process.argv.slice(2).find((word) => /^\d/.test(word)) ?? 10)
const onCluster = process.argv.includes('--cluster')
const CLIENTS = 200
/** ms a client looks at what it was shown: a mechanic reads more than they press. */
const THINKS_MS = 8000
const SEED = 20261130
/** ms between two things that one client does to harm. */
const HARM_EVERY_MS = 2000

const random = randomFrom(SEED)
const folder = mkdtempSync(join(tmpdir(), 'emery-service-'))
const cluster = onCluster ? await Cluster.start(join(folder, 'nodes'), 3, { durable: false }) : null
const database = cluster === null ? await startDatabase(folder) : null
const started = {
  databaseUrl: cluster?.url('emery_demo') ?? database?.demoUrl ?? '',
  demoDir: DEMO,
  webDir: WEB_DIST,
  logFile: join(folder, 'log'),
}
const servers = [await startServer({ ...started, port: 0 })]
if (onCluster) servers.push(await startServer({ ...started, port: 0 }), await startServer({ ...started, port: 0 }))
const api = () => `http://127.0.0.1:${servers[Math.floor(random() * servers.length)]?.port ?? 0}/api`

const waits = new Map<string, number[]>()
let errors = 0
let ended = false
const finished = wait(MINUTES * 60_000 + 30_000, undefined, { ref: false })
try {
  await measure()
} finally {
  for (const server of servers) await server.stop()
  await database?.stop()
  await cluster?.stop()
  rmSync(folder, { recursive: true, force: true })
}

async function measure(): Promise<void> {
  const cookie = await signIn()
  const ask = async (route: string, path: string, method = 'GET', body?: unknown): Promise<unknown> => {
    const begun = performance.now()
    const edit = randomUUID()
    // As a page does: what the server could not take is kept and sent again under its id.
    for (let tried = 1; ; tried++) {
      const response = await fetch(`${api()}${path}`, {
        method,
        headers: { cookie, 'Content-Type': 'application/json', ...(method === 'GET' ? {} : { [EDIT_HEADER]: edit }) },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      }).catch(() => null)
      const answer = response === null ? null : await response.json().catch((): unknown => null)
      if (response?.ok === true || (response !== null && response.status < 500)) {
        const times = waits.get(route) ?? []
        waits.set(route, [...times, performance.now() - begun].slice(-20_000))
        return answer
      }
      if (!onCluster || tried > 100) errors++
      if (!onCluster || tried > 100 || ended) return answer
      await wait(100)
    }
  }
  const drive = (await ask('begin a drive', '/drives', 'POST', { document: ketch(), vehicleId: null })) as DriveRecord
  const client = async () => {
    let own = (await ask('begin a drive', '/drives', 'POST', { document: ketch(), vehicleId: null })) as DriveRecord
    let job = (await ask('begin a job', '/jobs', 'POST', { ...newJob(own.id), complaint: 'squeals' })) as Job
    const does: readonly (() => Promise<unknown>)[] = [
      () => ask('the Board', '/board'),
      () => ask('the Board', '/board'),
      () => ask('how many wait for what', '/board/counts'),
      () => ask('what is due', '/board/due'),
      () => ask('the list of drives', '/drives'),
      () => ask('a drive', `/drives/${drive.id}`),
      () => ask('jobs of a drive', `/jobs?driveId=${own.id}`),
      () => ask('search', '/search?q=ketch'),
      async () => {
        const saved = await ask('save a drive', `/drives/${own.id}`, 'PUT', {
          basedOn: own.version,
          saveId: randomUUID(),
          document: ketchWithCrank(100 + Math.floor(random() * 500) / 10),
          reason: 'changed',
        })
        if ((saved as Partial<DriveRecord> | null)?.version !== undefined) own = saved as DriveRecord
      },
      async () => {
        const fields = { ...jobFieldsOf(job), complaint: `squeals ${Math.floor(random() * 1e6)}` }
        const saved = await ask('save a job', `/jobs/${job.id}`, 'PUT', { ...fields, basedOn: job.version })
        if ((saved as Partial<Job> | null)?.version !== undefined) job = saved as Job
      },
    ]
    await wait(random() * THINKS_MS)
    while (!ended) {
      await does[Math.floor(random() * does.length)]?.()
      await wait(THINKS_MS * (0.5 + random()))
    }
  }
  const table = `name,plate,distance\n${'Ketch 2.2 van,HB-114,48200\n'.repeat(20_000)}`
  const rows = Array.from({ length: 2000 }, (_, i) => ({ plate: `X ${i}`, name: 'Harm', distance: i }))
  const deep = `${'['.repeat(200_000)}${']'.repeat(200_000)}`
  const harm: readonly (() => Promise<unknown>)[] = [
    () => send('/drives/import', table),
    () => send('/drives/import', deep),
    () => send('/vehicles/fleet', JSON.stringify({ vehicles: rows })),
    () => send('/vehicles/import', 'PK\u0003\u0004'.repeat(500_000), 'application/octet-stream'),
    () => send('/photos', '\u00ff\u00d8\u00ff'.repeat(1_000_000), 'application/octet-stream'),
    () => send('/knowledge', JSON.stringify({ causes: rows, tests: rows })),
  ]
  const send = async (path: string, body: string, type = 'application/json') => {
    const response = await fetch(`${api()}${path}`, {
      method: 'POST',
      headers: { cookie, 'Content-Type': type },
      body,
    }).catch(() => null)
    await response?.arrayBuffer()
  }
  const hostile = async () => {
    while (!ended) {
      await harm[Math.floor(random() * harm.length)]?.()
      await wait(HARM_EVERY_MS)
    }
  }
  const memory: string[] = []
  let worstLag = 0
  const watch = async () => {
    for (let minute = 0; !ended; minute++) {
      const each = servers.map(({ child }) => (rss(child.pid ?? 0) / 1000).toFixed(0))
      memory.push(each.join(' + '))
      for (const { port } of servers) worstLag = Math.max(worstLag, await lag(port))
      await Promise.race([wait(60_000), finished])
      if (minute === Math.floor(MINUTES / 2) && cluster !== null) {
        const [first] = cluster.nodes
        if (first !== undefined) await cluster.killNode(first).then(() => cluster.startNode(first))
      }
    }
  }
  void finished.then(() => (ended = true))
  await Promise.all([...Array.from({ length: CLIENTS }, client), hostile(), watch()])

  const lines = [...waits].map(([route, times]) => {
    const sorted = times.toSorted((a, b) => a - b)
    const at = (share: number) => (sorted[Math.floor(share * (sorted.length - 1))] ?? NaN).toFixed(0)
    return `| ${route} | ${times.length} | ${at(0.5)} | ${at(0.95)} | ${at(1)} |`
  })
  process.stdout.write(
    [
      `${MINUTES} minutes, ${CLIENTS} clients, ${onCluster ? 'three servers on three nodes, the first killed in the middle' : 'one server'}; ${errors} errors`,
      '',
      '| asked | times | median, ms | 95 %, ms | longest, ms |',
      '| --- | ---: | ---: | ---: | ---: |',
      ...lines,
      '',
      `memory by the minute, MB: ${memory.join(', ')}`,
      `event loop held up, worst 99 % of a minute: ${(worstLag * 1000).toFixed(0)} ms`,
      '',
    ].join('\n'),
  )
}

async function signIn(): Promise<string> {
  const session = (await (await fetch(`${api()}/session`)).json()) as { oneTap: { id: string; name: string }[] }
  const id = session.oneTap.find(({ name }) => name === 'Wren')?.id
  const response = await fetch(`${api()}/session/one-tap`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id }),
  })
  return (response.headers.get('set-cookie') ?? '').replace(/;.*$/, '')
}

function rss(pid: number): number {
  return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? NaN)
}

/** The event loop's lag since it was last asked, 99th percentile, s. */
async function lag(port: number): Promise<number> {
  const said = await (await fetch(`http://127.0.0.1:${port}/metrics`)).text()
  return Number(/^nodejs_eventloop_lag_p99_seconds (\S+)/m.exec(said)?.[1] ?? NaN)
}
