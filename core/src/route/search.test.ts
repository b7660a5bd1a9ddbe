import { describe, expect, test } from '@jest/globals'
import type { DriveDraft } from '../drive/edits.ts'
import { randomFrom } from '../testing/random.ts'
import { randomRouteSet } from '../testing/route-sets.ts'
import { mustCheck, readVectors, vectorNamed } from '../testing/vectors.ts'
import { routeSearch, searchRoutes } from './search.ts'

const ketch = vectorNamed('serpentine-1').drive
const changed = (change: (draft: DriveDraft) => void) => {
  const draft = structuredClone(ketch) as DriveDraft
  change(draft)
  return mustCheck(draft)
}
const written = (route: readonly { pulley: string; contact: string }[]) => {
  const all = route.map(({ pulley, contact }) => `${pulley} ${contact}`)
  const start = all.findIndex((each) => each.startsWith('crank'))
  return [...all.slice(start), ...all.slice(0, start)].join(', ')
}

describe('the routes of the solved drives', () => {
  const belts = readVectors().flatMap(({ file, drive }) =>
    drive.belts.map((belt) => ({ name: `${file} ${belt.id}`, drive, belt })),
  )

  // The first belts of the compound drives lie across a neighbour's groove, which their own solution reports.
  test.each(belts.filter(({ name }) => !/^compound.*first$/.test(name)))('$name is found again', ({ drive, belt }) => {
    const { routes, found } = searchRoutes(drive, belt.id, { max: 100 })
    expect(routes.map(({ route }) => written(route))).toContain(written(belt.route))
    expect(found).toBe(routes.length)
  })

  test('the stated length is the solver’s at half travel', () => {
    const vector = vectorNamed('serpentine-1')
    const { routes } = searchRoutes(vector.drive, 'main', { max: 100 })
    const stated = routes.find(({ route }) => written(route) === written(vector.drive.belts[0]?.route ?? []))
    const { shortest, longest } = vector.solution.belts[0]?.reach ?? { shortest: 0, longest: 0 }
    expect(stated?.statedLength).toBeGreaterThan(shortest)
    expect(stated?.statedLength).toBeLessThan(longest)
  })
})

describe('no route explains itself', () => {
  const reasons = (change: (draft: DriveDraft) => void, pulleys?: string[]) =>
    searchRoutes(changed(change), 'main', pulleys === undefined ? {} : { pulleys }).impossible.join(' ')
  const shaft = (draft: DriveDraft, id: string) =>
    draft.shafts.find((each) => each.id === id) as DriveDraft['shafts'][0]

  test('a ribbed pulley that must turn against the crank', () => {
    expect(reasons((d) => Object.assign(shaft(d, 'alt'), { mustTurn: 'ccw', name: 'The fan' }))).toBe(
      'The fan is ribbed and must turn against the crank (counter-clockwise), but the back of a belt cannot drive it. It needs a smooth pulley, or an accessory made for the other direction.',
    )
  })

  test.each<[string, (draft: DriveDraft) => void, string[] | undefined, RegExp]>([
    ['one pulley', () => undefined, ['crank.1'], /needs at least two pulleys; only one is picked/],
    [
      'places not measured',
      (d) => Object.assign(shaft(d, 'alt'), { x: null, y: null }),
      undefined,
      /First measure the place of alt/,
    ],
    [
      'another section',
      (d) =>
        Object.assign(d.pulleys.find(({ id }) => id === 'alt.1') as object, {
          section: 'V13',
          face: 'vee',
          grooves: 1,
        }),
      undefined,
      /alt takes V13 belts, but Main belt is PK/,
    ],
    [
      'a pulley in the way of everything',
      (d) => {
        d.shafts.push({ id: 'in', name: 'Intruder', kind: 'idler', x: 2, y: 3 })
        d.pulleys.push({ id: 'in.1', shaft: 'in', face: 'smooth', diameter: 60, diameterAt: 'outside', width: 20 })
      },
      ['crank.1', 'tens.1', 'alt.1', 'wp.1', 'ps.1', 'ac.1', 'in.1'],
      /Without Intruder there is a route/,
    ],
  ])('%s', (_, change, pulleys, sentence) => {
    expect(reasons(change, pulleys)).toMatch(sentence)
  })

  test('two pulleys of one shaft', () => {
    const { drive } = vectorNamed('compound-1')
    const ids = drive.pulleys.filter(({ shaft: on }) => on === 'jack').map(({ id }) => id)
    expect(searchRoutes(drive, 'second', { pulleys: ids }).impossible.join()).toMatch(/sit on one shaft/)
  })
})

test('a belt without a route is offered every pulley it could run on', () => {
  const drive = changed((d) => d.belts.forEach((belt) => (belt.route = [])))
  expect(written(searchRoutes(drive, 'main').routes[0]?.route ?? [])).toBe(
    written(searchRoutes(ketch, 'main').routes[0]?.route ?? []),
  )
})

test('a search reports how far it is, never backwards, and can be left at any report', () => {
  // Seed 7's twelve pulleys take some tens of thousands of beginnings.
  const steps = [...routeSearch(randomRouteSet(randomFrom(7), 12), 'belt')].map(({ done }) => done)
  expect(steps.length).toBeGreaterThan(0)
  expect(steps).toEqual(steps.toSorted((a, b) => a - b))
  expect(steps.every((done) => done >= 0 && done <= 1)).toBe(true)
})
