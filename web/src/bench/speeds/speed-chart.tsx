import { scaleLinear } from 'd3-scale'
import type { ShaftAt } from '@emery/core'
import { useBench } from '../bench-context.ts'
import styles from './speeds.module.css'

const WIDTH = 376
const HEIGHT = 230
const LEFT = 46
const RIGHT = 96
const TOP = 12
const BOTTOM = 30
/** Pixels that a name at the end of a line needs to itself. */
const NAME_PX = 14

/** Parts whose speed nobody asks for. */
const NOT_SHOWN: ReadonlySet<string> = new Set(['crank', 'idler', 'tensioner'])

interface SpeedChartProps {
  readonly shafts: readonly ShaftAt[]
  /** The engine speed looked at, rpm. */
  readonly engineRpm: number
}

/** Accessory speed over engine speed, a line each; past the speed a part is made for its line is broken through a bar. */
export function SpeedChart({ shafts, engineRpm }: SpeedChartProps) {
  const { settled } = useBench()
  const { engine } = settled.drive
  const lines = shafts.flatMap(({ shaft: id, ratio }) => {
    const shaft = settled.drive.shafts.find((each) => each.id === id)
    if (shaft === undefined || ratio === null || NOT_SHOWN.has(shaft.kind)) return []
    return [{ id, name: shaft.name === '' ? id : shaft.name, ratio, limit: shaft.maxRpm ?? null }]
  })
  if (lines.length === 0) return null
  const most = engine.maxRpm * 1.05
  const x = scaleLinear([0, most], [LEFT, WIDTH - RIGHT])
  const y = scaleLinear([0, Math.max(...lines.map(({ ratio }) => ratio)) * most], [HEIGHT - BOTTOM, TOP]).nice()
  const names = spread(lines.map(({ ratio }) => y(ratio * most)))
  return (
    <figure className={styles['chart']}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={`Speeds over the engine’s; at ${Math.round(engineRpm)} rpm: ${lines.map(({ name, ratio }) => `${name} ${Math.round(ratio * engineRpm)}`).join(', ')}`}
      >
        <g className={styles['grid']}>
          {y.ticks(5).map((rpm) => (
            <g key={rpm}>
              <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(rpm)} y2={y(rpm)} />
              <text x={LEFT - 6} y={y(rpm) + 4} textAnchor="end">
                {rpm}
              </text>
            </g>
          ))}
          {x.ticks(4).map((rpm) => (
            <text key={rpm} x={x(rpm)} y={HEIGHT - BOTTOM + 17} textAnchor="middle">
              {rpm}
            </text>
          ))}
        </g>
        {([engine.idleRpm, engine.cruiseRpm, engine.maxRpm] as const).map((rpm) => (
          <line
            key={rpm}
            className={styles['mark']}
            x1={x(rpm)}
            x2={x(rpm)}
            y1={HEIGHT - BOTTOM}
            y2={HEIGHT - BOTTOM + 5}
          />
        ))}
        <line className={styles['now']} x1={x(engineRpm)} x2={x(engineRpm)} y1={TOP} y2={HEIGHT - BOTTOM} />
        {lines.map(({ id, name, ratio, limit }, i) => {
          const past = limit === null ? null : limit / ratio
          const over = past !== null && past < most
          return (
            <g key={id} className={styles['line']} data-over={past !== null && past < engine.maxRpm}>
              <line x1={x(0)} y1={y(0)} x2={x(over ? past : most)} y2={y(ratio * (over ? past : most))} />
              {over && (
                <>
                  <line data-past x1={x(past)} y1={y(limit ?? 0)} x2={x(most)} y2={y(ratio * most)} />
                  <line data-limit x1={x(past) - 8} x2={x(past) + 8} y1={y(limit ?? 0)} y2={y(limit ?? 0)} />
                </>
              )}
              <circle cx={x(engineRpm)} cy={y(ratio * engineRpm)} r={3.5} />
              <text x={WIDTH - RIGHT + 6} y={(names[i] ?? 0) + 4}>
                {name.length > 14 ? `${name.slice(0, 13)}…` : name}
              </text>
            </g>
          )
        })}
      </svg>
      <figcaption>rpm over the engine’s rpm; a bar across a line is the speed the part is made for</figcaption>
    </figure>
  )
}

/** Heights near to those asked for, none on another. */
function spread(wanted: readonly number[]): number[] {
  const order = wanted.map((y, i) => ({ y, i })).toSorted((a, b) => a.y - b.y)
  const placed = new Array<number>(wanted.length).fill(0)
  let free = -Infinity
  for (const { y, i } of order) {
    free = Math.max(y, free + NAME_PX)
    placed[i] = free
  }
  return placed
}
