import { startDatabase } from './database.mjs'
import { DATA } from './places.mjs'
import { setUp } from './set-up.mjs'

/** Runs `work` on the database Emery would use: the one it is told of, else its own, started for the time being where it is not running. */
export async function withDatabase(work) {
  if (!process.argv.includes('--service')) await setUp()
  const given = process.env.EMERY_DATABASE_URL
  if (given !== undefined) return work({ url: given, shared: false })
  const database = await startDatabase(DATA)
  try {
    return await work({
      url: process.argv.includes('--demo') ? database.demoUrl : database.url,
      shared: !database.owned,
    })
  } finally {
    await database.stop()
  }
}
