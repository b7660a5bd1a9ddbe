import { wrap, type Remote } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import type { ShopRules } from '@emery/core/rules'
import type { RunFault } from '@emery/core/running'
import type { RunControls, RunFrame, RunningWork, RunStarted } from '../workers/running-work.ts'

/** A drive that runs in a worker: what it consists of, and how everything stands. */
export interface Running {
  readonly started: RunStarted | null
  /** The newest frame, for whoever draws; it changes without the page being drawn again. */
  readonly onFrame: (listener: (frame: RunFrame) => void) => () => void
  readonly work: Remote<RunningWork> | null
}

/** Runs a drive as long as the page is open; `isPaused` lets it stand as it is. */
export function useRunning(
  drive: CheckedDrive | null,
  {
    faults,
    rules,
    controls,
    isPaused,
  }: {
    readonly faults: readonly RunFault[]
    readonly rules: ShopRules
    readonly controls: RunControls
    readonly isPaused: boolean
  },
): Running {
  const [work, setWork] = useState<Remote<RunningWork> | null>(null)
  const [started, setStarted] = useState<RunStarted | null>(null)
  const listeners = useRef(new Set<(frame: RunFrame) => void>())
  useEffect(() => {
    const worker = new Worker(new URL('../workers/running.worker.ts', import.meta.url), { type: 'module' })
    setWork(() => wrap<RunningWork>(worker))
    return () => worker.terminate()
  }, [])
  useEffect(() => {
    if (work === null || drive === null) return undefined
    let mine = true
    void work.start(drive, faults, rules).then((result) => {
      if (mine) setStarted(result)
    })
    return () => {
      mine = false
    }
  }, [work, drive, faults, rules])
  useEffect(() => {
    if (work !== null && started?.ok === true) void work.control(controls)
  }, [work, started, controls])
  useEffect(() => {
    if (work === null || started?.ok !== true || isPaused) return undefined
    let [asked, last, waiting] = [0, performance.now(), false]
    const ask = (now: number) => {
      asked = requestAnimationFrame(ask)
      // One question at a time: a slow machine gets fewer frames, not a longer queue.
      if (waiting) return
      waiting = true
      const passed = (now - last) / 1000
      last = now
      void work.tick(passed).then((frame) => {
        waiting = false
        if (frame !== null) for (const listener of listeners.current) listener(frame)
      })
    }
    asked = requestAnimationFrame(ask)
    return () => cancelAnimationFrame(asked)
  }, [work, started, isPaused])
  const onFrame = useCallback((listener: (frame: RunFrame) => void) => {
    listeners.current.add(listener)
    return () => {
      listeners.current.delete(listener)
    }
  }, [])
  return { started, onFrame, work }
}

/** How everything stands, looked at a few times a second: often enough to be read. */
export function useReadFrame({ onFrame }: Pick<Running, 'onFrame'>, timesASecond = 4): RunFrame | null {
  const [frame, setFrame] = useState<RunFrame | null>(null)
  const last = useRef(0)
  useEffect(
    () =>
      onFrame((next) => {
        const now = performance.now()
        if (now - last.current < 1000 / timesASecond) return
        last.current = now
        setFrame(next)
      }),
    [onFrame, timesASecond],
  )
  return frame
}
