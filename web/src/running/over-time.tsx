import { scaleLinear } from 'd3-scale'
import { useEffect, useRef, useState } from 'react'
import { PanelSection } from '../ui/panel.tsx'
import { useUnits } from '../ui/use-units.ts'
import type { RunFrame } from '../workers/running-work.ts'
import styles from './running.module.css'
import type { Running } from './use-running.ts'

const WIDTH = 400
const HEIGHT = 120
const LEFT = 52
const FLOOR = 18
/** s that are shown, and points kept. */
const SHOWN_S = 10
const MOST_POINTS = 160
const DRAWN_MS = 300

interface Point {
  readonly time: number
  readonly rpm: number
  readonly tension: Float64Array
  readonly speed: Float64Array
}

interface OverTimeProps {
  readonly running: Pick<Running, 'onFrame'>
  readonly pinned: readonly number[]
  readonly nameOf: (position: number) => string
}

/** Engine speed, and the tension after every pinned pulley, over the last seconds. */
export function OverTime({ running: { onFrame }, pinned, nameOf }: OverTimeProps) {
  const points = useRef<Point[]>([])
  const [shown, setShown] = useState<readonly Point[]>([])
  const { force } = useUnits()
  useEffect(() => {
    let drawn = 0
    return onFrame(({ time, rpm, tension, speed }: RunFrame) => {
      const last = points.current.at(-1)
      if (last !== undefined && time < last.time) points.current = []
      if (last !== undefined && time - last.time < SHOWN_S / MOST_POINTS) return
      points.current.push({ time, rpm, tension, speed })
      if (points.current.length > MOST_POINTS) points.current.shift()
      const now = performance.now()
      if (now - drawn < DRAWN_MS) return
      drawn = now
      setShown([...points.current])
    })
  }, [onFrame])
  return (
    <PanelSection title="Over time">
      <Line label="Engine" unit="rpm" points={shown} of={({ rpm }) => rpm} />
      {pinned.map((i) => (
        <Line
          key={i}
          label={`After ${nameOf(i)}`}
          unit={force.unit}
          points={shown}
          of={({ tension }) => Number(force.bare(tension[i] ?? 0).replace(',', ''))}
        />
      ))}
    </PanelSection>
  )
}

interface LineProps {
  readonly label: string
  readonly unit: string
  readonly points: readonly Point[]
  readonly of: (point: Point) => number
}

function Line({ label, unit, points, of }: LineProps) {
  const until = points.at(-1)?.time ?? 0
  const values = points
    .filter(({ time }) => time >= until - SHOWN_S)
    .map((point) => ({ time: point.time, value: of(point) }))
  const most = Math.max(1, ...values.map(({ value }) => value))
  const x = scaleLinear([until - SHOWN_S, until], [LEFT, WIDTH - 4])
  const y = scaleLinear([0, most], [HEIGHT - FLOOR, 8]).nice(3)
  const now = values.at(-1)?.value
  return (
    <figure className={styles['line']}>
      <figcaption>
        {label} <b className="figures">{now === undefined ? '–' : `${Math.round(now)} ${unit}`}</b>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={`${label} over the last ${SHOWN_S} seconds, up to ${Math.round(most)} ${unit}`}
      >
        {y.ticks(3).map((tick) => (
          <g key={tick}>
            <line x1={LEFT} x2={WIDTH - 4} y1={y(tick)} y2={y(tick)} />
            <text x={LEFT - 6} y={y(tick) + 4} textAnchor="end">
              {tick}
            </text>
          </g>
        ))}
        <text x={LEFT} y={HEIGHT - 3}>
          {SHOWN_S} s ago
        </text>
        <text x={WIDTH - 4} y={HEIGHT - 3} textAnchor="end">
          now
        </text>
        <polyline points={values.map(({ time, value }) => `${x(time).toFixed(1)},${y(value).toFixed(1)}`).join(' ')} />
      </svg>
    </figure>
  )
}
