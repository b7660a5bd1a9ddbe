import { useCallback } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import type { BestSizesProgress } from '@emery/core/resize'
import type { SizesFound, SizesQuestion, SizesWork } from '../../workers/sizes-work.ts'
import { useWorkerRun, type WorkerRun } from '../../workers/use-worker-run.ts'

interface FoundFor extends SizesFound {
  /** The drive they were looked for on. */
  readonly of: CheckedDrive
}

interface BestSizesSearching {
  readonly state: WorkerRun<BestSizesProgress, FoundFor>
  readonly search: (drive: CheckedDrive, question: SizesQuestion) => void
  readonly stop: () => void
}

const sizesWorker = () => new Worker(new URL('../../workers/sizes.worker.ts', import.meta.url), { type: 'module' })

/** Searches for the best set of sizes in a worker of its own. */
export function useBestSizes(): BestSizesSearching {
  const { state, run, stop } = useWorkerRun<SizesWork, BestSizesProgress, FoundFor>(sizesWorker)
  const search = useCallback<BestSizesSearching['search']>(
    (drive, question) =>
      run({ done: 0 }, async (work, onProgress) => ({
        ...(await work.search(drive, question, onProgress)),
        of: drive,
      })),
    [run],
  )
  return { state, search, stop }
}
