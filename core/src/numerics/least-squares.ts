import { inverse, Matrix, solve, SVD } from 'ml-matrix'
import { FIT_SETTLED_SHARE, PLAN_STEPS, RANK_SHARE } from './tolerances.ts'

/** Residuals, each in units of its own standard deviation, and their derivatives, a row for each residual. */
export interface Residuals {
  readonly values: readonly number[]
  readonly jacobian: readonly (readonly number[])[]
}

export interface Fit {
  /** `settled`: the cost no longer falls. `cap`: out of steps. */
  readonly status: 'settled' | 'cap'
  readonly at: readonly number[]
  /** Sum of the squared residuals. */
  readonly cost: number
  readonly iterations: number
}

/**
 * Least squares by Levenberg and Marquardt's damped steps: `(JᵀJ + λ·diag(JᵀJ))·δ = −Jᵀr`, λ falling after a step that
 * helps and rising after one that does not. Directions that no residual holds stay where they start.
 */
export function fitLeastSquares(evaluate: (at: readonly number[]) => Residuals, start: readonly number[]): Fit {
  let at = start
  let here = evaluate(at)
  let cost = costOf(here)
  let damping = 1e-3
  for (let iterations = 1; iterations <= PLAN_STEPS; iterations++) {
    const { normal, gradient } = normalEquations(here)
    let improved = false
    for (let tries = 0; tries < 12 && !improved; tries++) {
      const damped = normal.map((row, i) =>
        row.map((value, j) => (i === j ? value + damping * Math.max(value, 1e-9) + 1e-15 : value)),
      )
      const step = solve(new Matrix(damped), Matrix.columnVector([...gradient])).to1DArray()
      const next = at.map((value, i) => value - (step[i] as number))
      const there = evaluate(next)
      const nextCost = costOf(there)
      if (nextCost <= cost) {
        const settled = cost - nextCost <= FIT_SETTLED_SHARE * (cost + 1e-12)
        at = next
        here = there
        cost = nextCost
        damping = Math.max(damping / 10, 1e-12)
        if (settled) return { status: 'settled', at, cost, iterations }
        improved = true
      } else {
        damping *= 10
      }
    }
    if (!improved) return { status: 'settled', at, cost, iterations }
  }
  return { status: 'cap', at, cost, iterations: PLAN_STEPS }
}

function costOf({ values }: Residuals): number {
  return values.reduce((sum, value) => sum + value * value, 0)
}

function normalEquations({ values, jacobian }: Residuals) {
  const n = jacobian[0]?.length ?? 0
  const normal = Array.from({ length: n }, () => new Array<number>(n).fill(0))
  const gradient = new Array<number>(n).fill(0)
  for (const [k, row] of jacobian.entries()) {
    for (let i = 0; i < n; i++) {
      const left = row[i] as number
      if (left === 0) continue
      gradient[i] = (gradient[i] as number) + left * (values[k] as number)
      const into = normal[i] as number[]
      for (let j = 0; j < n; j++) into[j] = (into[j] as number) + left * (row[j] as number)
    }
  }
  return { normal, gradient }
}

export interface Confidence {
  /** Covariance of the unknowns; undefined where some direction is not held. */
  readonly covariance: readonly (readonly number[])[] | undefined
  /** Unit vectors of the directions that no residual holds. */
  readonly free: readonly (readonly number[])[]
}

/** How well residuals hold the unknowns: `C = (JᵀJ)⁻¹`, and the directions in which J does not change. */
export function confidenceOf({ jacobian }: Residuals, unknowns: number): Confidence {
  if (unknowns === 0) return { covariance: [], free: [] }
  // Rows of nothing, so that there are at least as many as unknowns and every direction has its singular value.
  const missing = Math.max(0, unknowns - jacobian.length)
  const rows = [
    ...jacobian.map((row) => [...row]),
    ...Array.from({ length: missing }, () => new Array<number>(unknowns).fill(0)),
  ]
  const svd = new SVD(new Matrix(rows), { computeLeftSingularVectors: false })
  const largest = Math.max(...svd.diagonal)
  const free = svd.diagonal.flatMap((value, k) =>
    value <= RANK_SHARE * largest ? [svd.rightSingularVectors.getColumn(k)] : [],
  )
  if (free.length > 0) return { covariance: undefined, free }
  const J = new Matrix(rows)
  return { covariance: inverse(J.transpose().mmul(J)).to2DArray(), free }
}
