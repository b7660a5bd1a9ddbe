/** Maps from one plane onto another as a camera makes them, as 3 × 3 matrices row by row. */
import { inverse, Matrix, solve } from 'ml-matrix'
import type { PicturePoint } from '../drive/photo.ts'
import type { Point } from '../numerics/vectors.ts'

export type PlaneMap = (point: PicturePoint) => Point

/** The map that takes four points to four others, row by row, its last number 1. */
export function homography(from: readonly PicturePoint[], to: readonly (readonly [number, number])[]): number[] {
  const rows = from.flatMap(([x, y], i) => {
    const [X, Y] = to[i] as readonly [number, number]
    return [
      [x, y, 1, 0, 0, 0, -x * X, -y * X],
      [0, 0, 0, x, y, 1, -x * Y, -y * Y],
    ]
  })
  return [...solve(new Matrix(rows), Matrix.columnVector(to.flat())).to1DArray(), 1]
}

export function mapOf(matrix: readonly number[]): PlaneMap {
  const [a, b, c, d, e, f, g, h, i] = matrix as [number, number, number, number, number, number, number, number, number]
  return ([x, y]) => {
    const w = g * x + h * y + i
    return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w }
  }
}

/** Where a place of the drawing falls in the picture: the map the other way. */
export function inverseMapOf(matrix: readonly number[]): (place: Point) => PicturePoint {
  const back = mapOf(inverse(Matrix.from1DArray(3, 3, [...matrix])).to1DArray())
  return ({ x, y }) => {
    const at = back([x, y])
    return [at.x, at.y]
  }
}

/** The map followed by a shift of the origin to a place. */
export function shiftedMap(matrix: readonly number[], origin: Point): number[] {
  const [a, b, c, d, e, f, g, h, i] = matrix as [number, number, number, number, number, number, number, number, number]
  const { x, y } = origin
  return [a - x * g, b - x * h, c - x * i, d - y * g, e - y * h, f - y * i, g, h, i]
}
