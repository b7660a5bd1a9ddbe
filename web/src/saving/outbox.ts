import { createStore, del, entries, promisifyRequest, type UseStore } from 'idb-keyval'

/** A change that the server has not acknowledged, as it is kept in this browser. */
export interface Waiting<Change> {
  /** Made once; the server makes the change once for it, however often it is sent. */
  readonly id: string
  /** Who made it: nobody else sends it. */
  readonly person: string
  /** What it changes; changes to one row go one after the other. */
  readonly row: string
  /** When, ms since 1970, by this machine's clock. */
  readonly madeAt: number
  readonly change: Change
}

let opened: UseStore | undefined
const store = () => (opened ??= createStore('emery-outbox', 'changes'))

/** Keeps a change in this browser; false where it cannot be kept, because there is no room or no storage at all. */
export async function keepChange(waiting: Waiting<unknown>): Promise<boolean> {
  try {
    // Committed at once: a page that is closed before it has heard of its own success does not take the change with it.
    await store()('readwrite', (changes) => {
      changes.put(waiting, waiting.id)
      changes.transaction.commit()
      return promisifyRequest(changes.transaction)
    })
    return true
  } catch {
    return false
  }
}

/** The server has it, or refused it. */
export async function forgetChange(id: string): Promise<void> {
  try {
    await del(id, store())
  } catch {
    // One that cannot be forgotten is sent again under its id, which changes nothing.
  }
}

/** What one person's changes wait for, the oldest first. What is read back is data of an unknown shape: whoever sends it checks it. */
export async function waitingChanges(person: string): Promise<readonly Waiting<unknown>[]> {
  try {
    const all = (await entries<string, unknown>(store())).map(([, value]) => value)
    return all
      .filter(isWaiting)
      .filter((each) => each.person === person)
      .toSorted((a, b) => a.madeAt - b.madeAt)
  } catch {
    return []
  }
}

function isWaiting(value: unknown): value is Waiting<unknown> {
  const { id, person, row, madeAt } = (value ?? {}) as Partial<Waiting<unknown>>
  return [id, person, row].every((each) => typeof each === 'string') && typeof madeAt === 'number'
}
