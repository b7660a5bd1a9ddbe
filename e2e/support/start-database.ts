import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { startDatabase } from '../../tools/lib/database.mjs'
import { DATA } from '../../tools/lib/places.mjs'

export const E2E_DATA = join(DATA, 'e2e')

/** One database server for all journeys, empty at first; returns what stops it. Every worker makes a database of its own in it. */
export default async function startTestDatabase(): Promise<() => Promise<void>> {
  rmSync(E2E_DATA, { recursive: true, force: true })
  const database = await startDatabase(E2E_DATA, { durable: false })
  process.env['EMERY_E2E_DATABASE_URL'] = database.url
  return () => database.stop()
}
