import { readFileSync } from 'node:fs'
import type { Server } from 'node:http'
import { buildApp } from './app.ts'
import { readConfig, type Config } from './config.ts'
import { migrate } from './database/migrate.ts'
import { openDatabase } from './database/open-database.ts'
import { refusalOfDatabase, type DatabaseRefusal } from './database/refusals.ts'
import { reachedAt } from './http/reached-at.ts'
import { limitedServer } from './http/limited-server.ts'
import { openLog } from './log.ts'
import { endThreads } from './workers/pool.ts'
import { loadDemo } from './database/load-demo.ts'

/** Milliseconds an open request gets to finish after the server was told to stop. */
const STOPPING_TIMEOUT_MS = 5000

const now = () => new Date()

async function main(): Promise<void> {
  const config = readConfig(process.env)
  const log = openLog(config.logFile)
  const { source, close } = await openDatabase(config.databaseUrl, log)
  const { demoDir } = config
  await migrate(source, async () => {
    if (demoDir !== undefined) await loadDemo(source, demoDir, now)
  })
  const { webDir, examplesDir, copiesDir, metricsToken, hostNames, proxies, pictureBytes, publicUrl, tls } = config
  const stopping = new AbortController()
  const app = buildApp({
    stopping: stopping.signal,
    source,
    log,
    now,
    hostNames,
    proxies,
    reachedAt: reachedAt({ publicUrl, plain: config, tls, hostNames }),
    ...(tls?.authority === undefined ? {} : { authority: tls.authority }),
    oneTap: config.demoDir !== undefined,
    ...(pictureBytes === undefined ? {} : { pictureBytes }),
    ...(webDir === undefined ? {} : { webDir }),
    ...(examplesDir === undefined ? {} : { examplesDir }),
    ...(copiesDir === undefined ? {} : { copiesDir }),
    ...(metricsToken === undefined ? {} : { metricsToken }),
  })
  const server = limitedServer(app)
  await listen(server, config)
  log.info({ host: config.host, port: portOf(server) }, 'listening')
  const servers = [server]
  if (tls !== undefined) {
    const secure = limitedServer(app, undefined, { cert: readFileSync(tls.cert), key: readFileSync(tls.key) })
    await listen(secure, tls)
    log.info({ host: tls.host, port: portOf(secure) }, 'listening, with TLS')
    servers.push(secure)
  }
  process.send?.({ listening: portOf(server) })

  const stop = () => {
    if (stopping.signal.aborted) return
    stopping.abort()
    setTimeout(() => servers.forEach((each) => each.closeAllConnections()), STOPPING_TIMEOUT_MS).unref()
    const closed = servers.map((each) => new Promise((resolve) => each.close(resolve)))
    for (const each of servers) each.closeIdleConnections()
    void Promise.all(closed)
      .then(() => Promise.all([close(), endThreads()]))
      .finally(() => {
        log.info('stopped')
        process.exit(0)
      })
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
  // Whoever started the server has gone without a word: nobody would stop it any more.
  process.on('disconnect', stop)
}

function listen(server: Server, { host, port }: Pick<Config, 'host' | 'port'>): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      const taken = `Port ${port} is in use by another program. Choose another one with EMERY_PORT.`
      reject(error.code === 'EADDRINUSE' ? new Error(taken) : error)
    })
    server.listen(port, host, resolve)
  })
}

function portOf(server: Server): number {
  const address = server.address()
  return typeof address === 'object' && address !== null ? address.port : 0
}

const REFUSALS: Readonly<Record<DatabaseRefusal, string>> = {
  DISK_FULL: 'The disk that the database writes to is full. Nothing is lost. Make room and start again.',
  DATABASE_READ_ONLY: 'The database may be read but not written. Let it be written and start again.',
  DATABASE_AWAY: 'The database does not answer.',
}

function whyNotStarted(error: unknown): string {
  const refusal = refusalOfDatabase(error)
  const message = error instanceof Error ? error.message : String(error)
  if (refusal === null) return message
  return refusal === 'DATABASE_AWAY' ? `${REFUSALS[refusal]} (${message})` : REFUSALS[refusal]
}

main().catch((error: unknown) => {
  const message = whyNotStarted(error)
  process.send?.({ failed: message })
  process.stderr.write(`Emery could not start: ${message}\n`)
  process.exit(1)
})
