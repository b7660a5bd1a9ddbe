import { scaleLinear } from 'd3-scale'
import { isLineKnown, linesAfter, referenceOf } from '@emery/core/alignment'
import { isSized } from '@emery/core/drive'
import type { SettledBelt, SettledDrive } from '@emery/core/path'
import type { Mm } from '@emery/core/units'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { useLengths } from '../ui/use-lengths.ts'
import styles from './alignment.module.css'

const SIZE = { width: 1208, height: 210, left: 190, right: 60, top: 30, bottom: 4 } as const
/** mm of offset that fill a row to either side at least, so that what is nearly in line looks so. */
const MIN_SHOWN_MM = 1.5
/** mm across a pulley of which nobody has read the size. */
const UNSIZED_MM = 60
const BAR_HEIGHT = 9
const LABEL_HEIGHT = 15

interface Plane {
  readonly belt: SettledBelt
  /** mm in front of the engine's front plane; null where nobody has read where its reference stands. */
  readonly line: Mm | null
  readonly pulleys: readonly {
    readonly id: string
    readonly x: Mm
    readonly width: Mm
    /** mm in front of the belt's own line; null where nobody has read it. */
    readonly offset: Mm | null
  }[]
}

/** The planes of all belts in one picture from above: a row each, the foremost on top, pulleys where they stand on the engine. */
export function AllPlanes() {
  const { settled } = useBench()
  const lengths = useLengths()
  const { mended, moves } = useBenchState((state) => state.alignment)
  const planes = settled.belts
    .map((belt) => planeOf(settled, belt, linesAfter(belt, mended ? moves : []).lines))
    .toSorted((a, b) => (b.line ?? -Infinity) - (a.line ?? -Infinity))
  const placed = planes.flatMap(({ pulleys }) => pulleys)
  if (placed.length === 0)
    return (
      <div className={styles['above']}>
        <p className="soft">The belts from above are drawn once pulleys have their places.</p>
      </div>
    )
  const edges = placed.flatMap(({ x, width }) => [x - width / 2, x + width / 2])
  const x = scaleLinear([Math.min(...edges), Math.max(...edges)], [SIZE.left, SIZE.width - SIZE.right])
  const row = (SIZE.height - SIZE.top - SIZE.bottom) / planes.length
  const most = Math.max(MIN_SHOWN_MM, ...placed.map(({ offset }) => Math.abs(offset ?? 0)))
  const aside = (row / 2 - BAR_HEIGHT / 2 - LABEL_HEIGHT) / most
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const foremost = planes[0]?.line ?? null
  return (
    <div className={styles['above']}>
      <svg
        viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
        preserveAspectRatio="xMidYMid meet"
        role="img"
        aria-label={inWords(planes, nameOf, lengths.fine)}
      >
        <text x={18} y={20}>
          From above, all belts{mended ? ', after the moves' : ''}. Forward is up, offsets magnified.
        </text>
        {planes.map(({ belt: { belt }, line, pulleys }, i) => {
          const middle = SIZE.top + (i + 0.5) * row
          return (
            <g key={belt.id}>
              <text className={styles['planeName']} x={18} y={middle - 2}>
                {belt.name || belt.id}
              </text>
              <text x={18} y={middle + 15}>
                {whereWords(line, i === 0 ? null : foremost, lengths.text)}
              </text>
              <line className={styles['line']} x1={SIZE.left} x2={SIZE.width - 20} y1={middle} y2={middle} />
              {pulleys.map(({ id, x: at, width, offset }, k) => {
                const y = middle - (offset ?? 0) * aside
                return (
                  <g key={id} data-known={offset !== null}>
                    <rect
                      x={x(at - width / 2)}
                      y={y - BAR_HEIGHT / 2}
                      width={x(at + width / 2) - x(at - width / 2)}
                      height={BAR_HEIGHT}
                      rx={2}
                    />
                    <text
                      x={x(at)}
                      y={y + (k % 2 === 0 ? -BAR_HEIGHT / 2 - 4 : BAR_HEIGHT / 2 + LABEL_HEIGHT)}
                      textAnchor="middle"
                    >
                      {nameOf(id)} {offsetText(offset, lengths.fine)}
                    </text>
                  </g>
                )
              })}
            </g>
          )
        })}
      </svg>
    </div>
  )
}

/** Where a belt's plane lies: the others against the foremost, which stands for no figure of its own. */
function whereWords(line: Mm | null, foremost: Mm | null, text: (mm: Mm) => string): string {
  if (line === null) return 'depth not read'
  return foremost === null ? 'foremost' : `${text(foremost - line)} further back`
}

function offsetText(offset: Mm | null, text: (mm: Mm) => string): string {
  if (offset === null) return '?'
  return Math.abs(offset) < 0.005 ? '0' : signed(offset, text)
}

function signed(offset: Mm, text: (mm: Mm) => string): string {
  return `${offset > 0 ? '+' : '−'}${text(Math.abs(offset))}`
}

function planeOf(settled: SettledDrive, belt: SettledBelt, lines: readonly Mm[]): Plane {
  const datum = belt.pulleys.findIndex(({ id }) => id === referenceOf(settled.drive, belt.belt.id))
  const pulley = belt.pulleys[datum]
  const line = pulley === undefined || !isLineKnown(pulley) ? null : (lines[datum] ?? null)
  return {
    belt,
    line,
    // In the order in which they stand side by side, so that labels of neighbours can take turns.
    pulleys: belt.pulleys
      .flatMap((each, i) => {
        const place = settled.places.get(each.shaft)
        if (place === undefined) return []
        const own = lines[i]
        return [
          {
            id: each.id,
            x: place.x,
            width: each.face !== 'toothed' && isSized(each) ? each.diameter : UNSIZED_MM,
            offset: line === null || own === undefined || !isLineKnown(each) ? null : own - line,
          },
        ]
      })
      .toSorted((a, b) => a.x - b.x),
  }
}

/** The same for whoever does not see it. */
function inWords(planes: readonly Plane[], nameOf: (id: string) => string, text: (mm: Mm) => string): string {
  const each = planes.map(({ belt: { belt }, line, pulleys }, i) => {
    const out = pulleys.flatMap(({ id, offset }) =>
      offset === null || Math.abs(offset) < 0.05 ? [] : [`${nameOf(id)} ${signed(offset, text)}`],
    )
    const unread = pulleys.filter(({ offset }) => offset === null).length
    const plane = whereWords(line, i === 0 ? null : (planes[0]?.line ?? null), text)
    return `${belt.name || belt.id}, ${plane}: ${out.length === 0 ? 'what is read is in line' : out.join(', ')}${unread === 0 ? '' : `; ${unread} not read`}`
  })
  return `All belts from above, foremost first. ${each.join('. ')}.`
}
