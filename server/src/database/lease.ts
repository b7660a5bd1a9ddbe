import { setTimeout as wait } from 'node:timers/promises'
import type { DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import { isGivenUp } from './unit-of-work.ts'

/** Seconds a lease holds without being renewed: as long waits whoever comes after one that was killed. */
const HOLDS_S = 10
const RENEWED_MS = 2500
/** Between two tries to get it, ms. */
const AGAIN_MS = 250

/**
 * Does something that only one server may do at a time. Who does it stands in a table: a lock of the database's own is known to one node of a cluster
 * alone. Throws after `most` ms if another has been at it for so long.
 */
export async function alone<Result>(
  source: DataSource,
  name: string,
  most: number,
  work: () => Promise<Result>,
): Promise<Result> {
  await source.query(
    'CREATE TABLE IF NOT EXISTS leases (name VARCHAR(40) NOT NULL PRIMARY KEY, holder CHAR(36) NOT NULL, until DATETIME(3) NOT NULL)',
  )
  const holder = newId()
  const begun = Date.now()
  while (!(await taken(source, name, holder))) {
    if (Date.now() - begun > most) throw new Error('Another server has been updating the database for two minutes.')
    await wait(AGAIN_MS)
  }
  const renewing = setInterval(() => void taken(source, name, holder).catch(() => false), RENEWED_MS)
  try {
    return await work()
  } finally {
    clearInterval(renewing)
    await source.query('DELETE FROM leases WHERE name = ? AND holder = ?', [name, holder])
  }
}

/** Takes a lease that nobody holds any more, or renews one's own; whether it is one's own now. By the database's clock: servers may differ. */
async function taken(source: DataSource, name: string, holder: string): Promise<boolean> {
  try {
    await source.query(
      `INSERT INTO leases (name, holder, until) VALUES (?, ?, NOW(3) + INTERVAL ${HOLDS_S} SECOND)
       ON DUPLICATE KEY UPDATE
         holder = IF(until < NOW(3), VALUES(holder), holder),
         until = IF(holder = VALUES(holder), VALUES(until), until)`,
      [name, holder],
    )
    const [row] = await source.query<{ readonly holder: string }[]>('SELECT holder FROM leases WHERE name = ?', [name])
    return row?.holder === holder
  } catch (error) {
    if (isGivenUp(error)) return false
    throw error
  }
}
