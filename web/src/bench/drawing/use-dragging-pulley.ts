import { useMemo, useRef, type PointerEvent } from 'react'
import { dragShaftBy, putShaft, type DriveEdit, type Pulley, type Stamp } from '@emery/core/drive'
import type { Point } from '@emery/core/numerics'
import { stampNow } from '../../ui/preferences.ts'
import { useBench } from '../bench-context.ts'

/** Pixels a pointer may stray before a press is a drag and no longer a click. */
const SLACK_PX = 4
/** Millimetres to which a dragged place is rounded: what a tape can be read to. */
const GRAIN_MM = 0.5

export interface DraggingPulley {
  /** `from` is where a part without a place is drawn: being pulled gives it one. */
  readonly begin: (event: PointerEvent, pulley: Pulley, from: Point | null) => void
  readonly move: (event: PointerEvent) => void
  readonly end: () => void
  readonly callOff: () => void
}

interface Drag {
  readonly shaft: string
  readonly from: Point | null
  readonly fromX: number
  readonly fromY: number
  readonly begun: boolean
  readonly frame: number | null
  readonly stamp: Stamp
}

/**
 * A pulley pulled across the drawing with its shaft and all that holds it. The drive is solved from where the drag began,
 * once a frame; letting go makes it one step that can be undone, Escape puts it back.
 */
export function useDraggingPulley(scale: number): DraggingPulley {
  const { store } = useBench()
  const drag = useRef<Drag | null>(null)
  const latestScale = useRef(scale)
  latestScale.current = scale

  return useMemo(() => {
    const finish = (how: 'endGesture' | 'cancelGesture') => {
      const now = drag.current
      drag.current = null
      if (now === null) return
      if (now.frame !== null) cancelAnimationFrame(now.frame)
      if (!now.begun) return
      if (how === 'endGesture') store.getState().endGesture('move a pulley')
      else store.getState().cancelGesture()
    }
    return {
      begin: (event, pulley, from) => {
        if (event.button !== 0) return
        event.currentTarget.setPointerCapture(event.pointerId)
        drag.current = {
          shaft: pulley.shaft,
          from,
          fromX: event.clientX,
          fromY: event.clientY,
          begun: false,
          frame: null,
          stamp: stampNow(),
        }
        store.getState().select(pulley.id)
      },
      move: ({ clientX, clientY }) => {
        const now = drag.current
        if (now === null) return
        const [dx, dy] = [clientX - now.fromX, clientY - now.fromY]
        if (!now.begun && Math.hypot(dx, dy) < SLACK_PX) return
        if (!now.begun) store.getState().beginGesture()
        if (now.frame !== null) cancelAnimationFrame(now.frame)
        const frame = requestAnimationFrame(() => {
          const by = { x: grained(dx / latestScale.current), y: grained(-dy / latestScale.current) }
          store.getState().duringGesture(movedBy(now.shaft, now.from, by, now.stamp))
        })
        drag.current = { ...now, begun: true, frame }
      },
      end: () => finish('endGesture'),
      callOff: () => finish('cancelGesture'),
    }
  }, [store])
}

/** Moves a shaft, or puts one down that has no place yet. */
export function movedBy(shaft: string, from: Point | null, by: Point, stamp: Stamp): DriveEdit {
  return from === null
    ? dragShaftBy(shaft, by, stamp)
    : putShaft(shaft, { x: from.x + by.x, y: from.y + by.y }, 'dragged', stamp)
}

function grained(mm: number): number {
  return Math.round(mm / GRAIN_MM) * GRAIN_MM
}
