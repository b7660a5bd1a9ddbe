import { createContext, useContext, useEffect, type ReactNode } from 'react'

/** What the screen in front puts into the top bar: what is in hand, and the commands that go with it. */
export interface TopBarContent {
  readonly title: ReactNode
  readonly commands: readonly Command[]
}

/** One thing that can be done: the same record feeds button, key and palette. */
export interface Command {
  readonly id: string
  readonly label: string
  /** How the key is written for people: `Ctrl Z`. */
  readonly keys?: string
  readonly can?: () => boolean
  readonly run: () => void
}

export const TopBarSetter = createContext<(content: TopBarContent | null) => void>(() => undefined)

/** Shows `content` in the top bar while the calling screen is mounted; `content` must be kept between renders. */
export function useTopBar(content: TopBarContent): void {
  const set = useContext(TopBarSetter)
  useEffect(() => {
    set(content)
    return () => set(null)
  }, [set, content])
}
