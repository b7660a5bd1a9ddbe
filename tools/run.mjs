import { join } from 'node:path'
import { startDatabase } from './lib/database.mjs'
import { isFree } from './lib/free-port.mjs'
import { DATA, DEFAULT_PORT, DEMO, WEB_DIST } from './lib/places.mjs'
import { Hindrance, runMain, say } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'
import { buildWeb, setUp } from './lib/set-up.mjs'

/** Restarts within a minute after which something is thought to be wrong for good. */
const MOST_RESTARTS = 5

const demo = process.argv.includes('--demo')
const host = process.env.EMERY_HOST ?? '127.0.0.1'
const port = Number(process.env.EMERY_PORT ?? DEFAULT_PORT)

/** The database and the server over it, kept running until someone stops them. */
class Emery {
  stopping = false
  restarts = []

  async start() {
    process.on('SIGINT', () => void this.stop())
    process.on('SIGTERM', () => void this.stop())
    await this.startDatabase()
    try {
      await this.startServer()
    } catch (error) {
      await this.database?.stop()
      throw error
    }
    say('')
    say(`Emery is ready: http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}/`)
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
    this.database.onExit(() => void this.mend('The database', () => this.startDatabase()))
  }

  async startServer() {
    this.server = await startServer({
      databaseUrl: this.databaseUrl,
      host,
      port,
      webDir: WEB_DIST,
      logFile: join(DATA, 'emery.log'),
      ...(demo ? { demoDir: DEMO } : {}),
    })
    this.server.child.on('exit', () => void this.mend('The server', () => this.startServer()))
  }

  /** Starts again what has stopped by itself, on the port it had, so that open pages find it where it was. */
  async mend(what, start) {
    if (this.stopping) return
    const now = Date.now()
    this.restarts = [...this.restarts.filter((at) => now - at < 60_000), now]
    if (this.restarts.length > MOST_RESTARTS) {
      say(`${what} keeps stopping; ${join(DATA, 'emery.log')} and mariadb.log beside it say why.`)
      process.exitCode = 1
      await this.stop()
      return
    }
    say(`${what} stopped by itself; starting it again.`)
    try {
      await start()
    } catch (error) {
      say(error instanceof Error ? error.message : String(error))
      await this.mend(what, start)
    }
  }

  async stop() {
    if (this.stopping) return
    this.stopping = true
    say('\nStopping …')
    await this.server?.stop()
    await this.database?.stop()
    say('Stopped. Everything is kept.')
    process.exit()
  }
}

await runMain(async () => {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Hindrance('EMERY_PORT must be a port number from 1 to 65535.')
  if (!(await isFree(host, port))) {
    throw new Hindrance(
      `Port ${port} is in use by another program. Choose another one, like: EMERY_PORT=${port + 1} npm ${demo ? 'run demo' : 'start'}`,
    )
  }
  await setUp()
  await buildWeb()
  await new Emery().start()
})
