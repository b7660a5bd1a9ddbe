import {
  routeSearch,
  type CheckedDrive,
  type LengthStyle,
  type RouteProgress,
  type RouteSearch,
  lengthText,
} from '@emery/core'

/** What the worker does; the same function runs without one in tests. */
export const routeWork = {
  /** Searches to the end, telling now and then how far it has come. */
  search(
    drive: CheckedDrive,
    belt: string,
    { pulleys, style }: { readonly pulleys: readonly string[]; readonly style: LengthStyle },
    onProgress: (progress: RouteProgress) => void,
  ): RouteSearch {
    const steps = routeSearch(drive, belt, { pulleys, most: 6, lengthText: (mm) => lengthText(mm, { style }) })
    for (;;) {
      const step = steps.next()
      if (step.done === true) return step.value
      onProgress(step.value)
    }
  },
}

export type RouteWork = typeof routeWork
