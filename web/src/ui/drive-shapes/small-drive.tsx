import { nameLines } from '../name-lines.ts'
import type { Pulley } from '@emery/core/drive'
import type { SettledBelt, SettledDrive } from '@emery/core/path'
import { parallelPath } from './belt-shape.ts'
import { drawnRadius, driveBounds, viewBoxOf, type Box } from './drive-bounds.ts'
import styles from './small-drive.module.css'

/** How a part of a small drawing stands out: met by the belt's back, met by no belt, other than in another version, or the one that was pressed. */
export type SmallMark = 'back' | 'unmet' | 'changed' | 'chosen' | 'plain'

interface SmallDriveProps {
  readonly settled: SettledDrive
  /** What is seen, mm; the drive itself when left out. */
  readonly box?: Box
  readonly width?: number
  readonly height?: number
  /** Letters on the pulleys, as a share of the picture's longer side; none when left out. */
  readonly letters?: number
  readonly pulleyMark?: (pulley: Pulley) => SmallMark
  readonly beltMark?: (belt: SettledBelt) => SmallMark
  readonly onPulley?: (pulley: Pulley) => void
  readonly onBelt?: (belt: SettledBelt) => void
  /** Said by a screen reader; without it the picture only goes with words beside it. */
  readonly label?: string
}

/** A drive drawn small: pulleys and belts to scale, to look at or to press. */
export function SmallDrive({
  settled,
  box = driveBounds(settled),
  width,
  height,
  letters,
  pulleyMark,
  beltMark,
  onPulley,
  onBelt,
  label,
}: SmallDriveProps) {
  const longer = Math.max(box.right - box.left, box.bottom - box.top)
  const size = letters === undefined ? 0 : letters * longer
  return (
    <svg
      className={styles['drive']}
      data-pressable={onPulley !== undefined || onBelt !== undefined}
      viewBox={viewBoxOf(box, 0.05 * longer)}
      width={width}
      height={height}
      {...(label === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
    >
      {settled.drive.pulleys.map((pulley) => {
        const place = settled.places.get(pulley.shaft)
        if (place === undefined) return null
        return (
          <g key={pulley.id} data-mark={pulleyMark?.(pulley) ?? 'plain'}>
            <circle
              cx={place.x}
              cy={-place.y}
              r={drawnRadius(settled, pulley)}
              onClick={onPulley && (() => onPulley(pulley))}
            />
          </g>
        )
      })}
      {settled.belts.map((belt) => (
        <path
          key={belt.belt.id}
          data-mark={beltMark?.(belt) ?? 'plain'}
          d={parallelPath(belt, 0) ?? undefined}
          onClick={onBelt && (() => onBelt(belt))}
        />
      ))}
      {/* Over the belts, which would cross the names of small pulleys out. */}
      {size > 0 &&
        settled.drive.shafts.map(({ id, name }) => {
          const place = settled.places.get(id)
          const lines = nameLines(name)
          return place === undefined ? null : (
            <text key={id} textAnchor="middle" fontSize={size}>
              {lines.map((line, i) => (
                <tspan key={line} x={place.x} y={-place.y + size / 3 + size * (i - (lines.length - 1) / 2)}>
                  {line}
                </tspan>
              ))}
            </text>
          )
        })}
    </svg>
  )
}
