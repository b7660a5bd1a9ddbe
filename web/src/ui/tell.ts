import type { ReactNode } from 'react'

/** Something that is said over the screen for a few seconds. */
export interface Saying {
  readonly kind: 'success' | 'info' | 'error' | 'plain'
  readonly content: ReactNode
  /** Seconds it stands. */
  readonly seconds: number
  /** By which it can be taken back. */
  readonly key?: string
}

/** Whoever says it: what it does with a saying, and with the key of one that is taken back. */
interface Speaker {
  readonly say: (saying: Saying) => void
  readonly takeBack: (key: string) => void
}

const SECONDS = 3

/** Said before there was anyone to say it. */
let unsaid: Saying[] = []
let speaker: Speaker | null = null
const listeners = new Set<() => void>()

function say(saying: Saying): void {
  if (speaker !== null) {
    speaker.say(saying)
    return
  }
  unsaid = [...unsaid, saying]
  for (const listener of listeners) listener()
}

/** Says something over the screen, from anywhere. What says it is fetched with the first of it. */
export const tell = {
  success: (content: ReactNode) => say({ kind: 'success', content, seconds: SECONDS }),
  info: (content: ReactNode) => say({ kind: 'info', content, seconds: SECONDS }),
  error: (content: ReactNode, seconds = SECONDS) => say({ kind: 'error', content, seconds }),
  offer: (key: string, content: ReactNode, seconds: number) => say({ kind: 'plain', key, content, seconds }),
  takeBack: (key: string) => {
    unsaid = unsaid.filter((saying) => saying.key !== key)
    speaker?.takeBack(key)
  },
}

/** Everything is said by this one from now on, what is unsaid first; the answer ends it. */
export function speakBy(by: Speaker): () => void {
  speaker = by
  for (const saying of unsaid) by.say(saying)
  unsaid = []
  return () => {
    if (speaker === by) speaker = null
  }
}

/** Whether something waits to be said; for `useSyncExternalStore`. */
export const isUnsaid = () => unsaid.length > 0
export function hearUnsaid(changed: () => void): () => void {
  listeners.add(changed)
  return () => listeners.delete(changed)
}
