import { createHash } from 'node:crypto'
import { In, LessThan, type DataSource } from 'typeorm'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'
import { ApiError } from '../http/errors.ts'
import { SignInAttemptEntity, type SignInAttemptRow } from './person.entity.ts'

/** After this long without a failure a count begins again. */
const FORGOTTEN_MS = 15 * 60_000

/** One thing that failures are counted by: how many are free, and how long the longest wait is. */
interface Counted {
  readonly key: string
  readonly free: number
  readonly longestMs: number
}

/**
 * What a guess costs: nothing the first few times, then a second, two, four … A guess is counted before it is looked at, with its row held, so that a
 * hundred at once are a hundred. Nobody is locked out: whoever guesses at a colleague from elsewhere makes them wait five seconds at most.
 */
function countedBy(person: string, address: string): readonly Counted[] {
  return [
    { key: keyOf('pair', person, address), free: 3, longestMs: 60_000 },
    { key: keyOf('address', address), free: 20, longestMs: 60_000 },
    { key: keyOf('person', person), free: 30, longestMs: 5000 },
  ]
}

const keyOf = (...parts: readonly string[]) => createHash('sha256').update(JSON.stringify(parts)).digest('hex')

function waitAfter(failures: number, { free, longestMs }: Counted): number {
  return failures <= free ? 0 : Math.min(longestMs, 1000 * 2 ** (failures - free - 1))
}

/** Attempts to sign in, counted in the database, so that a second server counts along. */
export class SignInAttempts {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  /** Counts an attempt before it is looked at; throws while one has to wait for the next. `person` is whoever is meant, however they are written. */
  async begin(person: string, address: string): Promise<void> {
    const at = this.now()
    const counted = countedBy(person, address).toSorted((a, b) => (a.key < b.key ? -1 : 1))
    await inTransaction(this.source, async (manager) => {
      const rows = new Map<string, SignInAttemptRow>()
      for (const { key } of counted) {
        // Made and held by one statement: one that looked first and held it then would wait for another that does the same.
        await manager.query(
          `INSERT INTO sign_in_attempts (id, failures, nextAt, lastAt) VALUES (?, 0, ?, ?) ON DUPLICATE KEY UPDATE failures = failures`,
          [key, at, at],
        )
        rows.set(key, await manager.findOneByOrFail(SignInAttemptEntity, { id: key }))
      }
      if ([...rows.values()].some(({ nextAt }) => nextAt > at)) throw new ApiError('TOO_MANY_ATTEMPTS')
      for (const each of counted) {
        const row = rows.get(each.key)
        const before = row === undefined || at.getTime() - row.lastAt.getTime() > FORGOTTEN_MS ? 0 : row.failures
        const failures = before + 1
        const nextAt = new Date(at.getTime() + waitAfter(failures, each))
        await manager.update(SignInAttemptEntity, { id: each.key }, { failures, nextAt, lastAt: at })
      }
    })
  }

  /** It was right: nothing has failed. What others failed from the same address still counts. */
  async succeeded(person: string, address: string): Promise<void> {
    const manager = managerOf(this.source)
    const [pair, , whole] = countedBy(person, address)
    await manager.delete(SignInAttemptEntity, { id: In([pair?.key, whole?.key]) })
    await manager.decrement(SignInAttemptEntity, { id: keyOf('address', address) }, 'failures', 1)
    await manager.delete(SignInAttemptEntity, { lastAt: LessThan(new Date(this.now().getTime() - FORGOTTEN_MS)) })
  }
}
