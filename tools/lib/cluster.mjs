import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { randomBytes } from 'node:crypto'
import { isAlive, socketBelow, startDatabase } from './database.mjs'
import { freePort } from './free-port.mjs'
import { UNPACKED, UNPACKED_LIBRARIES } from './places.mjs'
import { must, quietly, withSystemFolders } from './run-command.mjs'
import { Hindrance } from './say.mjs'

/** Where Debian's galera-4 has its library: installed, or unpacked for tests. */
const LIBRARIES = ['/usr/lib/galera/libgalera_smm.so', join(UNPACKED, 'usr/lib/galera/libgalera_smm.so')]

/** Programs that hand a node's data to another, and their libraries, are found beside those of the system. */
const ENVIRONMENT = {
  PATH: `${process.env.PATH ?? ''}:${join(UNPACKED, 'usr/bin')}:/usr/sbin:/sbin`,
  LD_LIBRARY_PATH: join(UNPACKED, UNPACKED_LIBRARIES),
}

/**
 * Nodes of a MariaDB cluster on this machine, each with data, socket and ports of its own below `folder`: to try things on, and for the tests. On
 * several machines it is Debian's own service; docs/guides/running.md says how.
 */
export class Cluster {
  nodes = []

  /**
   * Starts `count` nodes, or those that were there; the one that knows most begins. On a `network` each is a member of it, in that order, and is cut off by
   * being unplugged; `environmentOf` says what a node's programs are told besides. Other options are those of a database.
   */
  static async start(folder, count = 3, { network, environmentOf = () => ({}), ...options } = {}) {
    const cluster = new Cluster()
    Object.assign(cluster, { network, environmentOf, options })
    cluster.library = LIBRARIES.find((each) => existsSync(each))
    if (cluster.library === undefined)
      throw new Hindrance('A cluster needs Debian’s galera-4: apt-get install galera-4 rsync')
    const ports = await keptPorts(folder, count)
    const password = randomBytes(24).toString('hex')
    for (const [i, port] of ports.entries()) {
      const below = join(folder, `node-${i + 1}`)
      mkdirSync(below, { recursive: true, mode: 0o700 })
      // One account for all: the nodes share it, as they share everything.
      if (!existsSync(join(below, 'database-password')))
        writeFileSync(join(below, 'database-password'), password, { mode: 0o600 })
      const host = network?.addressOf(i) ?? '127.0.0.1'
      cluster.nodes.push({ name: `node ${i + 1}`, folder: below, host, ...port, database: null })
    }
    const first = await cluster.mostRecent()
    await cluster.startNode(first, true)
    for (const node of cluster.nodes) if (node !== first) await cluster.startNode(node)
    return cluster
  }

  /** The database's address: every node, in an order that all servers share. */
  url(name = 'emery') {
    const password = readFileSync(join(this.nodes[0].folder, 'database-password'), 'utf8')
    return `mysql://emery:${password}@${this.nodes.map(({ host, port }) => `${host}:${port}`).join(',')}/${name}`
  }

