import { describe, expect, test } from '@jest/globals'
import { bracketedRoot, lastHolding } from './roots.ts'
import { approach, segmentsCross, shortWayRoundDeg, wrapPositive } from './vectors.ts'

const TOLERANCE = { value: 1e-12, at: 1e-15 }

describe('bracketed root', () => {
  test('finds √2, falling or rising', () => {
    const rising = bracketedRoot((x) => ({ value: x * x - 2, slope: 2 * x }), 0, 2, TOLERANCE)
    const falling = bracketedRoot((x) => ({ value: 2 - x * x, slope: -2 * x }), 0, 2, TOLERANCE)
    expect(rising).toMatchObject({ status: 'solved' })
    expect(rising.at).toBeCloseTo(Math.SQRT2, 12)
    expect(falling.at).toBeCloseTo(Math.SQRT2, 12)
  })

  test('a slope that lies is outlived by bisection', () => {
    const root = bracketedRoot((x) => ({ value: x ** 3 - 0.3, slope: 0 }), 0, 1, TOLERANCE)
    expect(root.at).toBeCloseTo(Math.cbrt(0.3), 10)
  })

  test('ends within the tolerance are taken, ends on one side are said to be so', () => {
    expect(bracketedRoot((x) => ({ value: x, slope: 1 }), 0, 1, TOLERANCE)).toMatchObject({
      status: 'solved',
      at: 0,
      iterations: 0,
    })
    expect(bracketedRoot((x) => ({ value: x + 1, slope: 1 }), 0, 1, TOLERANCE)).toMatchObject({
      status: 'not-bracketed',
      at: 0,
      residual: 1,
    })
  })
})

test('the last place where something holds', () => {
  expect(lastHolding((x) => x < 0.375, 0, 1, 1e-9)).toBeCloseTo(0.375, 8)
})

describe('angles', () => {
  test.each([
    [-90, 270],
    [360, 0],
    [725, 5],
  ])('%p° is %p° round', (angle, round) => {
    expect(wrapPositive(angle, 360)).toBe(round)
  })

  test('a whole turn back is zero without a minus', () => {
    expect(Object.is(wrapPositive(-360, 360), 0)).toBe(true)
  })

  test.each([
    [350, 30, 40],
    [30, 350, -40],
    [200, 20, 180],
    [20, 200, 180],
    [10, 10, 0],
  ])('from %p° to %p° is %p°', (from, to, way) => {
    expect(shortWayRoundDeg(from, to)).toBe(way)
  })
})

describe('segments', () => {
  const at = (x: number, y: number) => ({ x, y })
  test('cross in their middles, not at a shared end, nor when parallel', () => {
    expect(segmentsCross(at(0, 0), at(2, 2), at(0, 2), at(2, 0), 1e-9)).toBe(true)
    expect(segmentsCross(at(0, 0), at(2, 2), at(2, 2), at(4, 0), 1e-9)).toBe(false)
    expect(segmentsCross(at(0, 0), at(2, 2), at(0, 1), at(2, 3), 1e-9)).toBe(false)
    expect(segmentsCross(at(0, 0), at(1, 1), at(0, 4), at(4, 0), 1e-9)).toBe(false)
  })

  test('come near a point, on a side', () => {
    expect(approach(at(0, 0), at(10, 0), at(4, 3))).toEqual({ distance: 3, side: 30 })
    expect(approach(at(0, 0), at(10, 0), at(14, -3))).toMatchObject({ distance: 5 })
    expect(approach(at(1, 1), at(1, 1), at(4, 5))).toMatchObject({ distance: 5 })
  })
})
