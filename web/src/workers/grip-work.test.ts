import { expect, test } from '@jest/globals'
import { demoDrive } from '../testing/drives.ts'
import { gripWork, type GripProgress } from './grip-work.ts'

test('the worker’s own function runs without one: a coarse picture first, then the fine one with its progress', () => {
  const seen: GripProgress[] = []
  const map = gripWork.map({ drive: demoDrive('haulm-main'), rules: {}, condition: 'wet', throttle: 0 }, (progress) =>
    seen.push(progress),
  )
  expect([map.columns, map.rows, map.reserve.length]).toEqual([120, 60, 7200])
  expect(map.reserve.every((reserve) => reserve >= 0)).toBe(true)
  const [first, ...rest] = seen
  expect(first).toMatchObject({ done: 0, map: { columns: 24, rows: 12 } })
  expect(rest.map(({ done }) => done)).toEqual(rest.map(({ done }) => done).toSorted((a, b) => a - b))
  expect(rest.length).toBeGreaterThan(3)
  // The two agree where they share a corner: the highest speed at full load.
  expect(map.reserve.at(-1)).toBeCloseTo(first?.map?.reserve.at(-1) ?? NaN, 12)
})
