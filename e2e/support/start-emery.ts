import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { startDatabase } from '../../tools/lib/database.mjs'
import { DATA, DEMO, WEB_DIST } from '../../tools/lib/places.mjs'
import { startServer } from '../../tools/lib/server.mjs'

/** The built application over a fresh database with the made-up garage; returns what stops it. */
export default async function startEmery(): Promise<() => Promise<void>> {
  const folder = join(DATA, 'e2e')
  rmSync(folder, { recursive: true, force: true })
  const database = await startDatabase(folder)
  const server = await startServer({
    databaseUrl: database.url,
    port: 0,
    webDir: WEB_DIST,
    demoDir: DEMO,
    logFile: join(folder, 'emery.log'),
  })
  process.env['EMERY_E2E_URL'] = `http://127.0.0.1:${server.port}`
  return async () => {
    await server.stop()
    await database.stop()
  }
}
