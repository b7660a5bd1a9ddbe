import { describe, expect, test } from '@jest/globals'
import { normalBelow } from '../numerics/normal.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { gauss } from '../testing/surveys.ts'
import { bringHome } from './bring-home.ts'
import { fuse, type Estimate } from './fusion.ts'

const estimate = (id: string, length: number, sigma: number): Estimate => ({ id, length, sigma })

describe('estimates', () => {
  test('are weighted by inverse variance', () => {
    const { belief, outliers } = fuse([estimate('a', 1700, 3), estimate('b', 1706, 6)], [])
    // 1/9 against 1/36: four to one.
    expect(belief?.mean).toBeCloseTo(1701.2, 9)
    expect(belief?.sigma).toBeCloseTo(Math.sqrt(36 / 5), 9)
    expect(outliers).toEqual([])
  })

  test('the one that disagrees is named and not averaged in', () => {
    const { belief, outliers } = fuse(
      [estimate('geometry', 1725.6, 3), estimate('strap', 1723.1, 3.2), estimate('label', 1765, 2)],
      [],
    )
    expect(outliers).toHaveLength(1)
    expect(outliers[0]).toMatchObject({ id: 'label', oneOfTwo: false })
    expect(outliers[0]?.apart).toBeCloseTo(1765 - (1725.6 / 9 + 1723.1 / 10.24) / (1 / 9 + 1 / 10.24), 6)
    expect(belief?.mean).toBeLessThan(1726)
  })

  test('a sure one that contradicts all others is put aside as well', () => {
    const { outliers } = fuse([estimate('a', 1700, 3), estimate('b', 1702, 3), estimate('trial', 1730, 1)], [])
    expect(outliers.map(({ id }) => id)).toEqual(['trial'])
  })

  test('of two that disagree the much less certain goes, or else the later, and it is said that nobody can tell', () => {
    const { belief, outliers } = fuse([estimate('string', 1760, 8), estimate('strap', 1700, 3)], [])
    expect(outliers).toEqual([{ id: 'string', apart: 60, oneOfTwo: true }])
    expect(belief?.mean).toBe(1700)
    expect(fuse([estimate('geometry', 1700, 4), estimate('trial', 1540, 3)], []).outliers).toEqual([
      { id: 'trial', apart: -160, oneOfTwo: true },
    ])
  })

  test('three standard deviations are not yet too far', () => {
    expect(fuse([estimate('a', 1700, 3), estimate('b', 1700 + 2.99 * Math.hypot(3, 4), 4)], []).outliers).toEqual([])
    expect(fuse([estimate('a', 1700, 3), estimate('b', 1700 + 3.01 * Math.hypot(3, 4), 4)], []).outliers).toHaveLength(
      1,
    )
  })

  test('nothing known, nothing said', () => {
    expect(fuse([], [{ id: 'x', side: 'longer', than: 1700, sigma: 1 }])).toEqual({ belief: null, outliers: [] })
  })
})

describe('bounds', () => {
  test('half a normal distribution is left above its middle: mean σ·√(2/π) up, σ·√(1 − 2/π)', () => {
    const { belief } = fuse([estimate('a', 1700, 5)], [{ id: 'short', side: 'longer', than: 1700, sigma: 1e-3 }])
    // The sum over 1601 places is within a hundredth of a millimetre of the integral.
    expect(Math.abs((belief?.mean ?? NaN) - (1700 + 5 * Math.sqrt(2 / Math.PI)))).toBeLessThan(0.03)
    expect(Math.abs((belief?.sigma ?? NaN) - 5 * Math.sqrt(1 - 2 / Math.PI))).toBeLessThan(0.03)
    expect(belief?.below(1700)).toBeLessThan(0.01)
    expect(belief?.below(1720)).toBeGreaterThan(0.9998)
  })

  test('one that is far inside changes nothing', () => {
    const { belief } = fuse([estimate('a', 1700, 3)], [{ id: 'short', side: 'longer', than: 1650, sigma: 1 }])
    expect(belief?.mean).toBeCloseTo(1700, 6)
  })

  test('one that contradicts the rest is named, not taken', () => {
    const { belief, outliers } = fuse([estimate('a', 1700, 3)], [{ id: 'short', side: 'longer', than: 1730, sigma: 1 }])
    expect(belief?.mean).toBe(1700)
    expect(outliers).toEqual([{ id: 'short', apart: 30, oneOfTwo: true }])
  })
})

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

