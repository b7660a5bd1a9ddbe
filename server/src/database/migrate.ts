import type { DataSource } from 'typeorm'
import { alone } from './lease.ts'

/** How long a server waits for another that is bringing the same database up to date, ms. */
const PATIENCE_MS = 120_000

/**
 * Brings a database up to date, one server at a time: of several that start together the others wait, and find nothing left to do. So with
 * what `fill` puts into it.
 */
export async function migrate(source: DataSource, fill: () => Promise<void> = () => Promise.resolve()): Promise<void> {
  await alone(source, 'migrations', PATIENCE_MS, async () => {
    await source.runMigrations()
    await fill()
  })
}