  /** One node's own address. */
  urlOf(node, name = 'emery') {
    return this.url(name).replace(/@[^/]+\//, `@${node.host}:${node.port}/`)
  }

  async startNode(node, begins = false) {
    const { network } = this
    const others = this.nodes.filter((each) => each !== node)
    if (begins) letBegin(node)
    node.database = await startDatabase(node.folder, {
      port: node.port,
      joins: !begins,
      environment: { ...ENVIRONMENT, ...this.environmentOf(node) },
      ...(network === undefined
        ? {}
        : { command: network.commandAt(this.nodes.indexOf(node)), hosts: [network.ownAddress] }),
      ...this.options,
      options: [
        `--bind-address=${node.host}`,
        '--binlog-format=ROW',
        '--default-storage-engine=InnoDB',
        '--innodb-autoinc-lock-mode=2',
        '--wsrep-on=ON',
        `--wsrep-provider=${this.library}`,
        '--wsrep-cluster-name=emery',
        `--wsrep-cluster-address=gcomm://${others.map(({ host, group }) => `${host}:${group}`).join(',')}`,
        `--wsrep-node-name=${nameOf(node.name)}`,
        `--wsrep-node-address=${node.host}`,
        '--wsrep-sst-method=rsync',
        // Who gives its data to another stands still meanwhile: rather one that nobody writes to.
        `--wsrep-sst-donor=${[...others]
          .reverse()
          .map(({ name }) => nameOf(name))
          .join(',')},`,
        `--wsrep-sst-receive-address=${node.host}:${node.copy}`,
        // One that is gone is noticed within seconds; a large garage fits into what a node that was away for a while is sent.
        `--wsrep-provider-options=gmcast.listen_addr=tcp://${node.host}:${node.group};ist.recv_addr=${node.host}:${node.catchUp};evs.suspect_timeout=PT1S;evs.inactive_timeout=PT3S;evs.install_timeout=PT3S;evs.keepalive_period=PT0.3S;evs.inactive_check_period=PT0.3S;gcache.size=128M;pc.recovery=true`,
        ...(begins ? ['--wsrep-new-cluster'] : []),
        ...(this.options.options ?? []),
      ],
    })
    await synced(node)
  }

  /** Kills a node where it stands; it can be started again. */
  async killNode(node) {
    const { pid } = node.database
    process.kill(pid, 'SIGKILL')
    while (isAlive(pid)) await new Promise((resolve) => setTimeout(resolve, 20))
    node.database = null
  }

  /** Cuts a node off from the others, as when its cable is pulled: it runs on, and is answered by whoever reaches it. */
  cutOff(node) {
    return this.network === undefined ? isolate(node, 1) : this.network.unplug(this.nodes.indexOf(node))
  }

  /** Lets it back, and waits until it has what it missed: before that another may not fail, or nobody is the majority. */
  async letBack(node) {
    await (this.network === undefined ? isolate(node, 0) : this.network.plugIn(this.nodes.indexOf(node)))
    await synced(node)
  }

  /** By which a node is reached on this machine, also when it is cut off. */
  socketOf = (node) => socketBelow(node.folder)

  async stop() {
    // The last one to go is the one to begin next time.
    for (const node of [...this.nodes].reverse()) {
      await node.database?.stop()
      node.database = null
    }
  }

  /** Starts again after every node was killed: the one that knows most begins. */
  async startAll() {
    const first = await this.mostRecent()
    await this.startNode(first, true)
    for (const node of this.nodes) if (node.database === null) await this.startNode(node)
  }

  /** The node whose data hold the last change that any has. */
  async mostRecent() {
    const known = await Promise.all(this.nodes.map(async (node) => ({ node, at: await this.position(node) })))
    return known.reduce((best, each) => (each.at > best.at ? each : best)).node
  }

  /** The number of the last change in a node's data; -1 without any. */
  async position({ folder }) {
    const data = join(folder, 'mariadb')
    if (!existsSync(join(data, 'grastate.dat'))) return -1
    const saved = Number(/seqno:\s*(-?\d+)/.exec(readFileSync(join(data, 'grastate.dat'), 'utf8'))?.[1] ?? -1)
    if (saved >= 0) return saved
    // It was killed: the number is in the data alone.
    const { output } = await quietly(
      'mariadbd',
      [
        '--no-defaults',
        `--datadir=${data}`,
        '--wsrep-on=ON',
        `--wsrep-provider=${this.library}`,
        '--wsrep-recover',
        '--user=root',
        '--port=0',
        `--socket=${join(folder, 'recover.sock')}`,
      ],
      { env: { ...withSystemFolders(), ...ENVIRONMENT } },
    )
    return Number(/Recovered position:?\s*[0-9a-f-]+:(-?\d+)/.exec(output)?.[1] ?? -1)
  }
}

const nameOf = (name) => name.replace(' ', '-')

const isolate = (node, how) => asked(node, `SET GLOBAL wsrep_provider_options = 'gmcast.isolate=${how}'`)

/** Milliseconds a node gets to take over what it missed. */
const CATCHING_UP_MS = 60_000

async function synced(node) {
  for (const begun = Date.now(); Date.now() - begun < CATCHING_UP_MS;) {
    const said = await asked(node, "SHOW STATUS WHERE Variable_name IN ('wsrep_local_state', 'wsrep_cluster_status')")
    if (/wsrep_local_state\s+4\b/.test(said) && /\bPrimary\b/.test(said)) return
    await new Promise((resolve) => setTimeout(resolve, 200))
  }
  throw new Hindrance(`${node.name} has not caught up with the others within a minute.`)
}

/** What a node answers to a statement, asked as root on its socket. */
function asked({ folder }, sql) {
  const words = ['--no-defaults', `--socket=${socketBelow(folder)}`, '--batch', '--skip-column-names', '-e', sql]
  return must('mariadb', words, { env: withSystemFolders() })
}

/** A node that did not go last says that it must not begin; that it knows most was looked up. */
function letBegin({ folder }) {
  const state = join(folder, 'mariadb', 'grastate.dat')
  if (!existsSync(state)) return
  writeFileSync(state, readFileSync(state, 'utf8').replace(/safe_to_bootstrap:\s*0/, 'safe_to_bootstrap: 1'))
}

/** Ports of every node, the same each time: for the database, the group, and what is sent to one that was away. */
async function keptPorts(folder, count) {
  const file = join(folder, 'cluster.json')
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  if (existsSync(file)) return JSON.parse(readFileSync(file, 'utf8'))
  const taken = new Set()
  const fresh = async () => {
    for (;;) {
      const port = await freePort()
      if (taken.has(port)) continue
      taken.add(port)
      return port
    }
  }
  const ports = []
  for (let i = 0; i < count; i++)
    ports.push({ port: await fresh(), group: await fresh(), copy: await fresh(), catchUp: await fresh() })
  writeFileSync(file, JSON.stringify(ports))
  return ports
}
