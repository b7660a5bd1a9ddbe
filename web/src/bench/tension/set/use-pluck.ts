import { useCallback, useEffect, useRef, useState } from 'react'
import { MOST_SOUND_BYTES, type Recording } from '@emery/core'
import type { Microphone } from '../../../sound/microphone.ts'
import type { PluckAnswer, PluckWork } from '../../../workers/pluck-work.ts'
import { useWorkerRun } from '../../../workers/use-worker-run.ts'

/** Seconds that are listened. */
export const LISTENED_S = 3

export type Listening =
  | { readonly is: 'idle' }
  | { readonly is: 'listening'; readonly done: number; readonly level: number }
  | { readonly is: 'working' }
  | { readonly is: 'answered'; readonly answer: PluckAnswer }

const pluckWorker = () => new Worker(new URL('../../../workers/pluck.worker.ts', import.meta.url), { type: 'module' })

/** Listens through a microphone, or reads a file, and looks for the pitch in a worker. */
export function usePluck() {
  const { state, run, stop } = useWorkerRun<PluckWork, null, PluckAnswer>(pluckWorker)
  const [heard, setHeard] = useState<Extract<Listening, { is: 'idle' | 'listening' | 'answered' }>>({ is: 'idle' })
  const abort = useRef<AbortController | null>(null)
  useEffect(() => () => abort.current?.abort(), [])
  const refuse = (message: string) =>
    setHeard({ is: 'answered', answer: { found: { ok: false, message }, leftOut: 0 } })
  const ask = useCallback(
    (recording: Recording) => {
      setHeard({ is: 'idle' })
      run(null, (work) => work.inRecording(recording))
    },
    [run],
  )

  const listen = useCallback(
    async (microphone: Microphone) => {
      stop()
      const mine = new AbortController()
      abort.current = mine
      setHeard({ is: 'listening', done: 0, level: 0 })
      const result = await microphone.listen(
        LISTENED_S,
        (done, level) => {
          if (!mine.signal.aborted) setHeard({ is: 'listening', done, level })
        },
        mine.signal,
      )
      if (mine.signal.aborted) return
      if (result.ok) ask(result.recording)
      else refuse(result.message)
    },
    [ask, stop],
  )
  const load = useCallback(
    async (file: File) => {
      stop()
      if (file.size > MOST_SOUND_BYTES) {
        refuse(`${file.name} has ${Math.round(file.size / 1e6)} MB; a recording of a minute has about ten.`)
        return
      }
      const bytes = new Uint8Array(await file.arrayBuffer())
      setHeard({ is: 'idle' })
      run(null, (work) => work.inFile(bytes))
    },
    [run, stop],
  )
  const cancel = useCallback(() => {
    abort.current?.abort()
    stop()
    setHeard({ is: 'idle' })
  }, [stop])

  const listening: Listening =
    heard.is !== 'idle'
      ? heard
      : state.is === 'running'
        ? { is: 'working' }
        : state.is === 'done'
          ? { is: 'answered', answer: state.result }
          : state.is === 'failed'
            ? {
                is: 'answered',
                answer: {
                  found: { ok: false, message: 'The recording could not be worked through. Try again.' },
                  leftOut: 0,
                },
              }
            : heard
  return { listening, listen, load, cancel }
}
