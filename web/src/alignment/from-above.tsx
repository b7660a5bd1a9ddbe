import { scaleLinear } from 'd3-scale'
import { isLineKnown, linesAfter, type LinesOfBelt, worseAngle } from '@emery/core/alignment'
import type { SettledBelt } from '@emery/core/path'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import styles from './alignment.module.css'

const SIZE = { width: 1208, height: 210, left: 70, right: 60, top: 70, bottom: 58 } as const
const PULLEY = { width: 36, height: 30 } as const
/** mm of offset that fill the picture at least, so that what is nearly in line looks so. */
const MIN_SHOWN_MM = 3
/** Pixels of a span above which its angle has room beside the pulleys’ figures; else it stands in a row above them. */
const ROOM_FOR_ANGLE = 110
const TOP_ROW = 44
const FACTORS = [2, 5, 10, 20, 50] as const

/** The belt in hand seen from above, unrolled in its own order, offsets magnified; after the moves where that is asked for. */
export function FromAbove() {
  const { belt } = useBench()
  const { mended, moves } = useBenchState((state) => state.alignment)
  if (belt === undefined || !belt.path.ok)
    return (
      <div className={styles['above']}>
        <p className="soft">The belt from above is drawn once its spans are known.</p>
      </div>
    )
  return <Picture belt={belt} now={linesAfter(belt, mended ? moves : [])} mended={mended} />
}

interface PictureProps {
  readonly belt: SettledBelt
  readonly now: LinesOfBelt
  readonly mended: boolean
}

function Picture({ belt, now, mended }: PictureProps) {
  const { settled } = useBench()
  const lengths = useLengths()
  const { lines, spans } = now
  const crank = settled.drive.shafts.find(({ kind }) => kind === 'crank')?.id
  const first = Math.max(
    0,
    belt.pulleys.findIndex(({ shaft }) => shaft === crank),
  )
  const reference = lines[first] ?? 0
  const n = lines.length
  // The crank stands at both ends: the belt comes back to it.
  const order = Array.from({ length: n + 1 }, (_, i) => (first + i) % n)
  const ends = order.reduce<number[]>(
    (sum, at, i) => (i === 0 ? [0] : [...sum, (sum.at(-1) ?? 0) + (spans[order[i - 1] ?? at]?.length ?? 0)]),
    [],
  )
  const x = scaleLinear([0, ends.at(-1) ?? 1], [SIZE.left, SIZE.width - SIZE.right])
  const most = Math.max(MIN_SHOWN_MM, ...lines.map((line) => Math.abs(line - reference)))
  const pxPerMm = x(1) - x(0)
  const room = (SIZE.height - SIZE.top - SIZE.bottom) / 2
  const factor = FACTORS.findLast((each) => most * each * pxPerMm <= room) ?? FACTORS[0]
  const middle = SIZE.top + room
  // What lies forward is drawn toward the reader: down would be the block’s side reversed, so forward is up.
  const y = (line: number) => middle - (line - reference) * factor * pxPerMm
  const points = order.map((at, i) => ({ at, x: x(ends[i] ?? 0), y: y(lines[at] ?? reference) }))
  return (
    <div className={styles['above']} data-scrolls role="region" aria-label="From above" tabIndex={0}>
      <svg
        viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
        preserveAspectRatio="xMidYMid meet"
        role="img"
        aria-label={inWords(belt, now, reference, (id) => pulleyName(settled.drive, id), lengths.fine)}
      >
        <text x={18} y={20}>
          From above, in belt order{mended ? ', after the moves' : ''}. Forward is up, offsets × {factor}.
        </text>
        <line className={styles['line']} x1={SIZE.left - 30} x2={SIZE.width - 20} y1={middle} y2={middle} />
        {points.slice(0, -1).map((from, i) => {
          const to = points[i + 1]
          const span = spans[from.at]
          if (to === undefined || span === undefined) return null
          const angle = worseAngle(span)
          return (
            <g key={`${span.from} ${span.to}`} data-verdict={span.verdict}>
              <line className={styles['span']} x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
              <text
                x={(from.x + to.x) / 2}
                y={to.x - from.x < ROOM_FOR_ANGLE ? TOP_ROW : (from.y + to.y) / 2 - 9}
                textAnchor="middle"
              >
                {span.verdict === 'unknown' ? '' : `${angle.toFixed(1)}°`}
              </text>
            </g>
          )
        })}
        {points.map((point, i) => {
          const pulley = belt.pulleys[point.at]
          const offset = (lines[point.at] ?? reference) - reference
          return (
            <g key={i}>
              <rect
                x={point.x - PULLEY.width / 2}
                y={point.y - PULLEY.height / 2}
                width={PULLEY.width}
                height={PULLEY.height}
              />
              <text
                className={styles['figure']}
                x={point.x}
                y={point.y + (i % 2 === 0 ? -PULLEY.height / 2 - 6 : PULLEY.height / 2 + 17)}
                textAnchor="middle"
              >
                {pulley === undefined || !isLineKnown(pulley)
                  ? '?'
                  : Math.abs(offset) < 0.005
                    ? '0'
                    : `${offset > 0 ? '+' : '−'}${lengths.fine(Math.abs(offset))}`}
              </text>
              <text x={point.x} y={SIZE.height - (i % 2 === 0 ? 24 : 8)} textAnchor="middle">
                {pulley === undefined ? '' : pulleyName(settled.drive, pulley.id)}
              </text>
            </g>
          )
        })}
      </svg>
    </div>
  )
}

/** The same for whoever does not see it. */
function inWords(
  belt: SettledBelt,
  { lines, spans }: LinesOfBelt,
  reference: number,
  nameOf: (id: string) => string,
  text: (mm: number) => string,
): string {
  const unread = belt.pulleys.filter((pulley) => !isLineKnown(pulley))
  if (unread.length === belt.pulleys.length) return 'From above: nothing is read yet.'
  const out = belt.pulleys.flatMap(({ id }, i) => {
    const offset = (lines[i] ?? reference) - reference
    return Math.abs(offset) < 0.05 ? [] : [`${nameOf(id)} ${text(Math.abs(offset))} ${offset > 0 ? 'forward' : 'back'}`]
  })
  const bad = spans.filter(({ verdict }) => verdict === 'watch' || verdict === 'act').length
  const rest = unread.length === 0 ? '' : ` Not read: ${unread.map(({ id }) => nameOf(id)).join(', ')}.`
  return `From above: ${out.length === 0 ? (unread.length === 0 ? 'every pulley aligned' : 'what is read is aligned') : out.join(', ')}; ${bad} of ${spans.length} spans outside the quiet limit.${rest}`
}
