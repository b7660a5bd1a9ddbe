import { proxy, wrap, type Remote } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { CheckedDrive, RouteProgress, RouteSearch } from '@emery/core'
import { usePreferences } from '../../app/preferences.ts'
import type { RouteWork } from '../../workers/route-work.ts'

export type SearchState =
  | { readonly is: 'idle' }
  | { readonly is: 'searching'; readonly progress: RouteProgress }
  | {
      readonly is: 'done'
      readonly result: RouteSearch
      readonly of: CheckedDrive
      readonly pulleys: readonly string[]
    }
  | { readonly is: 'failed' }

export interface RouteSearching {
  readonly state: SearchState
  readonly search: (drive: CheckedDrive, belt: string, pulleys: readonly string[]) => void
  readonly stop: () => void
}

/** Searches routes in a worker of its own, so that the page stays at hand. Stopping ends the worker: nothing of it is kept. */
export function useRouteSearch(): RouteSearching {
  const [state, setState] = useState<SearchState>({ is: 'idle' })
  const worker = useRef<Worker | null>(null)
  const end = useCallback(() => {
    worker.current?.terminate()
    worker.current = null
  }, [])
  useEffect(() => end, [end])

  const search = useCallback<RouteSearching['search']>(
    (drive, belt, pulleys) => {
      end()
      const mine = new Worker(new URL('../../workers/route.worker.ts', import.meta.url), { type: 'module' })
      worker.current = mine
      const work: Remote<RouteWork> = wrap<RouteWork>(mine)
      const style = usePreferences.getState().units
      setState({ is: 'searching', progress: { done: 0, found: 0 } })
      const onProgress = proxy((progress: RouteProgress) => {
        if (worker.current === mine) setState({ is: 'searching', progress })
      })
      mine.onerror = () => setState({ is: 'failed' })
      work
        .search(drive, belt, { pulleys, style }, onProgress)
        .then((result) => {
          if (worker.current !== mine) return
          setState({ is: 'done', result, of: drive, pulleys })
          end()
        })
        .catch(() => setState({ is: 'failed' }))
    },
    [end],
  )
  const stop = useCallback(() => {
    end()
    setState({ is: 'idle' })
  }, [end])
  return { state, search, stop }
}
