import { useMemo, useRef, type PointerEvent } from 'react'
import { dragShaftBy, type Pulley, type Stamp } from '@emery/core/drive'
import { stampNow } from '../../ui/preferences.ts'
import { useBench } from '../bench-context.ts'

/** Pixels a pointer may stray before a press is a drag and no longer a click. */
const SLACK_PX = 4
/** Millimetres to which a dragged place is rounded: what a tape can be read to. */
const GRAIN_MM = 0.5

export interface DraggingPulley {
  readonly begin: (event: PointerEvent, pulley: Pulley) => void
  readonly move: (event: PointerEvent) => void
  readonly end: () => void
  readonly callOff: () => void
}

interface Drag {
  readonly shaft: string
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
      begin: (event, pulley) => {
        if (event.button !== 0) return
        event.currentTarget.setPointerCapture(event.pointerId)
        drag.current = {
          shaft: pulley.shaft,
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
          store.getState().duringGesture(dragShaftBy(now.shaft, by, now.stamp))
        })
        drag.current = { ...now, begun: true, frame }
      },
      end: () => finish('endGesture'),
      callOff: () => finish('cancelGesture'),
    }
  }, [store])
}

function grained(mm: number): number {
  return Math.round(mm / GRAIN_MM) * GRAIN_MM
}
