/** What was written, by kind: `jobs`, `drives`. */
export type Subjects = readonly string[]

const listeners = new Set<(subjects: Subjects) => void>()

/** Calls back whenever something was written, on this device or another; the answer ends it. */
export function hearNews(listener: (subjects: Subjects) => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

export function tellNews(subjects: Subjects): void {
  for (const listener of listeners) listener(subjects)
}
