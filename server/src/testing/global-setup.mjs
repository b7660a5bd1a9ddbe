import { join } from 'node:path'
import { startDatabase } from '../../../tools/lib/database.mjs'
import { DATA } from '../../../tools/lib/places.mjs'

/** One real MariaDB for all server tests, with data of its own; each test file makes a database in it. What is kept through a kill is tested apart. */
export default async function startTestDatabase() {
  const database = await startDatabase(join(DATA, 'test'), { durable: false })
  process.env.EMERY_TEST_DATABASE_URL = database.url
  globalThis.stopTestDatabase = database.stop
}
