import { useEffect, useMemo, useRef, useState } from 'react'
import type { SettledDrive } from '@emery/core/path'
import { usePreferences } from '../ui/preferences.ts'
import { useMedia } from '../ui/use-media.ts'
import type { RunFrame, RunParts } from '../workers/running-work.ts'
import { coloursOf, RunningPicture } from './running-picture.ts'
import type { Running } from './use-running.ts'
import styles from './running.module.css'

interface RunningCanvasProps {
  readonly settled: SettledDrive
  readonly parts: RunParts
  readonly running: Pick<Running, 'onFrame'>
  /** The pulley that is pinned. */
  readonly chosen: string | null
  readonly onPulley: (pulley: string) => void
}

/** ms between two pictures where the person wants little to move. */
const STILL_MS = 1000

/** The drive as it runs. What it shows stands in words and numbers beside it. */
export function RunningCanvas({ settled, parts, running: { onFrame }, chosen, onPulley }: RunningCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const [size, setSize] = useState<readonly [number, number]>([0, 0])
  const light = usePreferences((state) => state.light)
  const calm = useMedia('(prefers-reduced-motion: reduce)')
  const picture = useMemo(() => new RunningPicture(settled, parts), [settled, parts])
  const last = useRef<RunFrame | null>(null)
  useEffect(() => {
    const box = canvas.current?.parentElement
    if (box == null) return undefined
    const watcher = new ResizeObserver(() => setSize([box.clientWidth, box.clientHeight]))
    watcher.observe(box)
    return () => watcher.disconnect()
  }, [])
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (context == null || canvas.current === null) return undefined
    const ratio = globalThis.devicePixelRatio
    const [width, height] = size
    canvas.current.width = Math.round(width * ratio)
    canvas.current.height = Math.round(height * ratio)
    const colours = coloursOf(canvas.current)
    let drawn = -Infinity
    const draw = (frame: RunFrame | null) => {
      last.current = frame
      const now = performance.now()
      if (calm && now - drawn < STILL_MS) return
      drawn = now
      context.setTransform(ratio, 0, 0, ratio, 0, 0)
      picture.draw(context, size, frame, colours, chosen)
    }
    draw(last.current)
    return onFrame(draw)
  }, [onFrame, picture, size, chosen, calm, light])
  return (
    <div className={styles['picture']}>
      <canvas
        ref={canvas}
        role="img"
        aria-label="The drive as it runs, from the front"
        style={{ width: size[0], height: size[1] }}
        onPointerDown={({ nativeEvent: { offsetX, offsetY } }) => {
          const at = picture.pulleyAt(size[0], size[1], offsetX, offsetY)
          if (at !== null) onPulley(at)
        }}
      />
    </div>
  )
}
