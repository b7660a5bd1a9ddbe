import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startDatabase } from '../../../tools/lib/database.mjs'
import { startServer } from '../../../tools/lib/server.mjs'

/** Emery in processes of its own, over a database of its own, to be killed while it works. */
export interface Killable {
  readonly port: () => number
  readonly databaseUrl: () => string
  /** Kills database and server at once (SIGKILL), and starts both again once they are gone: one that is still dying would be taken for one that runs. */
  readonly kill: () => void
  /** While they are being started again; undefined while they run. */
  readonly mending: () => Promise<void> | undefined
  readonly stop: () => Promise<void>
}

export async function startKillable(name: string): Promise<Killable> {
  const folder = mkdtempSync(join(tmpdir(), `emery-${name}-`))
  let port = 0
  const start = async () => {
    const database = await startDatabase(folder)
    const server = await startServer({ databaseUrl: database.url, port, logFile: join(folder, 'emery.log') })
    port = server.port
    return { database, server }
  }
  let running = await start()
  let mending: Promise<void> | undefined
  return {
    port: () => port,
    databaseUrl: () => running.database.url,
    kill: () => {
      const { database, server } = running
      const gone = Promise.all([
        new Promise<void>((resolve) => database.onExit(resolve)),
        new Promise((resolve) => server.child.once('exit', resolve)),
      ])
      process.kill(database.pid, 'SIGKILL')
      server.child.kill('SIGKILL')
      mending = gone.then(start).then((again) => {
        running = again
        mending = undefined
      })
    },
    mending: () => mending,
    stop: async () => {
      await running.server.stop()
      await running.database.stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
