import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import { readDatabaseUrl, urlOf } from './addresses.ts'
import { ClusterRelay } from './cluster-relay.ts'
import { dataSourceFor } from './data-source.ts'

/** How long a server that starts waits for a node of its cluster, ms. */
const NODE_PATIENCE_MS = 60_000

export interface OpenDatabase {
  readonly source: DataSource
  readonly close: () => Promise<void>
}

/** Connects to a database, or to a cluster by whichever of its nodes is well. Throws a sentence where none is. */
export async function openDatabase(url: string, log: Logger): Promise<OpenDatabase> {
  const address = readDatabaseUrl(url)
  if (address === null) throw new Error('The address of the database cannot be read.')
  if (address.nodes.length === 1) {
    const source = await dataSourceFor(url).initialize()
    return { source, close: () => source.destroy() }
  }
  const relay = await ClusterRelay.begin(address, (node) =>
    node === null
      ? log.error('no node of the database’s cluster is well')
      : log.warn({ host: node.host, port: node.port }, 'node of the database’s cluster in use'),
  )
  if (!(await relay.ready(NODE_PATIENCE_MS))) {
    relay.stop()
    throw new Error('No node of the database’s cluster has answered for a minute.')
  }
  const source = dataSourceFor(urlOf(address, { host: '127.0.0.1', port: relay.port }))
  await source.initialize()
  await readWhatWasWritten(source)
  return {
    source,
    close: async () => {
      await source.destroy()
      relay.stop()
    },
  }
}

interface EventedPool {
  readonly on: (event: 'connection', listener: (connection: { query: (sql: string) => unknown }) => void) => void
}

/** What any node has committed is seen by whoever asks another afterwards: nobody reads older than they have read before. */
async function readWhatWasWritten(source: DataSource): Promise<void> {
  const sql = 'SET SESSION wsrep_sync_wait = 1'
  const { pool } = source.driver as unknown as { readonly pool: EventedPool }
  pool.on('connection', (connection) => connection.query(sql))
  // The one that was opened while the source was initialised.
  await source.query(sql)
}
