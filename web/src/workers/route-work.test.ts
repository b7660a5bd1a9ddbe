import { expect, test } from '@jest/globals'
import type { RouteProgress } from '@emery/core/route'
import { demoDrive } from '../testing/drives.ts'
import { routeWork } from './route-work.ts'

test('the worker’s own function runs without one: routes, best first, in the units asked for', () => {
  const haulm = demoDrive('haulm-main')
  const seen: RouteProgress[] = []
  const pulleys = haulm.belts[0]?.route.map(({ pulley }) => pulley) ?? []
  const { routes } = routeWork.search(haulm, 'main', { pulleys, style: 'inch' }, (progress) => seen.push(progress))
  expect(routes[0]?.route).toHaveLength(8)
  expect(routes[0]?.reasons.join(' ')).toMatch(/Minimum clearance [\d /]+ in\./)
  expect(seen.every(({ done }) => done >= 0 && done <= 1)).toBe(true)
})
