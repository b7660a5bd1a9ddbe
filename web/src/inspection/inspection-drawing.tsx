import { useMemo } from 'react'
import type { SettledDrive } from '@emery/core/path'
import type { Verdict } from '@emery/core/verdict'
import type { PartJudged } from '@emery/core/wear'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { parallelPath } from '../ui/drive-shapes/belt-shape.ts'
import { driveBounds, drawnRadius, viewBoxOf } from '../ui/drive-shapes/drive-bounds.ts'

import styles from './inspection-drawing.module.css'
import { nameLines } from '../ui/name-lines.ts'

interface InspectionDrawingProps {
  readonly settled: SettledDrive
  readonly parts: readonly PartJudged[]
  /** The part in hand; none on paper. */
  readonly inHand?: string
  readonly beltOff?: boolean
  readonly onTake?: (part: string) => void
}

const WORST: readonly Verdict[] = ['act', 'watch', 'unknown', 'fine']

/** The drive from the front: a mark on every shaft for the worst of its parts, the part in hand in garnet. Pressed, a pulley comes to hand. */
export function InspectionDrawing({ settled, parts, inHand, beltOff = false, onTake }: InspectionDrawingProps) {
  const box = useMemo(() => driveBounds(settled), [settled])
  const longer = Math.max(box.right - box.left, box.bottom - box.top)
  const letter = longer * 0.05
  const current = parts.find(({ part }) => part.id === inHand)?.part
  const beltsInHand = current?.kind === 'belt' ? current.of : null
  return (
    <svg
      className={styles['drawing']}
      viewBox={viewBoxOf(box, longer * 0.06)}
      role="img"
      aria-label="The drive from the front, with the finding for each part"
    >
      {settled.drive.pulleys.map((pulley) => {
        const place = settled.places.get(pulley.shaft)
        if (place === undefined) return null
        const part = parts.find(({ part: { kind, of } }) => kind === 'pulley' && of === pulley.id)?.part.id
        return (
          <circle
            key={pulley.id}
            cx={place.x}
            cy={-place.y}
            r={drawnRadius(settled, pulley)}
            data-in-hand={current?.shaft === pulley.shaft}
            onClick={part === undefined || onTake === undefined ? undefined : () => onTake(part)}
          />
        )
      })}
      {settled.belts.map((belt) => (
        <path
          key={belt.belt.id}
          data-in-hand={belt.belt.id === beltsInHand}
          data-off={beltOff}
          d={parallelPath(belt, 0) ?? undefined}
        />
      ))}
      {settled.drive.shafts.map(({ id, name }) => {
        const place = settled.places.get(id)
        const of = parts.filter(({ part }) => part.shaft === id)
        if (place === undefined || of.length === 0) return null
        const worst = WORST.find((verdict) => of.some((each) => each.verdict === verdict)) ?? 'unknown'
        return (
          <g key={id} className={styles['shaft']}>
            <g
              transform={`translate(${place.x - letter * 0.45} ${-place.y - letter * 1.05}) scale(${(letter * 0.9) / 14})`}
            >
              <VerdictMark verdict={worst} label="" />
            </g>
            <text textAnchor="middle" fontSize={letter}>
              {nameLines(name).map((line, i) => (
                <tspan key={line} x={place.x} y={-place.y + letter * (0.85 + i)}>
                  {line}
                </tspan>
              ))}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
