import { useCallback, useEffect, useRef, useState } from 'react'
import { MAX_SOUND_BYTES, type Recording } from '@emery/core/sound'
import type { SoundAnswer, SoundWork } from '../workers/sound-work.ts'
import { useWorkerRun } from '../workers/use-worker-run.ts'
import type { Microphone } from './microphone.ts'

export type Listening<Found> =
  | { readonly is: 'idle' }
  | { readonly is: 'listening'; readonly done: number; readonly level: number }
  | { readonly is: 'working' }
  | { readonly is: 'answered'; readonly answer: SoundAnswer<Found> }

interface ListeningOptions {
  readonly makeWorker: () => Worker
  /** How long is listened. */
  readonly seconds: number
}

/** Listens through a microphone, or reads a file, and looks for something in it in a worker. */
export function useListening<Found>({ makeWorker, seconds }: ListeningOptions) {
  const { state, run, stop } = useWorkerRun<SoundWork<Found>, null, SoundAnswer<Found>>(makeWorker)
  const [heard, setHeard] = useState<Exclude<Listening<Found>, { is: 'working' }>>({ is: 'idle' })
  const abort = useRef<AbortController | null>(null)
  useEffect(() => () => abort.current?.abort(), [])
  const refuse = useCallback(
    (message: string) => setHeard({ is: 'answered', answer: { found: { ok: false, message }, leftOut: 0 } }),
    [],
  )
  // What comes back over the door of a worker is what went in at the other side, whatever its types say of promises.
  const ask = useCallback(
    (how: (work: SoundWork<Found>) => SoundAnswer<Found>) => {
      setHeard({ is: 'idle' })
      run(null, (work) => how(work as unknown as SoundWork<Found>) as unknown as Promise<SoundAnswer<Found>>)
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
        seconds,
        (done, level) => {
          if (!mine.signal.aborted) setHeard({ is: 'listening', done, level })
        },
        mine.signal,
      )
      if (mine.signal.aborted) return
      if (!result.ok) refuse(result.message)
      else ask((work) => work.inRecording(result.recording))
    },
    [ask, refuse, seconds, stop],
  )
  const load = useCallback(
    async (file: File) => {
      stop()
      if (file.size > MAX_SOUND_BYTES) {
        refuse(`${file.name} has ${Math.round(file.size / 1e6)} MB. One minute of sound has about 10 MB.`)
        return
      }
      const bytes = new Uint8Array(await file.arrayBuffer())
      ask((work) => work.inFile(bytes))
    },
    [ask, refuse, stop],
  )
  const look = useCallback((recording: Recording) => ask((work) => work.inRecording(recording)), [ask])
  const cancel = useCallback(() => {
    abort.current?.abort()
    stop()
    setHeard({ is: 'idle' })
  }, [stop])

  const fromWorker = (): Listening<Found> => {
    switch (state.is) {
      case 'running':
        return { is: 'working' }
      case 'done':
        return { is: 'answered', answer: state.result }
      case 'failed':
        return {
          is: 'answered',
          answer: {
            found: { ok: false, message: 'The recording could not be analysed. Try again.' },
            leftOut: 0,
          },
        }
      case 'idle':
        return { is: 'idle' }
    }
  }
  return { listening: heard.is === 'idle' ? fromWorker() : heard, listen, load, look, cancel }
}
