import { scaleLinear } from 'd3-scale'
import { checkOf, figureText, wearAt, type PartTrend } from '@emery/core/wear'
import { useLengths } from '../ui/use-lengths.ts'
import { kmText, limitText } from './inspection-words.ts'
import styles from './wear-chart.module.css'
import inspection from './inspection.module.css'

const [WIDTH, HEIGHT] = [560, 150]
const [LEFT, RIGHT, TOP, BOTTOM] = [56, 14, 14, 24]
/** How far beyond the last reading the line is followed at most, in stretches of what was read. */
const AHEAD = 3

interface WearChartProps {
  readonly trend: PartTrend
  /** Where the vehicle stands, km; null where nobody has read it. */
  readonly now: number | null
}

/** What was read over distance, the line through it, and where that meets the limit with its spread. */
export function WearChart({ trend: { check, points, limit, trend }, now }: WearChartProps) {
  const lengths = useLengths()
  const { figure } = checkOf(check)
  if (figure === undefined || trend.is === 'too few')
    return points.length === 0 ? null : (
      <p className={inspection['soft']}>
        One reading at {points.map(({ distance }) => kmText(distance)).join(', ')}. Two readings make a trend.
      </p>
    )
  const text = (value: number) => figureText(figure.unit, value, lengths.fine)
  const distances = points.map(({ distance }) => distance)
  const [first, last] = [Math.min(...distances), Math.max(...distances)]
  const end = trend.is === 'rising' ? Math.min(trend.meets.to, last + AHEAD * (last - first)) : last
  const x = scaleLinear([first, Math.max(end, last)], [LEFT, WIDTH - RIGHT])
  const y = scaleLinear([0, 1.15 * Math.max(limit, ...points.map(({ value }) => value))], [HEIGHT - BOTTOM, TOP])
  const { line } = trend
  const words =
    trend.is === 'rising'
      ? `Replace at ${text(limit)}: ${limitText(trend.meets, now)}.`
      : 'No rise beyond the scatter of the readings, so no wear trend yet.'
  return (
    <figure className={styles['chart']}>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`Wear over distance. ${words}`}>
        {trend.is === 'rising' && (
          <rect
            className={styles['spread']}
            x={x(Math.max(first, trend.meets.from))}
            width={Math.max(0, x(Math.min(end, trend.meets.to)) - x(Math.max(first, trend.meets.from)))}
            y={TOP}
            height={HEIGHT - TOP - BOTTOM}
          />
        )}
        <line className={styles['limit']} x1={LEFT} x2={WIDTH - RIGHT} y1={y(limit)} y2={y(limit)} />
        <text x={LEFT - 6} y={y(limit) + 4} textAnchor="end">
          {text(limit)}
        </text>
        <line className={styles['floor']} x1={LEFT} x2={WIDTH - RIGHT} y1={y(0)} y2={y(0)} />
        <text x={LEFT - 6} y={y(0) + 4} textAnchor="end">
          0
        </text>
        <line
          className={styles['line']}
          x1={x(first)}
          x2={x(end)}
          y1={y(Math.max(0, wearAt(line, first)))}
          y2={y(Math.max(0, wearAt(line, end)))}
        />
        {points.map(({ distance, value }) => (
          <circle key={`${distance} ${value}`} cx={x(distance)} cy={y(value)} r="5" />
        ))}
        <text x={LEFT} y={HEIGHT - 6}>
          {kmText(first)}
        </text>
        <text x={WIDTH - RIGHT} y={HEIGHT - 6} textAnchor="end">
          {kmText(end)}
        </text>
      </svg>
      <figcaption>{words}</figcaption>
    </figure>
  )
}
