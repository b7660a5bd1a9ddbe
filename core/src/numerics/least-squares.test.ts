import { describe, expect, test } from '@jest/globals'
import { randomFrom, SEED } from '../testing/random.ts'
import { confidenceOf, fitLeastSquares, type Residuals } from './least-squares.ts'

/** Residuals of y = a + b·x over points, and their derivatives. */
const line =
  (points: readonly (readonly [number, number])[]) =>
  ([a = 0, b = 0]: readonly number[]): Residuals => ({
    values: points.map(([x, y]) => a + b * x - y),
    jacobian: points.map(([x]) => [1, x]),
  })

describe('least squares', () => {
  test('a line through four points, by hand', () => {
    // Σx = 6, Σy = 17, Σxy = 33, Σx² = 14: b = (4·33 − 6·17)/(4·14 − 36) = 1.5, a = (17 − 6·1.5)/4 = 2.
    const { at, cost, status } = fitLeastSquares(
      line([
        [0, 2],
        [1, 4],
        [2, 4],
        [3, 7],
      ]),
      [0, 0],
    )
    expect(at[0]).toBeCloseTo(2, 9)
    expect(at[1]).toBeCloseTo(1.5, 9)
    // Residuals 0, −0.5, 1, −0.5.
    expect(cost).toBeCloseTo(1.5, 9)
    expect(status).toBe('settled')
  })

  test('a curved valley: (1 − x)² + 100(y − x²)², whose least is at (1, 1)', () => {
    const { at, cost } = fitLeastSquares(
      ([x = 0, y = 0]) => ({
        values: [1 - x, 10 * (y - x * x)],
        jacobian: [
          [-1, 0],
          [-20 * x, 10],
        ],
      }),
      [-1.2, 1],
    )
    expect(at[0]).toBeCloseTo(1, 6)
    expect(at[1]).toBeCloseTo(1, 6)
    expect(cost).toBeLessThan(1e-12)
  })

  test('what no residual holds stays where it starts', () => {
    const { at } = fitLeastSquares(([x = 0]) => ({ values: [x - 3], jacobian: [[1, 0]] }), [0, 42])
    expect(at[0]).toBeCloseTo(3, 6)
    expect(at[1]).toBe(42)
  })

  test('from where it cannot get better it does not move', () => {
    expect(fitLeastSquares(() => ({ values: [2], jacobian: [[0]] }), [5])).toMatchObject({
      at: [5],
      cost: 4,
      status: 'settled',
    })
  })
})

describe('confidence', () => {
  test('of a line: σ² of b is 1/Σ(x − mean)², of a Σx²/(n·Σ(x − mean)²)', () => {
    const points = [0, 1, 2, 3].map((x) => [x, 0] as const)
    const { covariance, free } = confidenceOf(line(points)([0, 0]), 2)
    expect(covariance?.[1]?.[1]).toBeCloseTo(1 / 5, 12)
    expect(covariance?.[0]?.[0]).toBeCloseTo(14 / (4 * 5), 12)
    expect(free).toEqual([])
  })

  test('directions that nothing holds are named, fewer residuals than unknowns or not', () => {
    // Only x − y is read, twice: x + y is free, and so is z.
    const { covariance, free } = confidenceOf(
      {
        values: [],
        jacobian: [
          [1, -1, 0],
          [2, -2, 0],
        ],
      },
      3,
    )
    expect(covariance).toBeUndefined()
    expect(free).toHaveLength(2)
    for (const [x = 0, y = 0] of free) expect(x - y).toBeCloseTo(0, 9)
    expect(confidenceOf({ values: [], jacobian: [] }, 0)).toEqual({ covariance: [], free: [] })
  })

  test(`spreads are those of repeated readings, seed ${SEED}`, () => {
    const random = randomFrom(SEED)
    const xs = [0, 2, 5, 9, 14]
    const noise = () => Array.from({ length: 12 }, random).reduce((sum, each) => sum + each, -6)
    const slopes = Array.from(
      { length: 600 },
      () => fitLeastSquares(line(xs.map((x) => [x, 3 * x + noise()])), [0, 0]).at[1] ?? NaN,
    )
    const mean = slopes.reduce((sum, each) => sum + each, 0) / slopes.length
    const spread = Math.sqrt(slopes.reduce((sum, each) => sum + (each - mean) ** 2, 0) / slopes.length)
    const { covariance } = confidenceOf(line(xs.map((x) => [x, 0]))([0, 0]), 2)
    // The spread of 600 draws is known to 3 %; three times that.
    expect(spread / Math.sqrt(covariance?.[1]?.[1] ?? NaN)).toBeCloseTo(1, 1)
  })
})
