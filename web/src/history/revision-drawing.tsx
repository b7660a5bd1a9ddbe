import { useMemo } from 'react'
import { settleDrive, type CheckedDrive } from '@emery/core'
import { parallelPath } from '../shapes/belt-shape.ts'
import { drawnRadius, driveBounds } from '../shapes/drive-bounds.ts'
import styles from './history.module.css'

interface RevisionDrawingProps {
  readonly drive: CheckedDrive
  /** The version beside it, whose frame it shares so that the two can be compared by eye. */
  readonly other: CheckedDrive
  /** Ids of parts that differ. */
  readonly changed: readonly string[]
}

/** One version drawn, what differs from the other in the accent. */
export function RevisionDrawing({ drive, other, changed }: RevisionDrawingProps) {
  const settled = useMemo(() => settleDrive(drive), [drive])
  const beside = useMemo(() => settleDrive(other), [other])
  const [a, b] = [driveBounds(settled), driveBounds(beside)]
  const box = {
    left: Math.min(a.left, b.left),
    top: Math.min(a.top, b.top),
    right: Math.max(a.right, b.right),
    bottom: Math.max(a.bottom, b.bottom),
  }
  const margin = 0.05 * Math.max(box.right - box.left, box.bottom - box.top)
  // Large enough to read at half a screen's width, whatever the drive's size.
  const size = Math.max(box.right - box.left, box.bottom - box.top) / 24
  const differs = (ids: readonly string[]) => ids.some((id) => changed.includes(id))
  return (
    <svg
      className={styles['drawing']}
      viewBox={[
        box.left - margin,
        box.top - margin,
        box.right - box.left + 2 * margin,
        box.bottom - box.top + 2 * margin,
      ].join(' ')}
      role="img"
      aria-label={`${drive.name}, drawn`}
    >
      {drive.pulleys.map((pulley) => {
        const place = settled.places.get(pulley.shaft)
        if (place === undefined) return null
        const name = drive.shafts.find(({ id }) => id === pulley.shaft)?.name ?? ''
        const r = drawnRadius(settled, pulley)
        return (
          <g key={pulley.id} data-changed={differs([pulley.id, pulley.shaft])}>
            <circle cx={place.x} cy={-place.y} r={r} />
            <text x={place.x} y={-place.y + size / 3} textAnchor="middle" fontSize={size}>
              {name}
            </text>
          </g>
        )
      })}
      {settled.belts.map((belt) => (
        <path key={belt.belt.id} data-changed={differs([belt.belt.id])} d={parallelPath(belt, 0) ?? undefined} />
      ))}
    </svg>
  )
}
