import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createConnection } from 'mysql2/promise'
import { isAlive, startDatabase } from './database.mjs'
import { DEMO } from './places.mjs'
import { startServer } from './server.mjs'

/** For tests: a database of their own in a folder of its own, filled with the made-up garage; nothing runs over it. */
export async function garageDatabase(name) {
  const folder = mkdtempSync(join(tmpdir(), `emery-${name}-`))
  let database = await startDatabase(folder)
  const server = await startServer({ databaseUrl: database.url, port: 0, demoDir: DEMO, logFile: join(folder, 'log') })
  await server.stop()
  return {
    folder,
    get database() {
      return database
    },
    /** Kills the database where it stands, as when the machine is switched off, and starts it again. */
    killAndStart: async () => {
      process.kill(database.pid, 'SIGKILL')
      while (isAlive(database.pid)) await new Promise((resolve) => setTimeout(resolve, 20))
      database = await startDatabase(folder, { port: database.port })
    },
    /** What the database answers to one statement. */
    ask: async (sql, values) => {
      const connection = await createConnection(database.url)
      try {
        return (await connection.query(sql, values))[0]
      } finally {
        await connection.end()
      }
    },
    stop: async () => {
      await database.stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
