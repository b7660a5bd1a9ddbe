import { useQuery } from '@tanstack/react-query'
import { scaleLinear } from 'd3-scale'
import dayjs from 'dayjs'
import { useMemo } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { tensionOfReading } from '@emery/core/tension'
import {
  beltLives,
  checkOf,
  furthestRead,
  wearParts,
  type AtDistance,
  type BeltLife,
  type LifeFigure,
} from '@emery/core/wear'
import { inspectionsQuery } from '../inspection/inspections-api.ts'
import { fittingsQuery } from '../length/fittings-api.ts'
import { useNow } from '../ui/use-now.ts'
import { useUnits, type Units } from '../ui/use-units.ts'
import styles from './belt-lives.module.css'

interface BeltLivesProps {
  readonly driveId: string
  readonly drive: CheckedDrive
}

/** Every belt that was on, how long it lasted, and what was read of it over distance. */
export function BeltLives({ driveId, drive }: BeltLivesProps) {
  const { data: fittings } = useQuery(fittingsQuery(driveId))
  const { data: inspections } = useQuery(inspectionsQuery(driveId))
  const now = dayjs(useNow(null)).format('YYYY-MM-DD')
  const lives = useMemo(() => {
    if (fittings === undefined || inspections === undefined) return []
    const settled = settleDrive(drive)
    const parts = wearParts(drive)
    return settled.belts.map((belt) => {
      const read = (drive.tensions ?? []).flatMap((reading) => {
        const { distance, at } = reading
        return distance === undefined ? [] : [{ reading, distance, at }]
      })
      const tensions = read.flatMap(({ reading, distance, at }): readonly AtDistance[] => {
        const tension = 'belt' in reading && reading.belt === belt.belt.id ? tensionOfReading(belt, reading) : undefined
        return tension === undefined ? [] : [{ distance, at, value: tension.tension }]
      })
      const travels = read.flatMap(({ reading, distance, at }): readonly AtDistance[] =>
        'u' in reading && reading.adjuster === belt.belt.adjuster ? [{ distance, at, value: reading.u }] : [],
      )
      const adjusterPart = parts.find(
        ({ of, kind }) => of === belt.belt.adjuster && (kind === 'adjuster' || kind === 'tensioner'),
      )
      return {
        belt: belt.belt,
        lives: beltLives(
          belt.belt.id,
          { inspections, fittings },
          {
            adjusterPart: adjusterPart?.id ?? null,
            tensions,
            travels,
            now,
            distance: furthestRead({ inspections, fittings }),
          },
        ),
      }
    })
  }, [drive, fittings, inspections, now])
  const known = lives.filter((each) => each.lives.length > 0)
  if (known.length === 0) return null
  return (
    <section aria-label="Belts and how long they lasted">
      <h2 className="heading">Belts and how long they lasted</h2>
      {known.map(({ belt, lives: of }) => (
        <LivesOfBelt key={belt.id} name={belt.name === '' ? 'Belt' : belt.name} lives={of} />
      ))}
    </section>
  )
}

