import { wrap, type Remote } from 'comlink'
import { useEffect, useState } from 'react'
import { useQuery } from '@tanstack/react-query'
import type { Doing, ExerciseKey } from '@emery/core/practice'
import { examplesQuery } from '../drives/drives-api.ts'
import { useKnowledge } from '../knowledge/knowledge-api.ts'
import type { Opened, PracticeWork, Stands } from '../workers/practice-work.ts'

export interface InHand {
  readonly opened: Opened
  readonly stands: Stands
  readonly work: Remote<PracticeWork>
}

/** An exercise in a worker: what is seen of it, and how it stands after what was done. Null while it is made. */
export function useExercise(
  key: ExerciseKey,
  doings: readonly Doing[],
): { readonly inHand: InHand | null; readonly isMissing: boolean } {
  const { data: examples } = useQuery(examplesQuery())
  const knowledge = useKnowledge()
  const [work, setWork] = useState<Remote<PracticeWork> | null>(null)
  const [opened, setOpened] = useState<Opened | null>(null)
  const [stands, setStands] = useState<Stands | null>(null)
  useEffect(() => {
    const worker = new Worker(new URL('../workers/practice.worker.ts', import.meta.url), { type: 'module' })
    setWork(() => wrap<PracticeWork>(worker))
    return () => worker.terminate()
  }, [])
  useEffect(() => {
    if (work === null || examples === undefined || examples.length === 0) return undefined
    let mine = true
    void work
      .open(
        key,
        examples.map(({ document }) => document),
        knowledge,
      )
      .then((result) => {
        if (mine) setOpened(result)
      })
    return () => {
      mine = false
    }
  }, [work, examples, key, knowledge])
  useEffect(() => {
    if (work === null || opened === null) return undefined
    let mine = true
    void work.stand(doings).then((result) => {
      if (mine) setStands(result)
    })
    return () => {
      mine = false
    }
  }, [work, opened, doings])
  return {
    inHand: work === null || opened === null || stands === null ? null : { opened, stands, work },
    isMissing: examples?.length === 0,
  }
}
