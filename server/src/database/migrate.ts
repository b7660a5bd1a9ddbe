import type { DataSource } from 'typeorm'

/** Seconds a server waits for another that is bringing the same database up to date. */
const TIMEOUT_S = 120

/**
 * Brings a database up to date, one server at a time: of several that start together the others wait, and find nothing left to do. So with
 * what `fill` puts into it.
 */
export async function migrate(source: DataSource, fill: () => Promise<void> = () => Promise.resolve()): Promise<void> {
  // A lock belongs to its connection, so it gets one of its own.
  const holder = source.createQueryRunner()
  const lock = `CONCAT(DATABASE(), '.migrations')`
  try {
    const [got] = (await holder.query(`SELECT GET_LOCK(${lock}, ${TIMEOUT_S}) AS got`)) as { got: string | null }[]
    if (Number(got?.got) !== 1) throw new Error('Another server has been updating the database for two minutes.')
    await source.runMigrations()
    await fill()
  } finally {
    await holder.query(`SELECT RELEASE_LOCK(${lock})`)
    await holder.release()
  }
}
