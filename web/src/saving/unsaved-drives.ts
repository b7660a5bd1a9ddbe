/** Before the drive's id in the name under which a page keeps what it has not saved of it. */
export const PREFIX = 'emery.unsaved.'

/** Whose it is, and when it was last changed; missing where an earlier version of the page left it. */
export interface KeptDrive {
  readonly person?: string
  readonly at?: number
}

/** Drives on which someone has left changes that the server does not have, by id; what is younger than that is still on its way. */
export function drivesWithUnsaved(
  person: string,
  olderThanMs: number,
  storage: Storage = localStorage,
): readonly string[] {
  try {
    const left = Object.keys(storage)
      .filter((key) => key.startsWith(PREFIX))
      .flatMap((key) => {
        const kept = JSON.parse(storage.getItem(key) ?? 'null') as KeptDrive | null
        const isOld = Date.now() - (kept?.at ?? 0) > olderThanMs
        return kept?.person === person && isOld ? [key.slice(PREFIX.length).replace(/\..*$/, '')] : []
      })
    return [...new Set(left)]
  } catch {
    return []
  }
}
