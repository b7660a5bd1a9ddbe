import { v4 as newId } from 'uuid'
import { checkDrive } from '@emery/core/drive'
import { PREFIX, type KeptDrive } from '../../saving/unsaved-drives.ts'
import type { Unsaved, UnsavedShelf } from './saver.ts'

/** Each page keeps what it has not saved under a key of its own: two tabs do not write over each other. */
const THIS_PAGE = newId()

/** As it is kept: whose it is, and when it was last changed. */
interface Kept extends Omit<Unsaved, 'document'>, KeptDrive {
  readonly document: unknown
}

interface ShelfParts {
  /** Who works here: nobody takes up what another has left. */
  readonly person: string
  readonly storage?: Storage
  readonly page?: string
  /** Whoever only passes on what was left keeps the moment at which it was changed. */
  readonly passesOn?: boolean
}

/**
 * The shelf of one drive in the browser's storage. It gives back what was changed last by this person, whichever page left it; what other pages
 * left before stays for another time. A browser that keeps nothing loses only the safety net, and says so.
 */
export function browserShelf(
  driveId: string,
  { person, storage = localStorage, page = THIS_PAGE, passesOn = false }: ShelfParts,
): UnsavedShelf {
  const own = `${PREFIX}${driveId}.${page}`
  let takenUp: string | null = null
  let leftAt: number | null = null
  return {
    read: () => {
      try {
        const [last] = Object.keys(storage)
          .filter((key) => key.startsWith(`${PREFIX}${driveId}`))
          .map((key) => ({ key, kept: JSON.parse(storage.getItem(key) ?? 'null') as Kept | null }))
          .filter(({ kept }) => kept !== null && (kept.person ?? person) === person)
          .toSorted((a, b) => (b.kept?.at ?? 0) - (a.kept?.at ?? 0))
        if (last?.kept == null) return null
        const { basedOn, sent, document } = last.kept
        // It may have been left by a page of an earlier version.
        const read = checkDrive(document)
        if (!read.ok) return null
        takenUp = last.key
        leftAt = last.kept.at ?? 0
        return { basedOn, sent, document: read.drive }
      } catch {
        return null
      }
    },
    write: (unsaved) => {
      try {
        if (unsaved === null) storage.removeItem(own)
        else {
          const at = passesOn && leftAt !== null ? leftAt : Date.now()
          storage.setItem(own, JSON.stringify({ ...unsaved, person, at } satisfies Kept))
        }
        // What was taken up from another page is here now, or with the server.
        if (takenUp !== null && takenUp !== own) storage.removeItem(takenUp)
        takenUp = null
        return true
      } catch {
        return false
      }
    },
  }
}
