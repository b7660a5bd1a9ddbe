import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { NOMINAL_RULES } from '@emery/core/rules'
import { describeSettled } from '@emery/core/solution'
import type { BenchParts } from '../bench/bench-context.ts'
import { createBenchStore, type BenchStore } from '../bench/store/bench-store.ts'

/** What a part of the bench is given: a drive as it is shown, over a store that may know a newer one. */
export function benchParts(shown: CheckedDrive, store: BenchStore = createBenchStore(shown)): BenchParts {
  const settled = settleDrive(shown)
  return {
    store,
    settled,
    shown: settled,
    sketch: null,
    solution: describeSettled(settled),
    rules: NOMINAL_RULES,
    belt: settled.belts[0],
    pointedAt: [],
    pointAt: () => undefined,
  }
}
