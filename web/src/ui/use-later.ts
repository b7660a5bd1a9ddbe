import { useEffect, useRef, useState } from 'react'

/** What nobody needs at first is fetched once the screen that was opened stands, ms. */
const SETTLED_MS = 4000

/** Whether the screen that was opened has stood for a while. */
export function useSettledIn(): boolean {
  const [settledIn, setSettledIn] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setSettledIn(true), SETTLED_MS)
    return () => clearTimeout(timer)
  }, [])
  return settledIn
}

/** Milliseconds between two tries to fetch what the frame round every screen needs a little later. */
const AGAIN_MS = 10_000

/**
 * What comes out of a module that is fetched once it is wanted; null until it is there. The frame must not fail with it: it is tried again
 * while the server is away.
 */
export function useLater<Module>(load: () => Promise<Module>, wanted: boolean): Module | null {
  const [loaded, setLoaded] = useState<Module | null>(null)
  const loading = useRef(load)
  useEffect(() => {
    if (!wanted || loaded !== null) return undefined
    let timer: ReturnType<typeof setTimeout> | undefined
    let stopped = false
    const attempt = async () => {
      try {
        const module = await loading.current()
        if (!stopped) setLoaded(module)
      } catch {
        if (!stopped) timer = setTimeout(() => void attempt(), AGAIN_MS)
      }
    }
    void attempt()
    return () => {
      stopped = true
      clearTimeout(timer)
    }
  }, [wanted, loaded])
  return loaded
}