describe('belts to buy', () => {
  const wanted = (sigma: number) => fuse([estimate('a', 1702, sigma)], []).belief
  const offered = Array.from({ length: 41 }, (_, i) => 1600 + 5 * i)
  const window = { from: 1690, to: 1706, verdict: 'good' } as const
  const home = (sigma: number) => {
    const belief = wanted(sigma)
    if (belief === null) throw new Error('nothing known')
    return bringHome(belief, window, offered)
  }

  test('one where the length is well known: the size nearest the middle of what fits', () => {
    const { belts, together } = home(2)
    expect(belts.map(({ length }) => length)).toEqual([1700])
    // It fits while the truth is within 10 above or 6 below the mean.
    expect(together).toBeCloseTo(normalBelow(10 / 2) - normalBelow(-6 / 2), 6)
  })

  test('more where it is not, the likeliest first', () => {
    const { belts, together } = home(8)
    expect(belts.length).toBeGreaterThan(1)
    expect(together).toBeGreaterThanOrEqual(0.95)
    expect(belts.map(({ alone }) => alone)).toEqual(belts.map(({ alone }) => alone).toSorted((a, b) => b - a))
  })

  test('no smaller set would do, and the likeliest is among them: against all subsets', () => {
    const random = randomFrom(SEED)
    for (let round = 0; round < 40; round++) {
      const belief = wanted(4 + 8 * random())
      if (belief === null) throw new Error('nothing known')
      const sizes = Array.from({ length: 8 }, () => 1675 + Math.round(50 * random()))
      const { belts, together } = bringHome(belief, window, sizes)
      const covered = (set: readonly number[]) => {
        // The union of what each covers, on a fine rule.
        let share = 0
        for (let x = 1640; x < 1765; x += 0.05) {
          const fits = set.some(
            (length) => x >= belief.mean + length - window.to && x < belief.mean + length - window.from,
          )
          if (fits) share += belief.below(x + 0.05) - belief.below(x)
        }
        return share
      }
      const most = (count: number) => subsets(sizes, count).reduce((best, set) => Math.max(best, covered(set)), 0)
      const fail = (why: string) => {
        throw new Error(`seed ${SEED}, round ${round}: ${why}`)
      }
      // The rule's steps are worth up to half a percent.
      if (belts.length > 1 && most(belts.length - 1) > 0.956) fail('a smaller set would have done')
      if (together < 0.95 && together < most(belts.length) - 0.006) fail(`${together}, and more could be covered`)
      if (Math.abs(together - covered(belts.map(({ length }) => length))) > 0.006) fail('the share is not as said')
      const alone = sizes.map((size) => covered([size]))
      const likeliest = sizes[alone.indexOf(Math.max(...alone))] ?? 0
      const withIt = subsets(sizes, 2).filter((set) => set.includes(likeliest))
      if (belts.length === 2 && withIt.some((set) => covered(set) > 0.956) && (belts[0]?.alone ?? 0) < most(1) - 0.006)
        fail('the likeliest is not first')
    }
  })

  test('what is promised comes true: of random truths one of the belts fits as often as said', () => {
    const random = randomFrom(SEED + 1)
    const { belts, together } = home(8)
    let fits = 0
    const rounds = 20_000
    for (let i = 0; i < rounds; i++) {
      const off = 8 * gauss(random)
      if (belts.some(({ length }) => length - off >= window.from && length - off <= window.to)) fits++
    }
    // Two standard errors of 20 000 draws are 0.3 %.
    expect(Math.abs(fits / rounds - together)).toBeLessThan(0.006)
  })

  test('nothing on offer, nothing to bring', () => {
    const belief = wanted(3)
    expect(belief === null ? null : bringHome(belief, window, [])).toEqual({ belts: [], together: 0 })
  })
})

function subsets<Item>(items: readonly Item[], size: number): Item[][] {
  if (size === 0) return [[]]
  return items.flatMap((item, i) => subsets(items.slice(i + 1), size - 1).map((rest) => [item, ...rest]))
}
