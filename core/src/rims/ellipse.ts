/** Ellipses through points of a picture. */
import type { Point } from '../numerics/vectors.ts'

/** Lengths in pixels; `angle` is that of the longer axis, radians from x towards y. */
export interface Ellipse {
  readonly x: number
  readonly y: number
  /** Half of the longer axis, and of the shorter. */
  readonly a: number
  readonly b: number
  readonly angle: number
}

/** Points evenly round an ellipse by their parameter. */
export function ellipsePoints({ x, y, a, b, angle }: Ellipse, count: number): readonly Point[] {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return Array.from({ length: count }, (_, k) => {
    const [u, v] = [a * Math.cos((2 * Math.PI * k) / count), b * Math.sin((2 * Math.PI * k) / count)]
    return { x: x + u * c - v * s, y: y + u * s + v * c }
  })
}

/** How far from a point within the ellipse its edge is, in the direction (`dx`, `dy`) of length 1; NaN from outside. */
export function edgeFrom(ellipse: Ellipse, from: Point, dx: number, dy: number): number {
  const { x, y, a, b, angle } = ellipse
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const [px, py] = [((from.x - x) * c + (from.y - y) * s) / a, (-(from.x - x) * s + (from.y - y) * c) / b]
  const [qx, qy] = [(dx * c + dy * s) / a, (-dx * s + dy * c) / b]
  const [k2, k1, k0] = [qx * qx + qy * qy, px * qx + py * qy, px * px + py * py - 1]
  return k0 > 0 ? NaN : (-k1 + Math.sqrt(k1 * k1 - k2 * k0)) / k2
}

/**
 * The ellipse nearest to points, each with a weight: least squares of A·x² + B·xy + C·y² + D·x + E·y = 1 about their middle, in units of their
 * spread. Null where they make no ellipse. As good as fits that are bound to an ellipse where points lie all round it, as these do.
 */
export function ellipseThrough(points: readonly Point[], weights?: readonly number[]): Ellipse | null {
  let [sum, mx, my] = [0, 0, 0]
  points.forEach(({ x, y }, i) => {
    const w = weights?.[i] ?? 1
    sum += w
    mx += w * x
    my += w * y
  })
  if (sum <= 0) return null
  mx /= sum
  my /= sum
  let spread = 0
  points.forEach(({ x, y }, i) => (spread += (weights?.[i] ?? 1) * ((x - mx) ** 2 + (y - my) ** 2)))
  spread = Math.sqrt(spread / sum)
  if (!(spread > 0)) return null
  const equations = new Float64Array(UNKNOWNS * COLUMNS)
  const row = new Float64Array(COLUMNS)
  points.forEach((point, i) => {
    const [x, y, w] = [(point.x - mx) / spread, (point.y - my) / spread, weights?.[i] ?? 1]
    row.set([x * x, x * y, y * y, x, y, 1])
    for (let r = 0; r < UNKNOWNS; r++)
      for (let c = 0; c < COLUMNS; c++)
        equations[r * COLUMNS + c] = at(equations, r, c) + w * (row[r] as number) * (row[c] as number)
  })
  const conic = solved(equations)
  return conic === null ? null : ellipseOf(conic, { x: mx, y: my }, spread)
}

const UNKNOWNS = 5
const COLUMNS = UNKNOWNS + 1
const at = (equations: Float64Array, row: number, column: number) => equations[row * COLUMNS + column] as number

/**
 * Five equations in five unknowns, row by row with the right side last, by elimination with pivots; null where they say too little. Thousands
 * are solved for one press: a matrix library takes several times as long as the rest of the search.
 */
function solved(equations: Float64Array): readonly number[] | null {
  for (let k = 0; k < UNKNOWNS; k++) {
    let pivot = k
    for (let r = k + 1; r < UNKNOWNS; r++)
      if (Math.abs(at(equations, r, k)) > Math.abs(at(equations, pivot, k))) pivot = r
    if (Math.abs(at(equations, pivot, k)) < 1e-12) return null
    for (let c = 0; c < COLUMNS; c++) {
      const above = at(equations, k, c)
      equations[k * COLUMNS + c] = at(equations, pivot, c)
      equations[pivot * COLUMNS + c] = above
    }
    for (let r = 0; r < UNKNOWNS; r++) {
      const factor = r === k ? 0 : at(equations, r, k) / at(equations, k, k)
      if (factor !== 0)
        for (let c = k; c < COLUMNS; c++)
          equations[r * COLUMNS + c] = at(equations, r, c) - factor * at(equations, k, c)
    }
  }
  return Array.from({ length: UNKNOWNS }, (_, k) => at(equations, k, UNKNOWNS) / at(equations, k, k))
}

function ellipseOf(conic: readonly number[], middle: Point, spread: number): Ellipse | null {
  const [A, B, C, D, E] = conic as [number, number, number, number, number]
  const det = 4 * A * C - B * B
  if (!(det > 0)) return null
  const [x, y] = [(B * E - 2 * C * D) / det, (B * D - 2 * A * E) / det]
  // About its middle: A·u² + B·uv + C·v² = k.
  const k = 1 + A * x * x + B * x * y + C * y * y
  const [half, root] = [(A + C) / 2, Math.hypot((A - C) / 2, B / 2)]
  const [small, large] = [(half - root) / k, (half + root) / k]
  if (!(small > 0 && large > 0)) return null
  const sign = k > 0 ? 1 : -1
  return {
    x: middle.x + x * spread,
    y: middle.y + y * spread,
    a: spread / Math.sqrt(Math.min(small, large)),
    b: spread / Math.sqrt(Math.max(small, large)),
    angle: 0.5 * Math.atan2(-B * sign, (C - A) * sign),
  }
}
