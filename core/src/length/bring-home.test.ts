import { describe, expect, test } from '@jest/globals'
import { normalBelow } from '../numerics/normal.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { gauss } from '../testing/surveys.ts'
import { bringHome, type Chances } from './bring-home.ts'

describe('belts to buy', () => {
  const mean = 1702
  const offered = Array.from({ length: 41 }, (_, i) => 1600 + 5 * i)
  const window = { from: 1690, to: 1706 }
  const home = (sigma: number) => bringHome(chances(sigma, offered))

  /** A window of known width about a mean known to a standard deviation. */
  function chances(sigma: number, lengths: readonly number[]): Chances {
    const below = (length: number) => normalBelow((length - mean) / sigma)
    return {
      lengths,
      // The shorter one is in where the truth is no farther above, the longer one where it is no farther below.
      both: (shorter, longer) =>
        Math.max(
          0,
          below(mean + (lengths[shorter] ?? NaN) - window.from) - below(mean + (lengths[longer] ?? NaN) - window.to),
        ),
    }
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
      const sigma = 4 + 8 * random()
      const below = (x: number) => normalBelow((x - mean) / sigma)
      const drawn = Array.from({ length: 8 }, () => 1675 + Math.round(50 * random()))
      const sizes = [...new Set(drawn)].toSorted((a, b) => a - b)
      const { belts, together } = bringHome(chances(sigma, sizes))
      const covered = (set: readonly number[]) => {
        // The union of what each covers, on a fine rule.
        let share = 0
        for (let x = 1640; x < 1765; x += 0.05) {
          const fits = set.some((length) => x >= mean + length - window.to && x < mean + length - window.from)
          if (fits) share += below(x + 0.05) - below(x)
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
    expect(bringHome(chances(3, []))).toEqual({ belts: [], together: 0 })
  })
})

function subsets<Item>(items: readonly Item[], size: number): Item[][] {
  if (size === 0) return [[]]
  return items.flatMap((item, i) => subsets(items.slice(i + 1), size - 1).map((rest) => [item, ...rest]))
}