function LivesOfBelt({ name, lives }: { readonly name: string; readonly lives: readonly BeltLife[] }) {
  const units = useUnits()
  const figures = [...new Set(lives.flatMap(({ readings }) => [...readings.keys()]))]
  return (
    <>
      <table className={styles['lives']} data-scrolls>
        <caption>{name}</caption>
        <thead>
          <tr>
            <th scope="col">Belt</th>
            <th scope="col">Fitted</th>
            <th scope="col">Lasted</th>
            <th scope="col">Replaced</th>
          </tr>
        </thead>
        <tbody>
          {lives.map(({ mark, fittedOn, from, until, km, days }) => (
            <tr key={`${mark} ${fittedOn}`}>
              <th scope="row" className="figures">
                {mark}
              </th>
              <td>
                {dayjs(fittedOn).format('D MMM YYYY')}
                {from !== null && ` at ${units.distance.text(from)}`}
              </td>
              <td>
                {km === null ? 'distance not known' : units.distance.text(km)}, {yearsText(days)}
                {until === null && ' so far'}
              </td>
              <td>
                {until === null ? 'is on' : until.reason === '' ? dayjs(until.on).format('D MMM YYYY') : until.reason}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {figures.map((figure) => (
        <OverDistance key={figure} figure={figure} lives={lives} units={units} />
      ))}
    </>
  )
}

function yearsText(days: number): string {
  return days < 60
    ? `${days} days`
    : days < 700
      ? `${Math.round(days / 30.4)} months`
      : `${(days / 365.25).toFixed(1)} years`
}

const [WIDTH, HEIGHT, LEFT, RIGHT, TOP, BOTTOM] = [340, 130, 60, 10, 20, 22]

interface OverDistanceProps {
  readonly figure: LifeFigure
  readonly lives: readonly BeltLife[]
  readonly units: Units
}

/** One figure over the vehicle's distance, a line for each belt; a new one begins where it was fitted. */
function OverDistance({ figure, lives, units }: OverDistanceProps) {
  const points = lives.flatMap(({ readings }) => readings.get(figure) ?? [])
  const fitted = lives.flatMap(({ from, mark }) => (from === null ? [] : [{ from, mark }]))
  const distances = [...points.map(({ distance }) => distance), ...fitted.map(({ from }) => from)]
  const x = scaleLinear([Math.min(...distances), Math.max(...distances)], [LEFT, WIDTH - RIGHT])
  const most = Math.max(...points.map(({ value }) => value))
  const y = scaleLinear([0, most === 0 ? 1 : most * 1.15], [HEIGHT - BOTTOM, TOP])
  const { name, text } = wordsOf(figure, units)
  const first = Math.min(...distances)
  return (
    <figure className={styles['chart']}>
      <figcaption>{name}</figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`${name}: ${points.map(({ distance, value }) => `${text(value)} at ${units.distance.text(distance)}`).join('; ')}`}
      >
        {fitted.map(({ from, mark }) => (
          <g key={`${from} ${mark}`} className={styles['fitted']}>
            <line x1={x(from)} x2={x(from)} y1={TOP} y2={HEIGHT - BOTTOM} />
            <text x={x(from) + 4} y={TOP - 4}>
              {mark}
            </text>
          </g>
        ))}
        <line className={styles['floor']} x1={LEFT} x2={WIDTH - RIGHT} y1={y(0)} y2={y(0)} />
        {most > 0 && (
          <text x={LEFT - 6} y={y(most) + 4} textAnchor="end">
            {text(most)}
          </text>
        )}
        <text x={LEFT - 6} y={y(0) + 4} textAnchor="end">
          0
        </text>
        {lives.map(({ mark, fittedOn, readings }) => {
          const of = readings.get(figure) ?? []
          return (
            <g key={`${mark} ${fittedOn}`}>
              <polyline
                className={styles['line']}
                points={of.map(({ distance, value }) => `${x(distance)},${y(value)}`).join(' ')}
              />
              {of.map(({ distance, value, at }) => (
                <circle key={at} cx={x(distance)} cy={y(value)} r="4" />
              ))}
            </g>
          )
        })}
        <text x={LEFT} y={HEIGHT - 6}>
          {units.distance.text(first)}
        </text>
        <text x={WIDTH - RIGHT} y={HEIGHT - 6} textAnchor="end">
          {units.distance.text(Math.max(...distances))}
        </text>
      </svg>
    </figure>
  )
}

function wordsOf(
  figure: LifeFigure,
  units: Units,
): { readonly name: string; readonly text: (value: number) => string } {
  if (figure === 'tension') return { name: 'Tension at rest', text: (value) => units.force.text(value) }
  const { name, figure: of } = checkOf(figure)
  if (of?.unit === 'share') return { name, text: (value) => `${Math.round(100 * value)} %` }
  return { name, text: (value) => (of?.unit === 'mm' ? `${value.toFixed(2)} mm` : String(value)) }
}
