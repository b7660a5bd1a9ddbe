import { useEffect, useRef } from 'react'
import type { GripMap } from '@emery/core/tension'
import type { GripProgress, GripQuestion, GripWork } from '../workers/grip-work.ts'
import { useWorkerRun } from '../workers/use-worker-run.ts'

interface GripMapping {
  /** The newest picture there is, coarse while the fine one is worked out. */
  readonly map: GripMap | null
  /** Share that is done; null while nothing runs. */
  readonly done: number | null
  readonly failed: boolean
  readonly stop: () => void
}

const gripWorker = () => new Worker(new URL('../workers/grip.worker.ts', import.meta.url), { type: 'module' })

/** The grip map of a drive, worked out again in a worker whenever the drive or the condition changes. */
export function useGripMap(question: GripQuestion): GripMapping {
  const { drive, rules, condition, throttle } = question
  const { state, run, stop } = useWorkerRun<GripWork, GripProgress, GripMap>(gripWorker)
  const coarse = useRef<GripMap | null>(null)
  useEffect(() => {
    run({ done: 0, map: null }, (work, onProgress) => work.map({ drive, rules, condition, throttle }, onProgress))
  }, [run, drive, rules, condition, throttle])
  if (state.is === 'running' && state.progress.map !== null) coarse.current = state.progress.map
  return {
    map: state.is === 'done' ? state.result : coarse.current,
    done: state.is === 'running' ? state.progress.done : null,
    failed: state.is === 'failed',
    stop,
  }
}
