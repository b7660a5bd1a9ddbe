import { once } from 'node:events'
import { connect, createServer, type AddressInfo, type Server, type Socket } from 'node:net'
import { setTimeout as wait } from 'node:timers/promises'
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise'
import type { DatabaseAddress } from './addresses.ts'

type Node = DatabaseAddress['nodes'][number]

/** Between two looks at a node, ms, and how long it may take to answer one. */
const LOOK_MS = 500
const PATIENCE_MS = 1500
/** How long a node that is asked before the one in use must have been well again before it is gone back to, ms. */
const WELL_FOR_MS = 5000

/** A node that takes part in what the cluster decides and has everything it has decided; one that gives its data to another is busy. */
const SYNCED = '4'

/**
 * Stands between a server and the nodes of a cluster, on a port of this machine: whoever connects there is connected to the first node, in the
 * order they were named, that is well. All servers name them in the same order, so one node is written to at a time. When that node fails, or
 * is cut off from the others, every connection to it is ended at once: what was under way is given up, and the next goes to the next node.
 */
export class ClusterRelay {
  private readonly open = new Map<Socket, Node>()
  private readonly wellSince = new Map<Node, number>()
  private readonly stopping = new AbortController()
  private inUse: Node | null = null

  private constructor(
    private readonly address: DatabaseAddress,
    private readonly server: Server,
    private readonly onChange: (node: Node | null) => void,
  ) {}

  /** `onChange` is told of the node in use, null while none is well. */
  static async begin(address: DatabaseAddress, onChange: (node: Node | null) => void): Promise<ClusterRelay> {
    const server = createServer()
    const relay = new ClusterRelay(address, server, onChange)
    server.on('connection', (socket) => {
      relay.take(socket)
    })
    server.listen(0, '127.0.0.1')
    await once(server, 'listening')
    for (const node of address.nodes) void relay.watch(node)
    return relay
  }

  get port(): number {
    return (this.server.address() as AddressInfo).port
  }

  /** Waits until a node is well, for `most` ms at most; whether one is. */
  async ready(most: number): Promise<boolean> {
    const begun = Date.now()
    while (this.inUse === null && Date.now() - begun < most) await wait(50)
    return this.inUse !== null
  }

  stop(): void {
    this.stopping.abort()
    this.server.close()
    for (const socket of this.open.keys()) socket.destroy()
  }

  private take(socket: Socket): void {
    const node = this.inUse
    if (node === null) {
      socket.destroy()
      return
    }
    const onward = connect(node.port, node.host)
    this.open.set(socket, node)
    const end = () => {
      this.open.delete(socket)
      socket.destroy()
      onward.destroy()
    }
    for (const side of [socket, onward]) side.setNoDelay(true).on('error', end).on('close', end)
    socket.pipe(onward).pipe(socket)
  }

  /** Looks at a node again and again, over a connection of its own. */
  private async watch(node: Node): Promise<void> {
    let connection: Connection | null = null
    while (!this.stopping.signal.aborted) {
      let well = false
      try {
        connection ??= await createConnection({
          ...node,
          user: this.address.user,
          password: this.address.password,
          connectTimeout: PATIENCE_MS,
        })
        // What fails while nobody waits for it shows at the next look.
        connection.on('error', () => undefined)
        well = await isWell(connection)
      } catch {
        well = false
      }
      if (!well) {
        connection?.destroy()
        connection = null
      }
      this.noted(node, well)
      await wait(LOOK_MS, undefined, { signal: this.stopping.signal }).catch(() => undefined)
    }
    connection?.destroy()
  }

  private noted(node: Node, well: boolean): void {
    if (!well) this.wellSince.delete(node)
    else if (!this.wellSince.has(node)) this.wellSince.set(node, Date.now())
    const next = this.choice()
    if (next === this.inUse) return
    this.inUse = next
    for (const [socket, to] of this.open) if (to !== next) socket.destroy()
    this.onChange(next)
  }

  /** The node to use now. Into a gap goes whichever is well; back to one named earlier only once it has been well for a while. */
  private choice(): Node | null {
    const well = this.address.nodes.filter((node) => this.wellSince.has(node))
    const { inUse } = this
    if (inUse === null || !well.includes(inUse)) return well[0] ?? null
    const settled = well.find((node) => node === inUse || Date.now() - (this.wellSince.get(node) ?? 0) > WELL_FOR_MS)
    return settled ?? inUse
  }
}

/** Whether a node is of the cluster's majority and up to date; a server that is in no cluster is well if it answers. */
async function isWell(connection: Connection): Promise<boolean> {
  const [[{ on } = { on: 0 }]] = await connection.query<RowDataPacket[]>({
    sql: 'SELECT @@wsrep_on AS `on`',
    timeout: PATIENCE_MS,
  })
  if (Number(on) === 0) return true
  const [rows] = await connection.query<RowDataPacket[]>({
    sql: "SHOW STATUS WHERE Variable_name IN ('wsrep_ready', 'wsrep_cluster_status', 'wsrep_local_state')",
    timeout: PATIENCE_MS,
  })
  const status = new Map(rows.map(({ Variable_name: name, Value: value }) => [String(name), String(value)]))
  return (
    status.get('wsrep_ready') === 'ON' &&
    status.get('wsrep_cluster_status') === 'Primary' &&
    status.get('wsrep_local_state') === SYNCED
  )
}
