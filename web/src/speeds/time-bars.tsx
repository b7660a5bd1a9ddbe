import { scaleLinear } from 'd3-scale'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { setVehicleUse } from '@emery/core/drive'
import type { TimeBin } from '@emery/core/speeds'
import { useBench } from '../bench/bench-context.ts'
import { CHART, engineScale } from './chart-scale.ts'
import styles from './speeds.module.css'
import { useSpeeds } from './use-speeds.ts'

const HEIGHT = 92
const TOP = 20
const FLOOR = HEIGHT - 6
/** Pixels of a bar for a speed that is held. */
const HELD_PX = 7
const LABEL = 'change the vehicle use'

/** How long the engine runs at what speeds: bars to be pulled up and down, or moved with the arrow keys. */
export function TimeBars() {
  const { store, settled } = useBench()
  const { bins, focus } = useSpeeds()
  const [looked, setLooked] = useState<number | null>(null)
  // What is pulled is the histogram as it stood when the pull began.
  const pulled = useRef<{ readonly bins: readonly TimeBin[]; readonly i: number } | null>(null)
  const x = engineScale(settled.drive.engine)
  // Room above the highest bar, so that it can be pulled up.
  const y = scaleLinear([0, Math.max(0.1, ...bins.map(({ share }) => share)) * 1.25], [FLOOR, TOP])
  const outside = (rpm: number) => {
    const { range, ratio } = focus ?? {}
    if (range === undefined || ratio === undefined) return false
    return (range.min !== null && rpm * ratio < range.min.rpm) || (range.max !== null && rpm * ratio > range.max.rpm)
  }
  const raised = (from: readonly TimeBin[], i: number, share: number) =>
    setVehicleUse({ of: 'own', bins: from.map((bin, k) => (k === i ? { ...bin, share: Math.max(0, share) } : bin)) })

  const onKeyDown = (event: KeyboardEvent, i: number) => {
    const step = { ArrowUp: 0.01, ArrowRight: 0.01, ArrowDown: -0.01, ArrowLeft: -0.01, PageUp: 0.05, PageDown: -0.05 }[
      event.key
    ]
    const bin = bins[i]
    if (step === undefined || bin === undefined) return
    event.preventDefault()
    store.getState().edit(LABEL, raised(bins, i, bin.share + step))
  }
  const begin = (event: PointerEvent<SVGRectElement>, i: number) => {
    if (event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    pulled.current = { bins, i }
    store.getState().beginGesture()
  }
  const pull = (event: PointerEvent<SVGRectElement>) => {
    const svg = event.currentTarget.ownerSVGElement
    if (pulled.current === null || svg === null) return
    const box = svg.getBoundingClientRect()
    const height = ((event.clientY - box.top) / box.height) * HEIGHT
    store.getState().duringGesture(raised(pulled.current.bins, pulled.current.i, y.invert(Math.min(FLOOR, height))))
  }
  const end = (how: 'endGesture' | 'cancelGesture') => {
    if (pulled.current === null) return
    pulled.current = null
    store.getState()[how](LABEL)
  }
  return (
    <svg
      className={styles['bars']}
      viewBox={`0 0 ${CHART.width} ${HEIGHT}`}
      width="100%"
      role="group"
      aria-label="Time at each engine speed"
    >
      <text x={CHART.left} y={12} className={styles['barText']}>
        {looked === null ? 'change the time at a speed' : words(bins[looked])}
      </text>
      <line className={styles['floor']} x1={CHART.left} x2={CHART.width - CHART.right} y1={FLOOR} y2={FLOOR} />
      {bins.map((bin, i) => {
        const { from, to, share } = bin
        const [left, right] = from === to ? [x(from) - HELD_PX, x(from)] : [x(from) + 0.5, x(to) - 0.5]
        return (
          <g key={`${from} ${to}`}>
            <rect
              className={styles['bar']}
              data-outside={outside((from + to) / 2)}
              x={left}
              width={right - left}
              y={y(share)}
              height={FLOOR - y(share)}
            />
            <rect
              className={styles['barReach']}
              x={left}
              width={right - left}
              y={TOP - 4}
              height={FLOOR - TOP + 8}
              role="slider"
              tabIndex={0}
              aria-orientation="vertical"
              aria-label={
                from === to
                  ? `Time at ${Math.round(from)} rpm`
                  : `Time from ${Math.round(from)} to ${Math.round(to)} rpm`
              }
              aria-valuemin={0}
              aria-valuemax={100}
              aria-valuenow={Math.round(100 * share)}
              aria-valuetext={words(bin)}
              onKeyDown={(event) => onKeyDown(event, i)}
              onFocus={() => setLooked(i)}
              onBlur={() => setLooked(null)}
              onPointerEnter={() => setLooked(i)}
              onPointerLeave={() => setLooked(null)}
              onPointerDown={(event) => begin(event, i)}
              onPointerMove={pull}
              onPointerUp={() => end('endGesture')}
              onPointerCancel={() => end('cancelGesture')}
            />
          </g>
        )
      })}
    </svg>
  )
}

function words(bin: TimeBin | undefined): string {
  if (bin === undefined) return ''
  const { from, to, share } = bin
  const at = from === to ? `at ${Math.round(from)}` : `${Math.round(from)}–${Math.round(to)}`
  return `${at} rpm: ${(100 * share).toFixed(1)} % of the time`
}
