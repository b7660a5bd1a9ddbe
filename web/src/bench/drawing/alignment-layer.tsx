import { linesAfter, referenceOf, straightedgeTo, worseAngle } from '@emery/core/alignment'
import type { Point } from '@emery/core/numerics'
import { spansOf } from '@emery/core/path'
import { useBench, useBenchState } from '../bench-context.ts'
import styles from './alignment-layer.module.css'
import type { Camera } from './use-camera.ts'

/** Pixels between a span and the figure at its end, and how far along the span that stands. */
const ASIDE = { x: 26, y: 16 } as const
const ALONG = 30
/** A span shorter than this has room for one figure only. */
const ROOM_FOR_BOTH = 120
const ROOM_FOR_ONE = 46

/** The angle at which the belt leaves and meets every pulley, and where the straightedge lies for the one that is read. */
export function AlignmentLayer({ camera }: { readonly camera: Camera }) {
  const { settled, belt } = useBench()
  const { moves, mended, way, view, reading } = useBenchState((state) => state.alignment)
  if (belt === undefined || !belt.path.ok) return null
  const onScreen = ({ x, y }: Point): Point => ({ x: camera.x + x * camera.k, y: camera.y - y * camera.k })
  const { spans } = linesAfter(belt, mended ? moves : [])
  const reference = referenceOf(settled.drive, belt.belt.id)
  const held =
    view === 'read' && way === 'depth' && reading !== null && reference !== undefined && reading !== reference
      ? straightedgeTo(settled, reference, reading)
      : null
  return (
    <g className={styles['layer']} aria-hidden>
      {spansOf(belt).map(({ from, to, start, end }, i) => {
        const span = spans[i]
        if (span === undefined) return null
        const [a, b] = [onScreen(start), onScreen(end)]
        const length = Math.hypot(b.x - a.x, b.y - a.y)
        if (length < ROOM_FOR_ONE) return null
        const along = { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
        // Each figure stands on the side of the belt on which the pulley at its end is not.
        const place = (share: number, at: number): Point => {
          const side = (belt.belt.route[at]?.contact === 'ribs' ? -1 : 1) * belt.ribsSign
          return {
            x: a.x + share * length * along.x + side * along.y * ASIDE.x,
            y: a.y + share * length * along.y - side * along.x * ASIDE.y,
          }
        }
        const worse = worseAngle(span)
        const figures =
          span.verdict === 'unknown'
            ? []
            : length < ROOM_FOR_BOTH
              ? [{ angle: worse, at: place(0.5, i) }]
              : [
                  { angle: Math.abs(span.leaveAngle), at: place(ALONG / length, i) },
                  { angle: Math.abs(span.enterAngle), at: place(1 - ALONG / length, (i + 1) % spans.length) },
                ]
        return (
          <g key={`${from.id} ${to.id}`} data-verdict={span.verdict}>
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
            {figures.map((figure, end) => (
              <text key={end} x={figure.at.x} y={figure.at.y + 5} textAnchor="middle">
                {figure.angle.toFixed(1)}°
              </text>
            ))}
          </g>
        )
      })}
      {held !== null && (
        <Held points={held.points.map(onScreen)} end={onScreen(held.end)} blocked={held.blockedBy !== null} />
      )}
    </g>
  )
}

interface HeldProps {
  readonly points: readonly Point[]
  readonly end: Point
  readonly blocked: boolean
}

/** The straightedge itself, and the two points of the rim it lies on. */
function Held({ points, end, blocked }: HeldProps) {
  const [far, near] = points
  if (far === undefined || near === undefined) return null
  return (
    <g className={styles['held']} data-blocked={blocked}>
      <line x1={far.x} y1={far.y} x2={end.x} y2={end.y} />
      {[far, near].map((point, i) => (
        <circle key={i} cx={point.x} cy={point.y} r={7} />
      ))}
    </g>
  )
}
