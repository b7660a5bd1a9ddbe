import { useEffect } from 'react'
import type { FixPlan } from '@emery/core/alignment'
import type { CheckedDrive } from '@emery/core/drive'
import { alignmentWorker } from '../workers/start-alignment-worker.ts'
import type { AlignmentWork } from '../workers/alignment-work.ts'
import { useWorkerRun } from '../workers/use-worker-run.ts'
import { useBench, useBenchState } from '../bench/bench-context.ts'

export type Planning =
  { readonly is: 'working' } | { readonly is: 'failed' } | { readonly is: 'done'; readonly plan: FixPlan }

/** The fewest moves that bring the drive into line, worked out again in a worker whenever it changes; the bench keeps it for the drawing. */
export function useFixPlan(drive: CheckedDrive): Planning {
  const { store } = useBench()
  const answered = useBenchState((state) => state.alignment.answered)
  const { state, run } = useWorkerRun<AlignmentWork, null, FixPlan>(alignmentWorker)
  useEffect(() => {
    store.getState().setAlignment({ moves: [], mended: false })
    run(null, (work) => work.plan(drive, answered))
  }, [run, drive, answered, store])
  const plan = state.is === 'done' ? state.result : undefined
  useEffect(() => {
    if (plan !== undefined) store.getState().setAlignment({ moves: plan.moves })
  }, [plan, store])
  return state.is === 'failed' ? state : plan === undefined ? { is: 'working' } : { is: 'done', plan }
}
