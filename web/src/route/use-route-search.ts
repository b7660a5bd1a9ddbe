import { useCallback } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import type { RouteProgress, RouteSearch } from '@emery/core/route'
import { usePreferences } from '../ui/preferences.ts'
import type { RouteWork } from '../workers/route-work.ts'
import { useWorkerRun, type WorkerRun } from '../workers/use-worker-run.ts'

/** Routes that were found, and what they were looked for on. */
interface FoundRoutes {
  readonly routes: RouteSearch
  readonly of: CheckedDrive
  readonly pulleys: readonly string[]
}

export interface RouteSearching {
  readonly state: WorkerRun<RouteProgress, FoundRoutes>
  readonly search: (drive: CheckedDrive, belt: string, pulleys: readonly string[]) => void
  readonly stop: () => void
}

const routeWorker = () => new Worker(new URL('../workers/route.worker.ts', import.meta.url), { type: 'module' })

/** Searches routes in a worker of its own. */
export function useRouteSearch(): RouteSearching {
  const { state, run, stop } = useWorkerRun<RouteWork, RouteProgress, FoundRoutes>(routeWorker)
  const search = useCallback<RouteSearching['search']>(
    (drive, belt, pulleys) => {
      const style = usePreferences.getState().units
      run({ done: 0, found: 0 }, async (work, onProgress) => ({
        routes: await work.search(drive, belt, { pulleys, style }, onProgress),
        of: drive,
        pulleys,
      }))
    },
    [run],
  )
  return { state, search, stop }
}
