import { useMemo } from 'react'
import type { SettledDrive } from '@emery/core/path'
import { parallelPath } from '../ui/drive-shapes/belt-shape.ts'
import { driveBounds, drawnRadius } from '../ui/drive-shapes/drive-bounds.ts'
import { nameLines } from '../ui/name-lines.ts'
import styles from './where-drawing.module.css'

interface WhereDrawingProps {
  readonly settled: SettledDrive
  /** The part or belt that was pressed, by its name. */
  readonly chosen: string | undefined
  readonly onPart: (name: string) => void
  readonly onBelt: (name: string) => void
}

/** The drive from the front, to press where the noise is heard: a pulley for its part, a belt for the belt. The list beside it does the same by keyboard. */
export function WhereDrawing({ settled, chosen, onPart, onBelt }: WhereDrawingProps) {
  const box = useMemo(() => driveBounds(settled), [settled])
  const longer = Math.max(box.right - box.left, box.bottom - box.top)
  const [letter, margin] = [longer * 0.055, longer * 0.06]
  const nameOf = (shaft: string) => settled.drive.shafts.find(({ id }) => id === shaft)?.name ?? ''
  return (
    <svg
      className={styles['where']}
      preserveAspectRatio="xMinYMid meet"
      viewBox={`${box.left - margin} ${box.top - margin} ${box.right - box.left + 2 * margin} ${box.bottom - box.top + 2 * margin}`}
      role="img"
      aria-label={chosen === undefined ? 'The drive from the front' : `The drive from the front, ${chosen} marked`}
    >
      {settled.belts.map((belt) => (
        <path
          key={belt.belt.id}
          data-chosen={chosen === belt.belt.name}
          d={parallelPath(belt, 0) ?? undefined}
          onClick={() => onBelt(belt.belt.name)}
        />
      ))}
      {settled.drive.pulleys.map((pulley) => {
        const place = settled.places.get(pulley.shaft)
        const name = nameOf(pulley.shaft)
        if (place === undefined || name === '') return null
        return (
          <circle
            key={pulley.id}
            cx={place.x}
            cy={-place.y}
            r={drawnRadius(settled, pulley)}
            data-chosen={chosen === name}
            onClick={() => onPart(name)}
          />
        )
      })}
      {settled.drive.shafts.map(({ id, name }) => {
        const place = settled.places.get(id)
        const lines = nameLines(name)
        return place === undefined ? null : (
          <text key={id} textAnchor="middle" fontSize={letter}>
            {lines.map((line, i) => (
              <tspan key={line} x={place.x} y={-place.y + letter / 3 + letter * (i - (lines.length - 1) / 2)}>
                {line}
              </tspan>
            ))}
          </text>
        )
      })}
    </svg>
  )
}
