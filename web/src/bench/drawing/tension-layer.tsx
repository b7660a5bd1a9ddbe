import { reserveVerdict, RESERVE } from '@emery/core/tension'
import type { Point } from '@emery/core/numerics'
import { spansOf } from '@emery/core/path'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import { useTension } from '../use-tension.ts'
import styles from './tension-layers.module.css'
import type { Camera } from './use-camera.ts'
import { useUnits } from '../../ui/use-units.ts'

/** Pixels across a span: slack, and what the tightest adds to it. */
const THIN = 4
const THICKER = 14
/** Pixels between a span and its figure, and half of what a figure takes up. */
const ASIDE = 7
const HALF_FIGURE = { x: 27, y: 8 } as const
const MARK = 24
/** A span shorter than this has no room for a figure. */
const MIN_PX = 70

/** How tight every span runs, thin to thick with its figure, and a mark at the pulleys that are near to slipping. */
export function TensionLayer({ camera }: { readonly camera: Camera }) {
  const units = useUnits()
  const { settled, belt: inHand } = useBench()
  const { belts } = useTension()
  const tightest = Math.max(1, ...belts.flatMap(({ spans }) => spans))
  const onScreen = ({ x, y }: Point): Point => ({ x: camera.x + x * camera.k, y: camera.y - y * camera.k })
  return (
    <g className={styles['tension']} aria-hidden>
      {belts.map(({ belt: id, spans, pulleys }) => {
        const belt = settled.belts.find((each) => each.belt.id === id)
        if (belt === undefined) return null
        const quiet = id !== inHand?.belt.id
        return (
          <g key={id} data-quiet={quiet}>
            {spansOf(belt).map(({ from, to, start, end }, i) => {
              const [a, b] = [onScreen(start), onScreen(end)]
              const along = Math.hypot(b.x - a.x, b.y - a.y)
              const tension = spans[i] ?? 0
              const width = THIN + THICKER * Math.max(0, tension / tightest)
              // To the side of the ribs: arrows of travel stand on the other.
              const side = (belt.ribsSign > 0 ? 1 : -1) / (along || 1)
              const normal = { x: side * (b.y - a.y), y: -side * (b.x - a.x) }
              const out = ASIDE + width / 2 + HALF_FIGURE.x * Math.abs(normal.x) + HALF_FIGURE.y * Math.abs(normal.y)
              const at = { x: (a.x + b.x) / 2 + out * normal.x, y: (a.y + b.y) / 2 + out * normal.y }
              return (
                <g key={`${from.id} ${to.id}`} data-span={`${from.id} ${to.id}`}>
                  <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} strokeWidth={width} />
                  {!quiet && along > MIN_PX && (
                    <text x={at.x} y={at.y + 5} textAnchor="middle">
                      {units.force.text(tension)}
                    </text>
                  )}
                </g>
              )
            })}
            {pulleys.map(({ pulley, gripUse }, i) => {
              const circle = belt.circles[i]
              if (circle === undefined || gripUse === null || gripUse <= 1 / RESERVE.watch) return null
              const at = onScreen(circle)
              return (
                <g key={pulley} transform={`translate(${at.x - MARK / 2} ${at.y - circle.r * camera.k - MARK - 6})`}>
                  <rect className={styles['markGround']} x={-4} y={-4} width={MARK + 8} height={MARK + 8} rx={4} />
                  <VerdictMark verdict={reserveVerdict(1 / gripUse)} size={MARK} label="" />
                </g>
              )
            })}
          </g>
        )
      })}
    </g>
  )
}
