import { join } from 'node:path'
import { createConnection } from 'mysql2/promise'
import { freePort } from '../../tools/lib/free-port.mjs'
import { DEMO, WEB_DIST } from '../../tools/lib/places.mjs'
import { startServer, type RunningServer } from '../../tools/lib/server.mjs'
import { E2E_DATA } from './start-database.ts'

interface Otherwise {
  /** The pages it serves; the built ones unless others are meant. */
  readonly webDir?: string
  readonly port?: number
}

/** The application with the made-up garage, over a database of this name that nobody else sees; one that is there is taken as it is. */
export async function startEmery(
  name: string,
  { webDir = WEB_DIST, port: asked }: Otherwise = {},
): Promise<RunningServer> {
  const url = process.env['EMERY_E2E_DATABASE_URL']
  if (url === undefined) throw new Error('The journeys’ database was not started.')
  const database = `emery_e2e_${name}`
  const connection = await createConnection(url)
  await connection.query(`CREATE DATABASE IF NOT EXISTS ${database} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`)
  await connection.end()
  const port = asked ?? (await freePort())
  return startServer({
    databaseUrl: url.replace(/\/emery$/, `/${database}`),
    port,
    // So that the code for a phone leads here, though nothing but this machine is listened to.
    publicUrl: `http://127.0.0.1:${port}`,
    webDir,
    demoDir: DEMO,
    logFile: join(E2E_DATA, `emery-${name}.log`),
  })
}
