import type { Point } from '@emery/core/numerics'
import { spansOf } from '@emery/core/path'
import { deflectionFor, pluckFrequency } from '@emery/core/tension'
import { useLengths } from '../../ui/use-lengths.ts'
import { useBench } from '../bench-context.ts'
import { spanKey, useChecked } from '../use-checked.ts'
import styles from './tension-layers.module.css'
import type { Camera } from './use-camera.ts'
import { useUnits } from '../../ui/use-units.ts'

/** Pixels of the arrow that presses, and between its tail and what it should show. */
const ARROW = 46
const TEXT = 12
const LINE = 18
/** Of the figures’ type at its size, and of the ground behind them. */
const PX_PER_LETTER = 9.1
const PADDING = 6

/** Where to press or pluck, on the drawing itself, with what it should show there. */
export function SettingLayer({ camera }: { readonly camera: Camera }) {
  const units = useUnits()
  const { belt } = useBench()
  const lengths = useLengths()
  const checked = useChecked(belt)
  if (belt === undefined || checked === undefined) return null
  const { span, wanted, finger } = checked
  const drawn = spansOf(belt).find(({ from, to }) => spanKey({ from: from.id, to: to.id }) === spanKey(span))
  if (drawn === undefined) return null
  const onScreen = ({ x, y }: Point): Point => ({ x: camera.x + x * camera.k, y: camera.y - y * camera.k })
  const [a, b] = [onScreen(drawn.start), onScreen(drawn.end)]
  const along = Math.hypot(b.x - a.x, b.y - a.y) || 1
  // From outside the belt, where a hand comes from: the side its back is on.
  const side = belt.ribsSign > 0 ? -1 : 1
  const out = { x: (side * (b.y - a.y)) / along, y: (-side * (b.x - a.x)) / along }
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
  const tail = { x: middle.x + ARROW * out.x, y: middle.y + ARROW * out.y }
  const text = { x: tail.x + TEXT * out.x, y: tail.y + TEXT * out.y + (out.y > 0.5 ? LINE / 2 : -LINE / 2) }
  const anchor = out.x > 0.3 ? 'start' : out.x < -0.3 ? 'end' : 'middle'
  const lines = [
    `${units.force.text(finger.force)}: ${lengths.text(deflectionFor(span, wanted, finger.force))}`,
    `pluck: ${pluckFrequency(span, wanted).toFixed(0)} Hz`,
  ]
  const width = PX_PER_LETTER * Math.max(...lines.map(({ length }) => length))
  const left = text.x - (anchor === 'start' ? 0 : anchor === 'end' ? width : width / 2)
  return (
    <g className={styles['setting']} aria-hidden>
      <line className={styles['checked']} x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
      <line x1={tail.x} y1={tail.y} x2={middle.x + 6 * out.x} y2={middle.y + 6 * out.y} />
      <path
        d="M0 0 -5 -11 5 -11Z"
        transform={`translate(${middle.x + 3 * out.x} ${middle.y + 3 * out.y}) rotate(${(Math.atan2(-out.y, -out.x) * 180) / Math.PI - 90})`}
      />
      <rect x={left - PADDING} y={text.y - LINE} width={width + 2 * PADDING} height={2 * LINE + PADDING} rx={3} />
      <text y={text.y} textAnchor={anchor}>
        {lines.map((line, i) => (
          <tspan key={line} x={text.x} dy={i * LINE}>
            {line}
          </tspan>
        ))}
      </text>
    </g>
  )
}
