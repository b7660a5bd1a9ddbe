import { expect, test } from '@jest/globals'
import { normalBelow } from './normal.ts'

test('the share of a normal distribution below z, against the tables', () => {
  // Abramowitz and Stegun table 26.1; the formula is good to 1.5e-7.
  for (const [z, share] of [
    [0, 0.5],
    [1, 0.841344746],
    [1.96, 0.975002105],
    [-3, 0.001349898],
  ] as const)
    expect(Math.abs(normalBelow(z) - share)).toBeLessThan(2e-7)
})
