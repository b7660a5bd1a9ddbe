import { proxy, wrap, type Remote } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'

export type WorkerRun<Progress, Result> =
  | { readonly is: 'idle' }
  | { readonly is: 'running'; readonly progress: Progress }
  | { readonly is: 'done'; readonly result: Result }
  | { readonly is: 'failed' }

export interface WorkerRuns<Work, Progress, Result> {
  readonly state: WorkerRun<Progress, Result>
  /** Starts again, whatever ran before; `ask` puts the question to the worker. */
  readonly run: (
    start: Progress,
    ask: (work: Remote<Work>, onProgress: (progress: Progress) => void) => Promise<Result>,
  ) => void
  readonly stop: () => void
}

/** Long work in a worker of its own, so that the page stays at hand. Stopping ends the worker: nothing of it is kept. */
export function useWorkerRun<Work, Progress, Result>(makeWorker: () => Worker): WorkerRuns<Work, Progress, Result> {
  const [state, setState] = useState<WorkerRun<Progress, Result>>({ is: 'idle' })
  const worker = useRef<Worker | null>(null)
  const make = useRef(makeWorker)
  const end = useCallback(() => {
    worker.current?.terminate()
    worker.current = null
  }, [])
  useEffect(() => end, [end])

  const run = useCallback<WorkerRuns<Work, Progress, Result>['run']>(
    (start, ask) => {
      end()
      const mine = make.current()
      worker.current = mine
      setState({ is: 'running', progress: start })
      const onProgress = proxy((progress: Progress) => {
        if (worker.current === mine) setState({ is: 'running', progress })
      })
      const failed = () => {
        if (worker.current === mine) setState({ is: 'failed' })
      }
      mine.onerror = failed
      ask(wrap<Work>(mine), onProgress)
        .then((result) => {
          if (worker.current !== mine) return
          setState({ is: 'done', result })
          end()
        })
        .catch(failed)
    },
    [end],
  )
  const stop = useCallback(() => {
    end()
    setState({ is: 'idle' })
  }, [end])
  return { state, run, stop }
}
