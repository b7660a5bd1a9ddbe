import { MM_PER_INCH } from '@emery/core/units'
import { useLengths } from '../../ui/use-lengths.ts'
import styles from './drawing.module.css'

/** Pixels the bar should be about as long as. */
const WANTED_PX = 120
const STEPS_MM = [5, 10, 20, 50, 100, 200, 500]
const STEPS_INCH = [0.25, 0.5, 1, 2, 4, 8, 16]

/** A round length, drawn at the drawing's own scale. */
export function ScaleBar({ scale, height }: { readonly scale: number; readonly height: number }) {
  const lengths = useLengths()
  const steps = lengths.style === 'mm' ? STEPS_MM : STEPS_INCH.map((inches) => inches * MM_PER_INCH)
  const length = steps.reduce((best, step) =>
    Math.abs(step * scale - WANTED_PX) < Math.abs(best * scale - WANTED_PX) ? step : best,
  )
  const y = height - 20
  const left = 88
  const right = left + length * scale
  return (
    <g className={styles['scaleBar']} aria-hidden>
      <text x={78} y={y + 4} textAnchor="end">
        {lengths.whole(length)} {lengths.unit}
      </text>
      <path d={`M${left} ${y - 5}V${y + 5}M${left} ${y}H${right}M${right} ${y - 5}V${y + 5}`} />
    </g>
  )
}
