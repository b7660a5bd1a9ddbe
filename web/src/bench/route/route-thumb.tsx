import { useMemo } from 'react'
import { settleDrive, type CheckedDrive, type RouteEntry } from '@emery/core'
import { parallelPath } from '../../shapes/belt-shape.ts'
import { drawnRadius, driveBounds } from '../../shapes/drive-bounds.ts'
import styles from './route.module.css'

/** A route as a small drawing: pulleys, the belt, and which of them it meets with its back. */
export function RouteThumb({
  drive,
  belt,
  route,
}: {
  readonly drive: CheckedDrive
  readonly belt: string
  readonly route: readonly RouteEntry[]
}) {
  const settled = useMemo(
    () =>
      settleDrive({
        ...drive,
        belts: drive.belts.map((each) => (each.id === belt ? { ...each, route: [...route], length: null } : each)),
      }),
    [drive, belt, route],
  )
  const { left, top, right, bottom } = driveBounds(settled)
  const margin = 0.06 * Math.max(right - left, bottom - top)
  const mine = settled.belts.find((each) => each.belt.id === belt)
  const contact = new Map(route.map((entry) => [entry.pulley, entry.contact]))
  return (
    <svg
      className={styles['thumb']}
      viewBox={[left - margin, top - margin, right - left + 2 * margin, bottom - top + 2 * margin].join(' ')}
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
              data-contact={contact.get(pulley.id) ?? 'none'}
            />
          )
        )
      })}
      {mine !== undefined && <path d={parallelPath(mine, 0) ?? undefined} />}
    </svg>
  )
}
