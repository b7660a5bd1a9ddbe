import { useEffect, useMemo } from 'react'
import type { BeltLineSets, LineChoice, StackChoice, StackPart } from '@emery/core'
import { lineUpWorker } from '../../../workers/line-up-worker.ts'
import type { LineUpWork } from '../../../workers/line-up-work.ts'
import { useWorkerRun } from '../../../workers/use-worker-run.ts'
import { useBench } from '../../bench-context.ts'

export type FindingSets =
  { readonly is: 'working' } | { readonly is: 'failed' } | { readonly is: 'done'; readonly found: BeltLineSets }

/** The sets whose belt lines agree, sought anew in a worker whenever a choice changes. */
export function useBeltLineSets(
  slots: readonly { readonly choices: readonly StackChoice<StackPart>[] }[],
  within: number,
): FindingSets {
  const { store } = useBench()
  const { state, run } = useWorkerRun<LineUpWork, null, BeltLineSets>(lineUpWorker)
  const lines = useMemo(
    () =>
      slots.map(({ choices }) =>
        choices.map(({ line, spacers }): LineChoice => ({ line, spacers: spacers.map(({ length }) => ({ length })) })),
      ),
    [slots],
  )
  useEffect(() => {
    store.getState().setLineUp({ shown: null })
    run(null, (work) => work.sets(lines, within))
  }, [run, store, lines, within])
  if (state.is === 'failed') return state
  return state.is === 'done' ? { is: 'done', found: state.result } : { is: 'working' }
}
