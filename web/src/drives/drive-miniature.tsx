import { useMemo } from 'react'
import { settleDrive, type CheckedDrive } from '@emery/core'
import { parallelPath } from '../shapes/belt-shape.ts'
import { drawnRadius, driveBounds } from '../shapes/drive-bounds.ts'

/** A drive small enough for a row of a list: its pulleys and belts, nothing written. */
export function DriveMiniature({ drive }: { readonly drive: CheckedDrive }) {
  const settled = useMemo(() => settleDrive(drive), [drive])
  const { left, top, right, bottom } = driveBounds(settled)
  const margin = 0.05 * Math.max(right - left, bottom - top)
  return (
    <svg
      viewBox={[left - margin, top - margin, right - left + 2 * margin, bottom - top + 2 * margin].join(' ')}
      width={112}
      height={76}
      aria-hidden
    >
      {drive.pulleys.map((pulley) => {
        const place = settled.places.get(pulley.shaft)
        return (
          place !== undefined && (
            <circle
              key={pulley.id}
              cx={place.x}
              cy={-place.y}
              r={drawnRadius(settled, pulley)}
              fill="var(--metal)"
              stroke="var(--steel)"
              vectorEffect="non-scaling-stroke"
            />
          )
        )
      })}
      {settled.belts.map((belt) => (
        <path
          key={belt.belt.id}
          d={parallelPath(belt, 0) ?? undefined}
          fill="none"
          stroke="var(--belt)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  )
}
