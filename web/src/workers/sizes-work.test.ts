import { expect, test } from '@jest/globals'
import type { BestSizesProgress } from '@emery/core/resize'
import { demoDrive } from '../testing/drives.ts'
import { sizesWork } from './sizes-work.ts'

const question = { step: 'mm', rules: {}, style: 'mm' } as const

test('the worker’s own function runs without one: sets that go, each with something changed, best first', () => {
  const skerry = demoDrive('skerry-rod')
  const seen: BestSizesProgress[] = []
  const free = [
    { pulley: 'crank.1', from: 110, to: 190 },
    { pulley: 'alt.1', from: 46, to: 90 },
  ]
  const { sets, all, complete } = sizesWork.search(skerry, { ...question, free }, (progress) => seen.push(progress))
  // 81 and 45 whole millimetres, and the size each has now.
  expect([all, complete]).toEqual([82 * 46, true])
  expect(sets.length).toBeGreaterThan(0)
  expect(sets.every(({ sizes }) => sizes.length > 0)).toBe(true)
  expect(seen.every(({ done }) => done >= 0 && done <= 1)).toBe(true)
})

test('a drive that is right as it is needs no other set', () => {
  const { sets } = sizesWork.search(
    demoDrive('ketch-main'),
    { ...question, free: [{ pulley: 'alt.1', from: 57, to: 58 }] },
    () => undefined,
  )
  // What is offered beside the drive itself costs more than it, and is shown as such: the sets there are.
  expect(sets.every(({ sizes }) => sizes.every(({ pulley }) => pulley === 'alt.1'))).toBe(true)
})
