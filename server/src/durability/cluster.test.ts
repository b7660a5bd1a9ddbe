import { expect, test } from '@jest/globals'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise'
import type { Cluster, ClusterNode } from '../../../tools/lib/cluster.mjs'
import { ROOT } from '../../../tools/lib/places.mjs'
import { dataSourceFor } from '../database/data-source.ts'
import { checkDerived } from '../derived/check-derived.ts'
import { ClusterUnderTest, type Fault } from '../testing/cluster-under-test.ts'
import { runs } from '../testing/runs.ts'
import { startTestApp } from '../testing/test-app.ts'
import { held, inOrder, unrulyWork } from '../testing/unruly-work.ts'

const SEED = 20261130
const KINDS: readonly Fault[] = [
  'node killed',
  'server killed',
  'node cut off',
  'node and server killed',
  'node killed',
  'node cut off',
  'clock of a node set back',
  'every node killed',
]
/** What goes wrong, and which node and server it meets; the first node is the one written to. */
const FAULTS = runs<readonly (readonly [Fault, number])[]>(
  [
    ['node killed', 0],
    ['node cut off', 0],
    ['clock of a node set back', 0],
    ['node and server killed', 1],
  ],
  Array.from({ length: 30 }, (_, i): readonly [Fault, number] => [KINDS[i % KINDS.length] as Fault, i % 3]),
)
/** Milliseconds after which the others know that a node is gone. */
const NOTICED_MS = 4000
/** Changes between two faults, over all clients. */
const BETWEEN = runs(25, 60)

test('three servers on three nodes that are killed and cut off, over a network that loses: every change once, and no read goes back', async () => {
  const under = await ClusterUnderTest.start('cluster')
  const recoveries: { readonly what: Fault; readonly ms: number }[] = []
  const tookWrites: string[] = []
  const clocks: number[] = []
  /** When each change was acknowledged, ms. */
  const acknowledged: number[] = []
  let done = false
  const breakThings = async () => {
    for (const [what, at] of FAULTS) {
      const from = acknowledged.length
      while (acknowledged.length < from + BETWEEN && !done) await wait(20)
      const begun = Date.now()
      await under.fault(what, at, async (node) => {
        if (what === 'clock of a node set back') {
          clocks.push(await secondsSlow(under.cluster, node))
          return
        }
        if (what !== 'node cut off') return
        // At once, when the others have not noticed yet, and once they have: it takes nothing that they would not know.
        for (const pause of [0, NOTICED_MS]) {
          await wait(pause)
          if (await isWritten(under.cluster, node)) tookWrites.push(node.name)
        }
      })
      recoveries.push({ what, ms: longestPause(acknowledged, begun, Date.now()) })
    }
  }
  try {
    const broken = breakThings()
    const { wanted, refused, wentBack } = await unrulyWork({
      clients: 6,
      enough: BETWEEN * (FAULTS.length + 1),
      seed: SEED,
      port: (random) => under.port(random),
      mending: () => undefined,
      onMade: () => acknowledged.push(Date.now()),
    })
    done = true
    await broken
    expect({ seed: SEED, refused, wentBack, tookWrites }).toEqual({
      seed: SEED,
      refused: [],
      wentBack: [],
      tookWrites: [],
    })
    for (const slow of clocks) expect(slow).toBeGreaterThan(3500)
    // Every node holds the same, and all of it.
    for (const node of under.cluster.nodes) {
      const source = await dataSourceFor(under.cluster.urlOf(node)).initialize()
      try {
        await source.query('SET SESSION wsrep_sync_wait = 1')
        expect(inOrder(await held(source))).toEqual(inOrder(wanted))
        expect(await checkDerived(source, () => new Date())).toEqual([])
      } finally {
        await source.destroy()
      }
    }
    report(recoveries)
  } finally {
    done = true
    await under.stop()
  }
}, 1_800_000)

test('every table can be told row from row: a cluster takes no other', async () => {
  const at = await startTestApp()
  try {
    const without = await at.source.query<RowDataPacket[]>(
      `SELECT t.TABLE_NAME FROM information_schema.TABLES t
       WHERE t.TABLE_SCHEMA = DATABASE() AND NOT EXISTS (
         SELECT 1 FROM information_schema.STATISTICS s
         WHERE s.TABLE_SCHEMA = t.TABLE_SCHEMA AND s.TABLE_NAME = t.TABLE_NAME AND s.INDEX_NAME = 'PRIMARY')`,
    )
    expect(without).toEqual([])
    const engines = await at.source.query<{ readonly ENGINE: string }[]>(
      'SELECT DISTINCT ENGINE FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE()',
    )
    expect(engines.map(({ ENGINE }) => ENGINE)).toEqual(['InnoDB'])
  } finally {
    await at.close()
  }
})

/** The longest time without an acknowledged change between two moments, ms. */
function longestPause(acknowledged: readonly number[], from: number, to: number): number {
  const within = [from, ...acknowledged.filter((at) => at > from && at < to), to]
  return Math.max(...within.slice(1).map((at, i) => at - (within[i] ?? from)))
}

/** A connection to one node, also when it is cut off. */
function connectionTo(cluster: Cluster, node: ClusterNode): Promise<Connection> {
  const { username, password } = new URL(cluster.urlOf(node))
  return createConnection({ socketPath: cluster.socketOf(node), user: username, password, database: 'emery' })
}

/** By how much a node's clock is behind ours, s, once it has read what its clock is to show, or after ten seconds. */
async function secondsSlow(cluster: Cluster, node: ClusterNode): Promise<number> {
  const connection = await connectionTo(cluster, node)
  try {
    for (let looks = 0; ; looks++) {
      const [[now]] = await connection.query<RowDataPacket[]>('SELECT UNIX_TIMESTAMP() AS at')
      const slow = Math.round(Date.now() / 1000 - Number(now?.['at']))
      if (slow > 60 || looks >= 20) return slow
      await wait(500)
    }
  } finally {
    connection.destroy()
  }
}

/** Whether a node takes a write of its own. */
async function isWritten(cluster: Cluster, node: ClusterNode): Promise<boolean> {
  const connection = await connectionTo(cluster, node)
  try {
    await connection.query({
      sql: "INSERT INTO leases (name, holder, until) VALUES ('cut off', 'x', NOW(3))",
      timeout: 3000,
    })
    return true
  } catch {
    return false
  } finally {
    connection.destroy()
  }
}

/** The times a cluster was away, for docs/performance.md. */
function report(recoveries: readonly { readonly what: Fault; readonly ms: number }[]): void {
  const kinds = [...new Set(recoveries.map(({ what }) => what))]
  const lines = kinds.map((kind) => {
    const times = recoveries.filter(({ what }) => what === kind).map(({ ms }) => ms)
    const sorted = times.toSorted((a, b) => a - b)
    return `| ${kind} | ${times.length} | ${sorted[Math.floor(sorted.length / 2)]} | ${sorted.at(-1)} |`
  })
  const table = [
    '| fault | times | longest pause, median, ms | longest of all, ms |',
    '| --- | ---: | ---: | ---: |',
    ...lines,
  ].join('\n')
  mkdirSync(join(ROOT, 'test-results'), { recursive: true })
  writeFileSync(join(ROOT, 'test-results', 'cluster.md'), `${table}\n`)
}
