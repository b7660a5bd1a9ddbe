import { useEffect, useMemo } from 'react'
import type { BeltLinePart } from '@emery/core/api'
import { lineChoiceOf, type Asked, type BeltLineChoice, type BeltLineSets } from '@emery/core/belt-line-parts'
import { alignmentWorker } from '../../workers/start-alignment-worker.ts'
import type { AlignmentWork } from '../../workers/alignment-work.ts'
import { useWorkerRun } from '../../workers/use-worker-run.ts'
import { useBench } from '../../bench/bench-context.ts'

export type FindingSets =
  { readonly is: 'working' } | { readonly is: 'failed' } | { readonly is: 'done'; readonly found: BeltLineSets }

/** The sets whose belt lines agree, sought again in a worker whenever a choice changes. */
export function useBeltLineSets(
  slots: readonly { readonly choices: readonly BeltLineChoice<BeltLinePart>[]; readonly asked: Asked }[],
  within: number,
): FindingSets {
  const { store } = useBench()
  const { state, run } = useWorkerRun<AlignmentWork, null, BeltLineSets>(alignmentWorker)
  const lines = useMemo(
    () => slots.map(({ choices, asked }) => choices.map((choice) => lineChoiceOf(choice, asked))),
    [slots],
  )
  useEffect(() => {
    store.getState().setAlignment({ shown: null })
    run(null, (work) => work.sets(lines, within))
  }, [run, store, lines, within])
  if (state.is === 'failed') return state
  return state.is === 'done' ? { is: 'done', found: state.result } : { is: 'working' }
}
