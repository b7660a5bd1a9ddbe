import { useCallback, useSyncExternalStore } from 'react'

// In em, so that type twice as large has the layout of a screen half as wide: 43.75em are 700 px where type is as usual.

/** A phone held upright: one column, the way about at the bottom, one thing at a time. The style sheets use the same words. */
export const PHONE_UPRIGHT = '(max-width: 43.6875em) and (min-height: 31.25em)'

/** Too narrow or too low for seven steps side by side: a phone either way up, a tablet held upright. */
export const COMPACT = '(max-width: 56.25em), (max-height: 31.1875em)'

/** Whether a media query holds, now and from now on. */
export function useMedia(query: string): boolean {
  const subscribe = useCallback(
    (changed: () => void) => {
      const list = globalThis.matchMedia(query)
      list.addEventListener('change', changed)
      return () => list.removeEventListener('change', changed)
    },
    [query],
  )
  return useSyncExternalStore(subscribe, () => globalThis.matchMedia(query).matches)
}
