import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import type { ShopRules } from '@emery/core/rules'
import { gripMap, type BeltCondition, type GripMap } from '@emery/core/tension'

/** Cells of the picture that comes first, and of the one that stays. */
const COARSE = { columns: 24, rows: 12 } as const
const FINE = { columns: 120, rows: 60 } as const

export interface GripProgress {
  readonly done: number
  readonly map: GripMap | null
}

export interface GripQuestion {
  readonly drive: CheckedDrive
  readonly rules: ShopRules
  readonly condition: BeltCondition | null
  /** rpm a second by which the engine speeds up; 0 for steady. */
  readonly throttle: number
}

/** Rows between two reports of progress. */
const REPORT_EVERY = 10

/** What the worker does; the same function runs without one in tests. */
export const gripWork = {
  /** A coarse map at once, then the fine one, telling how far it has come. */
  map({ drive, rules, condition, throttle }: GripQuestion, onProgress: (progress: GripProgress) => void): GripMap {
    const settled = settleDrive(drive, {}, rules)
    const options = condition === null ? { throttle } : { condition, throttle }
    const coarse = finished(gripMap(settled, { ...COARSE, ...options }))
    onProgress({ done: 0, map: coarse })
    const rows = gripMap(settled, { ...FINE, ...options })
    for (let i = 1; ; i++) {
      const step = rows.next()
      if (step.done === true) return step.value
      if (i % REPORT_EVERY === 0) onProgress({ done: step.value.done, map: null })
    }
  },
}

function finished<Result>(work: Generator<unknown, Result>): Result {
  for (;;) {
    const step = work.next()
    if (step.done === true) return step.value
  }
}

export type GripWork = typeof gripWork
