import { isAssumed, kindOf } from '@emery/core/adjusters'
import type { Point } from '@emery/core/numerics'
import type { SettledAdjuster, SettledBelt } from '@emery/core/path'
import { useBench } from '../bench-context.ts'
import { drawnRadius } from '../../ui/drive-shapes/drive-bounds.ts'
import styles from './drawing.module.css'

interface AdjusterLayerProps {
  readonly scale: number
  /** What lies under the pulleys, or what lies over them. */
  readonly part: 'ghosts' | 'arm'
}

/** Each belt's adjuster: where its pulley can go, and what carries it there. */
export function AdjusterLayer({ scale, part }: AdjusterLayerProps) {
  const { shown: settled, belt: inHand } = useBench()
  return (
    <g className={styles['adjusters']}>
      {settled.belts.map((belt) => {
        if (belt.adjuster === null || belt.adjuster.wanted === 'shared') return null
        const key = belt.belt.id
        if (part === 'ghosts')
          return belt.belt.id === inHand?.belt.id ? <Ghosts key={key} belt={belt} adjuster={belt.adjuster} /> : null
        return <Carriers key={key} adjuster={belt.adjuster} scale={scale} />
      })}
    </g>
  )
}

/** The moved pulley in outline at both ends of the travel, and the way between. */
function Ghosts({ belt, adjuster }: { readonly belt: SettledBelt; readonly adjuster: SettledAdjuster }) {
  const { shown } = useBench()
  const { motion } = adjuster
  if (motion.moves !== 'shaft') return null
  const ends = travelEnds(adjuster)
  const pulley = belt.pulleys.find(({ shaft }) => shaft === motion.shaft)
  if (ends === null || pulley === undefined) return null
  const way = [0, 0.25, 0.5, 0.75, 1].flatMap((u) => {
    const place = motion.placeAt(u)
    return place === undefined ? [] : [`${place.x.toFixed(1)} ${(-place.y).toFixed(1)}`]
  })
  return (
    <>
      {ends.map(({ x, y }, i) => (
        <circle key={i} className={styles['ghost']} cx={x} cy={-y} r={drawnRadius(shown, pulley)} />
      ))}
      <path className={styles['way']} d={`M${way.join('L')}`} />
    </>
  )
}

/** The moved shaft's places at both ends of the travel; null where the parts do not reach. */
export function travelEnds({ motion }: SettledAdjuster): readonly [Point, Point] | null {
  if (motion.moves !== 'shaft') return null
  const [released, takenUp] = [motion.placeAt(0), motion.placeAt(1)]
  return released === undefined || takenUp === undefined ? null : [released, takenUp]
}

/** The arms, rods or slots that carry the moved pulley. */
function Carriers({ adjuster, scale }: { readonly adjuster: SettledAdjuster; readonly scale: number }) {
  const { shown: settled } = useBench()
  const { motion, adjuster: part } = adjuster
  if (motion.moves !== 'shaft') return null
  const at = settled.places.get(motion.shaft)
  if (at === undefined) return null
  const { x, y } = settled.drive.shafts.find(({ id }) => id === motion.shaft) ?? { x: null, y: null }
  const places = { at, stated: { x: x ?? 0, y: y ?? 0 }, ends: travelEnds(adjuster) }
  return (
    <g className={styles['carrier']} data-adjuster={part.id} data-assumed={isAssumed(part)}>
      {kindOf(part)
        .carriers(part, places)
        .map(({ is, from, to }, i) =>
          is === 'slot' ? (
            <Slot key={i} from={from} to={to} scale={scale} />
          ) : (
            <Arm key={i} from={from} to={to} scale={scale} />
          ),
        )}
    </g>
  )
}

interface LinkProps {
  readonly from: Point
  readonly to: Point
  readonly scale: number
}

/** A narrow bar between two bolts. */
function Arm({ from, to, scale }: LinkProps) {
  return (
    <>
      <line className={styles['armEdge']} x1={from.x} y1={-from.y} x2={to.x} y2={-to.y} />
      <line className={styles['armFill']} x1={from.x} y1={-from.y} x2={to.x} y2={-to.y} />
      <circle className={styles['bolt']} cx={from.x} cy={-from.y} r={7 / scale} />
      <circle className={styles['pin']} cx={from.x} cy={-from.y} r={2 / scale} />
      <circle className={styles['bolt']} cx={to.x} cy={-to.y} r={3.5 / scale} />
    </>
  )
}

/** A straight slot with its two ends. */
function Slot({ from, to, scale }: LinkProps) {
  return (
    <>
      <line className={styles['slot']} x1={from.x} y1={-from.y} x2={to.x} y2={-to.y} strokeWidth={12 / scale} />
      <line className={styles['slotInside']} x1={from.x} y1={-from.y} x2={to.x} y2={-to.y} strokeWidth={9 / scale} />
    </>
  )
}
