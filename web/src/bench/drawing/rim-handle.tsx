import { useRef, type KeyboardEvent } from 'react'
import { v4 as newId } from 'uuid'
import { isSized, type Pulley } from '@emery/core/drive'
import type { Point } from '@emery/core/numerics'
import { fitPulleys, sizeLimits, sizeOf, stepOf, type PulleyFitted, type SizeStep } from '@emery/core/resize'
import { stampNow } from '../../ui/preferences.ts'
import { useLengths } from '../../ui/use-lengths.ts'
import { drawnRadius } from '../../ui/drive-shapes/drive-bounds.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import styles from './drawing.module.css'

interface RimHandleProps {
  readonly scale: number
  readonly placeOf: (event: { readonly clientX: number; readonly clientY: number }) => Point
}

const LABEL = 'change a pulley’s size'

/** A handle on the rim of the pulley in hand: pulled, the pulley is another size, and belt, adjuster and speeds follow. */
export function RimHandle({ scale, placeOf }: RimHandleProps) {
  const { settled } = useBench()
  const selected = useBenchState((state) => state.selected)
  const pulley = settled.drive.pulleys.find(({ id }) => id === selected)
  const place = pulley === undefined ? undefined : settled.places.get(pulley.shaft)
  if (pulley === undefined || place === undefined || !isSized(pulley)) return null
  return <Handle pulley={pulley} centre={place} scale={scale} placeOf={placeOf} />
}

interface HandleProps extends RimHandleProps {
  readonly pulley: Pulley
  readonly centre: Point
}

function Handle({ pulley, centre, scale, placeOf }: HandleProps) {
  const { store, settled, rules } = useBench()
  const lengths = useLengths()
  // What is pulled is the pulley as it stood when the pull began.
  const pulled = useRef<{ readonly size: number; readonly distance: number; readonly reading: string } | null>(null)
  const step: SizeStep = lengths.style === 'mm' ? 'mm' : 'sixteenth'
  const each = stepOf(pulley, step)
  const { min: least, max: most } = sizeLimits(pulley, rules)
  const size = sizeOf(pulley) ?? 0
  const toward = awayFromBelt(settled, pulley.id, centre)
  const r = drawnRadius(settled, pulley)
  const at = { x: centre.x + r * toward.x, y: centre.y + r * toward.y }
  const fitted = (to: number, reading: string): readonly PulleyFitted[] => [
    { pulley: pulley.id, size: Math.min(most, Math.max(Math.min(least, size), Math.round(to / each) * each)), reading },
  ]
  const perMm = pulley.face === 'toothed' ? size / (2 * r) : 1
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
    if (by === undefined) return
    event.preventDefault()
    event.stopPropagation()
    store
      .getState()
      .edit(LABEL, fitPulleys(fitted(size + by * each * (event.shiftKey ? 5 : 1), newId()), [], stampNow()))
  }
  return (
    <g
      data-pulley="handle"
      className={styles['handle']}
      role="slider"
      tabIndex={0}
      aria-label="Size of the selected pulley; drag the rim, or use the arrow keys"
      aria-valuemin={least}
      aria-valuemax={most}
      aria-valuenow={size}
      aria-valuetext={pulley.face === 'toothed' ? `${size} teeth` : lengths.text(size)}
      transform={`translate(${at.x} ${-at.y})`}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        if (event.button !== 0) return
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        pulled.current = { size, distance: distanceFrom(centre, placeOf(event)), reading: newId() }
        store.getState().beginGesture()
      }}
      onPointerMove={(event) => {
        const from = pulled.current
        if (from === null) return
        const to = from.size + 2 * perMm * (distanceFrom(centre, placeOf(event)) - from.distance)
        store.getState().duringGesture(fitPulleys(fitted(to, from.reading), [], stampNow()))
      }}
      onPointerUp={() => {
        if (pulled.current === null) return
        pulled.current = null
        store.getState().endGesture(LABEL)
      }}
      onPointerCancel={() => {
        pulled.current = null
        store.getState().cancelGesture()
      }}
    >
      <circle className={styles['handleReach']} r={24 / scale} />
      <circle r={9 / scale} />
    </g>
  )
}

function distanceFrom(centre: Point, { x, y }: Point): number {
  return Math.hypot(x - centre.x, y - centre.y)
}

/** The direction from a pulley's centre in which no belt lies on it: against the middle of its spans. */
function awayFromBelt({ belts }: ReturnType<typeof useBench>['settled'], id: string, centre: Point): Point {
  for (const { pulleys, circles, path } of belts) {
    const i = pulleys.findIndex((pulley) => pulley.id === id)
    if (i < 0 || !path.ok) continue
    const n = pulleys.length
    const neighbours = [circles[(i + n - 1) % n], circles[(i + 1) % n]]
    const sum = neighbours.reduce<Point>(
      (all, circle) => {
        const [dx, dy] = [(circle?.x ?? 0) - centre.x, (circle?.y ?? 0) - centre.y]
        const length = Math.hypot(dx, dy) || 1
        return { x: all.x + dx / length, y: all.y + dy / length }
      },
      { x: 0, y: 0 },
    )
    const length = Math.hypot(sum.x, sum.y)
    if (length > 0.05) return { x: sum.x / length, y: sum.y / length }
  }
  return { x: Math.SQRT1_2, y: -Math.SQRT1_2 }
}
