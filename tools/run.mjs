import { appendFileSync } from 'node:fs'
import { join } from 'node:path'
import { mustBeOneState } from './lib/backup.mjs'
import { Cluster } from './lib/cluster.mjs'
import { startDatabase } from './lib/database.mjs'
import { isFree } from './lib/free-port.mjs'
import { COPIES, DATA, DEFAULT_PORT, DEMO, WEB_DIST } from './lib/places.mjs'
import { Hindrance, runMain, say, step } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'
import { buildServer, buildWeb, mustBeBuilt, setUp, unpackCluster } from './lib/set-up.mjs'
import { ownAddresses, workshopTls } from './lib/tls.mjs'

/** Milliseconds to wait before what stopped by itself is started again, longer the more often it did within a minute. */
const WAITS_MS = [0, 1000, 2000, 5000, 10_000, 30_000]

const LOG = join(DATA, 'emery.log')

const demo = process.argv.includes('--demo')
/** Run by the machine: what it needs is there, or it says so; nothing is installed or built. */
const service = process.argv.includes('--service')
const withTls = process.argv.includes('--tls')
const host = process.env.EMERY_HOST ?? '127.0.0.1'
const withCluster = process.argv.includes('--cluster')
const port = Number(process.env.EMERY_PORT ?? DEFAULT_PORT)

/** A port for each server: one, or one for each node of a cluster. */
const ports = withCluster ? [port, port + 2, port + 4] : [port]

/** The database and the server over it, kept running until someone stops them. */
class Emery {
  stopping = false
  restarts = []
  servers = new Map()

  async start() {
    process.on('SIGINT', () => void this.stop())
    process.on('SIGTERM', () => void this.stop())
    if (withTls) {
      const made = await workshopTls(join(DATA, 'tls'), listOf(process.env.EMERY_HOST_NAMES))
      this.tls = { ...made, port: Number(process.env.EMERY_TLS_PORT ?? port + 1) }
    }
    await (withCluster ? this.startCluster() : this.startDatabase())
    try {
      for (const at of ports) await this.startServer(at)
    } catch (error) {
      await this.stopAll()
      throw error
    }
    say('')
    for (const at of ports) say(`Emery is ready: http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${at}/`)
    if (this.tls !== undefined) {
      const names = listOf(process.env.EMERY_HOST_NAMES)
      for (const name of [...names, ...ownAddresses()])
        say(`From a phone in the workshop: https://${name}:${this.tls.port}/`)
      say('How a phone trusts it is said on the page /trust there.')
    }
    if (demo) say('It shows Saltmarsh Lane Garage, which is made up.')
    say('Ctrl-C stops it.')
  }

  async startDatabase() {
    const given = process.env.EMERY_DATABASE_URL
    if (given !== undefined) {
      this.databaseUrl = given
      return
    }
    this.database = await startDatabase(DATA, { port: this.database?.port })
    // The made-up garage never mixes with a workshop's own drives.
    this.databaseUrl = demo ? this.database.demoUrl : this.database.url
    await mustBeOneState(this.databaseUrl)
    this.database.onExit(
      (code, signal) => void this.mend('The database', () => this.startDatabase(), endWords(code, signal)),
    )
  }

  /** Three nodes of a cluster, and three servers over them, all on this machine: to see what happens when one of them dies. */
  async startCluster() {
    this.cluster = await step('Starting three nodes of a database cluster', () => Cluster.start(join(DATA, 'cluster')))
    this.databaseUrl = this.cluster.url(demo ? 'emery_demo' : 'emery')
    for (const node of this.cluster.nodes) this.watchNode(node)
  }

  watchNode(node) {
    node.database.onExit((code, signal) => {
      const again = async () => {
        await this.cluster.startNode(node)
        this.watchNode(node)
      }
      void this.mend(`Database ${node.name}`, again, endWords(code, signal))
    })
  }

  async startServer(at) {
    const server = await startServer({
      databaseUrl: this.databaseUrl,
      host,
      port: at,
      webDir: WEB_DIST,
      logFile: LOG,
      copiesDir: COPIES,
      tls: at === port ? this.tls : undefined,
      ...(demo ? { demoDir: DEMO } : {}),
    })
    this.servers.set(at, server)
    server.child.on('exit', (code, signal) => {
      const why = [endWords(code, signal), server.lastWords()].filter((part) => part !== '').join(': ')
      void this.mend(withCluster ? `The server on port ${at}` : 'The server', () => this.startServer(at), why)
    })
  }

  /**
   * Starts again what has stopped by itself, on the port it had, so that open pages find it where it was. It never gives up: whatever is in the
   * way, a full disk say, may be out of it a minute later.
   */
  async mend(what, start, why = '') {
    if (this.stopping) return
    const now = Date.now()
    this.restarts = [...this.restarts.filter((at) => now - at < 60_000), now]
    const wait = WAITS_MS[Math.min(this.restarts.length, WAITS_MS.length) - 1]
    const when = wait === 0 ? '' : ` in ${wait / 1000} s`
    this.note(`${what} stopped by itself${why === '' ? '' : ` (${why})`}; starting it again${when}.`)
    await new Promise((resolve) => (this.woken = setTimeout(resolve, wait)))
    if (this.stopping) return
    try {
      await start()
    } catch (error) {
      await this.mend(what, start, error instanceof Error ? error.message : String(error))
    }
  }

  /** Says something, and keeps it in the log for whoever looks later. */
  note(text) {
    say(text)
    try {
      appendFileSync(LOG, `${JSON.stringify({ time: Date.now(), level: 50, msg: text })}\n`)
    } catch {
      // A log that cannot be written stops nothing.
    }
  }

  async stopAll() {
    await Promise.all([...this.servers.values()].map((server) => server.stop()))
    await this.database?.stop()
    await this.cluster?.stop()
  }

  async stop() {
    if (this.stopping) return
    this.stopping = true
    clearTimeout(this.woken)
    say('\nStopping …')
    await this.stopAll()
    say('Stopped. Everything is kept.')
    process.exit()
  }
}

function listOf(setting) {
  return (setting ?? '')
    .split(',')
    .map((each) => each.trim())
    .filter((each) => each !== '')
}

/** How a process ended, as its last sign; empty where nobody saw it. */
function endWords(code, signal) {
  if (signal != null) return signal
  return code == null ? '' : `exit code ${code}`
}

await runMain(async () => {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Hindrance('EMERY_PORT must be a port number from 1 to 65535.')
  if (!(await isFree(host, port))) {
    throw new Hindrance(
      `Port ${port} is in use by another program. Choose another one, like: EMERY_PORT=${port + 1} npm ${demo ? 'run demo' : 'start'}`,
    )
  }
  if (service) mustBeBuilt()
  else {
    await setUp({ tls: withTls })
    if (withCluster) await unpackCluster()
    await buildWeb()
    await buildServer()
  }
  await new Emery().start()
})
