import { useCallback, useSyncExternalStore } from 'react'

/** A phone held upright: one column, the way about at the bottom, one thing at a time. The style sheets use the same words. */
export const PHONE_UPRIGHT = '(max-width: 699px) and (min-height: 500px)'

/** Too narrow or too low for seven steps side by side: a phone either way up, a tablet held upright. */
export const COMPACT = '(max-width: 900px), (max-height: 499px)'

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
