import type { Point } from '../numerics/vectors.ts'
import { tangentPoint } from './cord-path.ts'
import type { SettledBelt } from './settle.ts'

/** A straight stretch and the arc that follows it round the next pulley, of a closed curve beside a belt's cord. */
export interface OutlinePart {
  readonly from: Point
  readonly to: Point
  readonly arc: {
    readonly centre: Point
    readonly radius: number
    /** Radians from +x, where the arc begins, and how far it goes: counter-clockwise positive. */
    readonly begins: number
    readonly sweep: number
    readonly end: Point
  }
}

/** The closed curve at a distance in mm from a belt's cord, positive toward the ribs; null without a path. */
export function beltOutline(
  { circles, path, ribsSign }: SettledBelt,
  towardRibs: number,
): readonly OutlinePart[] | null {
  if (!path.ok || circles.length < 2) return null
  const shifted = circles.map((circle) => ({
    ...circle,
    r: circle.r + (circle.sigma === ribsSign ? -towardRibs : towardRibs),
  }))
  return shifted.map((circle, i) => {
    const next = (i + 1) % shifted.length
    const around = shifted[next] as (typeof shifted)[number]
    const direction = path.directions[i] as number
    const to = tangentPoint(around, direction)
    return {
      from: tangentPoint(circle, direction),
      to,
      arc: {
        centre: { x: around.x, y: around.y },
        radius: around.r,
        begins: Math.atan2(to.y - around.y, to.x - around.x),
        sweep: around.sigma * (path.wraps[next] as number),
        end: tangentPoint(around, path.directions[next] as number),
      },
    }
  })
}
