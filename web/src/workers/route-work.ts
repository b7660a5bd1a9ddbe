import type { CheckedDrive } from '@emery/core/drive'
import { routeSearch, type RouteProgress, type RouteSearch } from '@emery/core/route'
import { type LengthStyle, lengthText } from '@emery/core/units'

/** What the worker does; the same function runs without one in tests. */
export const routeWork = {
  /** Searches to the end, telling now and then how far it has come. */
  search(
    drive: CheckedDrive,
    belt: string,
    { pulleys, style }: { readonly pulleys: readonly string[]; readonly style: LengthStyle },
    onProgress: (progress: RouteProgress) => void,
  ): RouteSearch {
    const steps = routeSearch(drive, belt, { pulleys, max: 6, lengthText: (mm) => lengthText(mm, { style }) })
    for (;;) {
      const step = steps.next()
      if (step.done === true) return step.value
      onProgress(step.value)
    }
  },
}

export type RouteWork = typeof routeWork
