import { join } from 'node:path'
import { createConnection } from 'mysql2/promise'
import { freePort } from '../../tools/lib/free-port.mjs'
import { DEMO, WEB_DIST } from '../../tools/lib/places.mjs'
import { startServer, type RunningServer } from '../../tools/lib/server.mjs'
import { E2E_DATA } from './start-database.ts'

/** The built application with the made-up garage, over a database that only this worker's journeys see. */
export async function startEmery(worker: number): Promise<RunningServer> {
  const url = process.env['EMERY_E2E_DATABASE_URL']
  if (url === undefined) throw new Error('The journeys’ database was not started.')
  const name = `emery_e2e_${worker}`
  const connection = await createConnection(url)
  await connection.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`)
  await connection.end()
  const port = await freePort()
  return startServer({
    databaseUrl: url.replace(/\/emery$/, `/${name}`),
    port,
    // So that the code for a phone leads here, though nothing but this machine is listened to.
    publicUrl: `http://127.0.0.1:${port}`,
    webDir: WEB_DIST,
    demoDir: DEMO,
    logFile: join(E2E_DATA, `emery-${worker}.log`),
  })
}
