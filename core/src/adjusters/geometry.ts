import { degrees, type Point } from '../numerics/vectors.ts'

/** To a tenth: finer than a hand pulls on the drawing. */
export function rounded(value: number): number {
  return Math.round(value * 10) / 10
}

/** The direction from one point to another, degrees. */
export function direction(from: Point, to: Point): number {
  return rounded(degrees(Math.atan2(to.y - from.y, to.x - from.x)))
}

/** The point that lies so far from another in a direction, degrees. */
export function pointOn(from: Point, length: number, angle: number): Point {
  return {
    x: from.x + length * Math.cos((angle * Math.PI) / 180),
    y: from.y + length * Math.sin((angle * Math.PI) / 180),
  }
}
