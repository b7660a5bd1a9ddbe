import { useRef } from 'react'
import { kindOf, movedShaft, type Adjuster, type AdjusterHandle } from '@emery/core/adjusters'
import { putAdjuster } from '@emery/core/drive'
import type { Point } from '@emery/core/numerics'
import { useBench } from '../bench-context.ts'
import styles from './drawing.module.css'

interface AdjusterHandlesProps {
  readonly scale: number
  readonly placeOf: (event: { readonly clientX: number; readonly clientY: number }) => Point
}

/** Pivots, ends of travel, lugs and anchors of every adjuster, to be pulled on the drawing. */
export function AdjusterHandles({ scale, placeOf }: AdjusterHandlesProps) {
  const { settled } = useBench()
  return settled.drive.adjusters.map((adjuster) => {
    const shaft = movedShaft(adjuster)
    // Where its part stands is only sketched: the part is placed first.
    if (shaft !== null && !settled.places.has(shaft)) return []
    const { x, y } = settled.drive.shafts.find(({ id }) => id === shaft) ?? { x: null, y: null }
    const stated = { x: x ?? 0, y: y ?? 0 }
    return kindOf(adjuster)
      .handles(adjuster, stated)
      .map((handle) => (
        <Handle
          key={`${adjuster.id} ${handle.name}`}
          adjuster={adjuster}
          handle={handle}
          stated={stated}
          scale={scale}
          placeOf={placeOf}
        />
      ))
  })
}

interface HandleProps extends AdjusterHandlesProps {
  readonly adjuster: Adjuster
  readonly handle: AdjusterHandle
  readonly stated: Point
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

function Handle({ adjuster, handle, scale, placeOf }: HandleProps) {
  const { store } = useBench()
  // What is pulled is the handle as it stood when the pull began.
  const pulled = useRef<AdjusterHandle | null>(null)
  const r = 11 / scale
  const label = `${adjuster.id}: ${handle.name}`
  return (
    <g
      data-pulley="handle"
      className={styles['handle']}
      role="button"
      tabIndex={0}
      aria-label={`${label}; drag it, or use the arrow keys`}
      transform={`translate(${handle.at.x} ${-handle.at.y})`}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        const arrow = ARROWS[event.key]
        if (arrow === undefined) return
        event.preventDefault()
        event.stopPropagation()
        const by = event.shiftKey ? 10 : 1
        const to = { x: handle.at.x + by * arrow[0], y: handle.at.y + by * arrow[1] }
        store.getState().edit(`move the ${handle.name}`, putAdjuster(handle.moved(to)))
      }}
      onPointerDown={(event) => {
        if (event.button !== 0) return
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        pulled.current = handle
        store.getState().beginGesture()
      }}
      onPointerMove={(event) => {
        if (pulled.current === null) return
        const { x, y } = placeOf(event)
        const to = { x: Math.round(2 * x) / 2, y: Math.round(2 * y) / 2 }
        store.getState().duringGesture(putAdjuster(pulled.current.moved(to)))
      }}
      onPointerUp={() => {
        if (pulled.current === null) return
        pulled.current = null
        store.getState().endGesture(`move the ${handle.name}`)
      }}
      onPointerCancel={() => {
        pulled.current = null
        store.getState().cancelGesture()
      }}
    >
      <title>{label}</title>
      <circle r={22 / scale} className={styles['handleReach']} />
      {handle.name === 'pivot' || handle.name === 'anchor' || handle.name === 'lug' ? (
        <rect x={-r * 0.8} y={-r * 0.8} width={r * 1.6} height={r * 1.6} />
      ) : (
        <circle r={r} />
      )}
      <text textAnchor="middle" y={4.5 / scale} fontSize={13 / scale}>
        {{ pivot: 'P', 'slack end': 'S', 'tight end': 'T', lug: 'L', anchor: 'A' }[handle.name]}
      </text>
    </g>
  )
}
