import { useEffect } from 'react'
import type { CheckedDrive, FixPlan } from '@emery/core'
import { lineUpWorker } from '../../workers/line-up-worker.ts'
import type { LineUpWork } from '../../workers/line-up-work.ts'
import { useWorkerRun } from '../../workers/use-worker-run.ts'
import { useBench } from '../bench-context.ts'

export type Planning =
  { readonly is: 'working' } | { readonly is: 'failed' } | { readonly is: 'done'; readonly plan: FixPlan | null }

/** The fewest moves that bring the drive into line, worked out anew in a worker whenever it changes; the bench keeps it for the drawing. */
export function useFixPlan(drive: CheckedDrive): Planning {
  const { store } = useBench()
  const { state, run } = useWorkerRun<LineUpWork, null, FixPlan | null>(lineUpWorker)
  useEffect(() => {
    store.getState().setLineUp({ moves: [], mended: false })
    run(null, (work) => work.plan(drive))
  }, [run, drive, store])
  const plan = state.is === 'done' ? state.result : undefined
  useEffect(() => {
    if (plan !== undefined) store.getState().setLineUp({ moves: plan?.moves ?? [] })
  }, [plan, store])
  return state.is === 'failed' ? state : plan === undefined ? { is: 'working' } : { is: 'done', plan }
}
