import { useCallback, useEffect, useRef } from 'react'
import { useSearchParams } from 'react-router'

/** What a list is narrowed by, as it stands in the address. */
export interface AddressFilter {
  readonly search: URLSearchParams
  /** Narrows by one more thing; an empty value takes it away. */
  readonly narrow: (key: string, value: string) => void
  readonly clear: () => void
}

/**
 * What a list is narrowed by, kept in the address so that it can be sent and comes back with the page.
 * The router shows a change only once it has gone there; two changes in quick succession would both start from
 * the address before the first, and the second would take the first back. So each starts from what was asked for last.
 */
export function useAddress(): AddressFilter {
  const [search, setSearch] = useSearchParams()
  const asked = useRef(search)
  useEffect(() => {
    asked.current = search
  }, [search])
  const go = useCallback(
    (to: URLSearchParams) => {
      asked.current = to
      setSearch(to, { replace: true })
    },
    [setSearch],
  )
  const narrow = useCallback(
    (key: string, value: string) => {
      const next = new URLSearchParams(asked.current)
      if (value === '') next.delete(key)
      else next.set(key, value)
      go(next)
    },
    [go],
  )
  const clear = useCallback(() => go(new URLSearchParams()), [go])
  return { search, narrow, clear }
}
