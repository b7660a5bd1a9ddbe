import { mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Cluster, type ClusterNode } from '../../../tools/lib/cluster.mjs'
import { Network } from '../../../tools/lib/network.mjs'
import { FAKE_CLOCK, UNPACKED } from '../../../tools/lib/places.mjs'
import { startServer, type RunningServer } from '../../../tools/lib/server.mjs'

const SERVERS = 3
const NODES = 3

/** A clock that can be set while it is looked at; the time between two looks is told as it passed. */
const OTHER_CLOCK = { LD_PRELOAD: join(UNPACKED, FAKE_CLOCK), FAKETIME_DONT_FAKE_MONOTONIC: '1' }

/** The clock of the last server is an hour slow, as where nobody has set it. */
const SLOW_CLOCK = { ...OTHER_CLOCK, FAKETIME: '-1h' }

/** What goes wrong, by name; each ends with everything running again. */
export type Fault =
  | 'node killed'
  | 'server killed'
  | 'node and server killed'
  | 'node cut off'
  | 'every node killed'
  | 'clock of a node set back'

/** Three servers over three nodes, on this machine, to be broken while they work. */
export class ClusterUnderTest {
  private readonly servers: (RunningServer | null)[] = []

  private constructor(
    private readonly folder: string,
    readonly cluster: Cluster,
    private readonly network: Network | undefined,
  ) {}

  static async start(name: string): Promise<ClusterUnderTest> {
    const folder = mkdtempSync(join(tmpdir(), `emery-${name}-`))
    // Cables that can be pulled, where this machine lets us lay them; by the cluster's own means otherwise.
    const network = (await Network.isPossible()) ? await Network.make(NODES) : undefined
    const cluster = await Cluster.start(join(folder, 'nodes'), NODES, {
      durable: false,
      // A process that is killed leaves what it has handed to the machine; once a second is not enough when all are killed at once.
      options: ['--innodb-flush-log-at-trx-commit=2'],
      network,
      environmentOf: (node) => {
        setClock(node, '+0')
        return { ...OTHER_CLOCK, FAKETIME_TIMESTAMP_FILE: clockOf(node), FAKETIME_CACHE_DURATION: '1' }
      },
    })
    const under = new ClusterUnderTest(folder, cluster, network)
    for (let i = 0; i < SERVERS; i++) await under.startServer(i)
    return under
  }

  /** One of the servers that run. */
  port(random: () => number): number {
    const running = this.servers.filter((each) => each !== null)
    return running[Math.floor(random() * running.length)]?.port ?? 0
  }

  /** Breaks something and mends it again. `first` is the node that is written to; `while` is done in between. */
  async fault(what: Fault, at: number, meanwhile: (node: ClusterNode) => Promise<void>): Promise<void> {
    const { cluster } = this
    const node = cluster.nodes[at % cluster.nodes.length] as ClusterNode
    const server = at % SERVERS
    if (what === 'every node killed') {
      await Promise.all(cluster.nodes.map((each) => cluster.killNode(each)))
      await cluster.startAll()
      return
    }
    if (what === 'clock of a node set back') {
      setClock(node, '-1h')
      await meanwhile(node)
      return
    }
    if (what === 'node cut off') {
      await cluster.cutOff(node)
      await meanwhile(node)
      await cluster.letBack(node)
      return
    }
    if (what !== 'node killed') await this.killServer(server)
    if (what !== 'server killed') await cluster.killNode(node)
    await meanwhile(node)
    if (what !== 'server killed') await cluster.startNode(node)
    if (what !== 'node killed') await this.startServer(server)
  }

  async stop(): Promise<void> {
    for (const server of this.servers) await server?.stop()
    await this.cluster.stop()
    await this.network?.remove()
    if (process.env['EMERY_KEEP'] === undefined) rmSync(this.folder, { recursive: true, force: true })
  }

  private async startServer(i: number): Promise<void> {
    this.servers[i] = await startServer({
      databaseUrl: this.cluster.url(),
      port: 0,
      logFile: join(this.folder, `server-${i}.log`),
      ...(i === SERVERS - 1 ? { environment: SLOW_CLOCK } : {}),
    })
  }

  private async killServer(i: number): Promise<void> {
    const server = this.servers[i]
    this.servers[i] = null
    if (server == null) return
    const gone = new Promise((resolve) => server.child.once('exit', resolve))
    server.child.kill('SIGKILL')
    await gone
  }
}

/** Where a node reads by how much its clock is wrong. */
function clockOf({ folder }: ClusterNode): string {
  return join(folder, 'clock')
}

function setClock(node: ClusterNode, by: string): void {
  // Put in its place whole: it is read at any moment.
  writeFileSync(`${clockOf(node)}.new`, by)
  renameSync(`${clockOf(node)}.new`, clockOf(node))
}
