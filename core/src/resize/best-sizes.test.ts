import { expect, test } from '@jest/globals'
import { settleDrive } from '../path/settle.ts'
import { bruteForceSizes, randomAccessoryDrive, twoFree } from '../testing/accessory-drives.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { vectorNamed } from '../testing/vectors.ts'
import { bestSizes, bestSizesRefusal, searchBestSizes } from './best-sizes.ts'
import { driveVersion } from './version.ts'

const DRIVES = runs(30, 500)
/** mm to either side of what two pulleys measure: some 170 sets a drive, each solved whole by the brute force. */
const BY_MM = 6

test(`the search finds what trying every set finds, on ${DRIVES} random drives with two free pulleys (seed ${SEED})`, () => {
  const random = randomFrom(SEED)
  let changed = 0
  for (let i = 0; i < DRIVES; i++) {
    const settled = settleDrive(randomAccessoryDrive(random))
    const free = twoFree(settled.drive, BY_MM, random)
    const [found] = bestSizes(settled, free, { step: 'mm' }).sets
    const brute = bruteForceSizes(settled, free)
    const where = `seed ${SEED}, drive ${i}`
    if (found === undefined || brute === undefined) throw new Error(`${where}: nothing found`)
    // Two programs summing some dozens of terms in another order.
    if (Math.abs(found.cost.total - brute.total) > 1e-9)
      throw new Error(`${where}: ${found.cost.total} found, ${brute.total} there`)
    if (!found.sizes.every(({ size }, k) => Math.abs(size - (brute.sizes[k] ?? 0)) < 1e-9))
      throw new Error(`${where}: other sizes for the same cost`)
    if (driveVersion(settled, found.sizes).sizes.length > 0) changed++
  }
  // Where the drive is right as it is the best change is none; most random ones are not.
  expect(changed).toBeGreaterThan(DRIVES / 2)
})

test('it looks at few of the sets, and tells how far it has come', () => {
  const random = randomFrom(SEED)
  const settled = settleDrive(randomAccessoryDrive(random))
  const free = settled.drive.pulleys
    .filter(({ face }) => face === 'ribbed')
    .slice(0, 4)
    .map((pulley) => {
      const now = pulley.face === 'toothed' ? 0 : (pulley.diameter ?? 0)
      return { pulley: pulley.id, from: now - 15, to: now + 15 }
    })
  const search = searchBestSizes(settled, free, { step: 'mm' })
  const seen: number[] = []
  let step = search.next()
  while (step.done !== true) {
    seen.push(step.value.done)
    step = search.next()
  }
  const { all, looked, complete, sets } = step.value
  expect(complete).toBe(true)
  expect(all).toBeGreaterThan(30 ** 4)
  expect(looked).toBeLessThan(all / 20)
  expect(seen.every((done, i) => done >= (seen[i - 1] ?? 0) && done <= 1)).toBe(true)
  const totals = sets.map(({ cost }) => cost.total)
  expect(totals).toEqual(totals.toSorted((a, b) => a - b))
})

test('what cannot be searched is refused in a sentence', () => {
  const settled = settleDrive(vectorNamed('serpentine-1').drive)
  expect(bestSizesRefusal(settled, [], {})).toBe('Choose which pulleys may change size.')
  expect(bestSizesRefusal(settled, [{ pulley: 'alt.1', from: 70, to: 60 }], {})).toMatch(
    /must not be above its largest/,
  )
  expect(bestSizesRefusal(settled, [{ pulley: 'alt.1', from: 10, to: 30 }], {})).toMatch(/may not be smaller than 45/)
  expect(bestSizesRefusal(settled, [{ pulley: 'nothing', from: 10, to: 30 }], {})).toMatch(/not known/)
  expect(bestSizesRefusal(settled, [{ pulley: 'alt.1', from: 55, to: 65 }], {})).toBeUndefined()
})
