import { expect, test } from '@jest/globals'
import { isSized } from '../drive/pulley.ts'
import { settleDrive } from '../path/settle.ts'
import { randomAccessoryDrive } from '../testing/accessory-drives.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { readVectors } from '../testing/vectors.ts'
import { changeable, sizeOf } from './resize.ts'
import { SizeCost } from './size-cost.ts'

const DRIVES = 60
const SETS = 20

test(`no set in a box costs less than the box is said to at least (seed ${SEED})`, () => {
  const random = randomFrom(SEED)
  const drives = [
    ...readVectors().map(({ drive }) => drive),
    ...Array.from({ length: DRIVES }, () => randomAccessoryDrive(random)),
  ]
  let tight = 0
  for (const [i, drive] of drives.entries()) {
    const free = changeable(drive).filter(isSized).slice(0, 4)
    const cost = new SizeCost(settleDrive(drive), free, {})
    const low = free.map((pulley) => (sizeOf(pulley) ?? 0) * (0.85 + 0.15 * random()))
    const high = low.map((size) => size * (1 + 0.25 * random()))
    const least = cost.atLeast(low, high)
    for (let k = 0; k < SETS; k++) {
      const sizes = low.map((from, j) => from + random() * ((high[j] ?? from) - from))
      const parts = cost.of(sizes)
      // A set whose belt has no path costs nothing that could be compared.
      if (parts === undefined) continue
      if (parts.total < least - 1e-9)
        throw new Error(`seed ${SEED}, drive ${i}: ${parts.total} in a box of at least ${least}`)
      if (parts.total < least + 5) tight++
    }
  }
  // A bound of nothing would be true of everything.
  expect(tight).toBeGreaterThan(drives.length)
})

test('a box of one set costs at least what the set does, and the drive as it is changes nothing', () => {
  for (const { drive } of readVectors()) {
    const free = changeable(drive).filter(isSized)
    const cost = new SizeCost(settleDrive(drive), free, {})
    const now = free.map((pulley) => sizeOf(pulley) ?? 0)
    const parts = cost.of(now)
    expect(parts?.beltChange).toBeCloseTo(0, 9)
    expect(parts?.total).toBeCloseTo(parts?.speeds ?? NaN, 9)
    expect(cost.atLeast(now, now)).toBeCloseTo(parts?.total ?? NaN, 9)
    expect(cost.goes(now)).toBe(true)
  }
})
