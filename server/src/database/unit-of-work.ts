import { AsyncLocalStorage } from 'node:async_hooks'
import { setTimeout as wait } from 'node:timers/promises'
import type { DataSource, EntityManager } from 'typeorm'

/** The transaction that the request at hand runs in, and which database it is of. */
const current = new AsyncLocalStorage<{ readonly source: DataSource; readonly manager: EntityManager }>()

/** Times a piece of work is begun again that the database gave up to let another go on. */
const TRIES = 8
/** Milliseconds before the second try, doubled with each and spread, so that two that met do not meet again. */
const PAUSE_MS = 8

/** What asks the database for a service: the transaction of the request at hand, or the database itself outside of one. */
export function managerOf(source: DataSource): EntityManager {
  const there = current.getStore()
  return there?.source === source ? there.manager : source.manager
}

/**
 * Does a piece of work in one transaction: that of the request where there is one, so that all a request writes is there or none of it.
 * A transaction of its own is begun again when the database gives it up for another (a deadlock, a lock waited for too long); the work must
 * do nothing that cannot be done twice besides asking the database. It sees what others have committed meanwhile.
 */
export async function inTransaction<Result>(
  source: DataSource,
  work: (manager: EntityManager) => Promise<Result>,
): Promise<Result> {
  const there = current.getStore()
  if (there?.source === source) return work(there.manager)
  for (let tried = 1; ; tried++) {
    try {
      return await source.transaction('READ COMMITTED', (manager) =>
        current.run({ source, manager }, () => work(manager)),
      )
    } catch (error) {
      if (!isGivenUp(error) || tried >= TRIES) throw error
      await wait(PAUSE_MS * 2 ** (tried - 1) * (0.5 + Math.random()))
    }
  }
}

/** A node of a cluster says a deadlock, too, where another has written the same row: at the end, when it is all compared. */
const GIVEN_UP: ReadonlySet<unknown> = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD'])

/** Whether the database gave a piece of work up for another's, so that it can be begun again. */
export function isGivenUp(error: unknown): boolean {
  const { code, driverError } = error as { code?: unknown; driverError?: { code?: unknown } }
  return GIVEN_UP.has(code) || GIVEN_UP.has(driverError?.code)
}
