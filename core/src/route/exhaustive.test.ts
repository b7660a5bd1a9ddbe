import { describe, expect, test } from '@jest/globals'
import type { RouteEntry } from '../drive/belt.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { ProblemCode } from '../solution/problem.ts'
import { solveDrive, type BeltSolution } from '../solution/solve-drive.ts'
import { nearMisses, spansOf } from '../path/clearance.ts'
import { MIN_WRAP_DEG } from '../path/nominal.ts'
import { settleDrive } from '../path/settle.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { randomRouteSet } from '../testing/route-sets.ts'
import { searchRoutes } from './search.ts'

/** The problems that make a route no route; judged by the solver, which knows nothing of the search. */
const FATAL: ReadonlySet<ProblemCode> = new Set<ProblemCode>([
  'PULLEYS_OVERLAP',
  'ROUTE_NOT_SIMPLE',
  'ROUTE_REVERSED',
  'SPANS_CROSS',
  'SPAN_HITS_PULLEY',
  'BACK_ON_GROOVES',
])

const withRoute = (drive: CheckedDrive, route: RouteEntry[]) =>
  ({ ...drive, belts: drive.belts.map((belt) => ({ ...belt, route })) }) as CheckedDrive

/** Every order of the pulleys after the crank, and every side of the belt on the smooth ones. */
function* everyRoute(drive: CheckedDrive): Generator<RouteEntry[]> {
  const [crank, ...others] = drive.pulleys
  function* orders(left: readonly (typeof others)[number][], route: RouteEntry[]): Generator<RouteEntry[]> {
    if (left.length === 0) yield route
    for (const pulley of left) {
      const rest = left.filter((each) => each !== pulley)
      for (const contact of pulley.face === 'smooth' ? (['ribs', 'back'] as const) : (['ribs'] as const))
        yield* orders(rest, [...route, { pulley: pulley.id, contact }])
    }
  }
  yield* orders(others, [{ pulley: crank?.id ?? '', contact: 'ribs' }])
}

/** A route's merits by the solver's own account, as docs/mechanics/route-search.md ranks them; undefined for a bad route. */
function meritsOf(drive: CheckedDrive): number[] | undefined {
  const [belt] = drive.belts
  if (belt === undefined) return undefined
  const solved: BeltSolution[] = []
  let clearance = 25
  for (const u of [0.5, 0, 1]) {
    const held = belt.adjuster === null ? {} : { [belt.adjuster]: u }
    const settled = settleDrive(drive, held)
    // Cheap first: most orders do not go round once.
    if (settled.belts[0]?.path.ok !== true || settled.belts[0].path.turning !== -1) return undefined
    const { belts, shafts } = solveDrive(drive, { held })
    const [solution] = belts
    if (solution === undefined || solution.problems.some(({ code }) => FATAL.has(code))) return undefined
    if (shafts.some(({ problems }) => problems.some(({ code }) => code === 'TURNS_WRONG_WAY'))) return undefined
    solved.push(solution)
    for (const { gap } of nearMisses(settled, settled.belts[0], spansOf(settled.belts[0]), 25))
      clearance = Math.min(clearance, gap)
  }
  const missing = belt.route.reduce((sum, { pulley }, i) => {
    const shaft = drive.shafts.find(({ id }) => id === drive.pulleys.find((each) => each.id === pulley)?.shaft)
    // Half-way and taken up, where a belt runs.
    const wrap = Math.min(...[0, 2].map((at) => solved[at]?.wraps[i]?.angle ?? 0))
    return sum + Math.max(0, MIN_WRAP_DEG[shaft?.kind ?? 'other'] - wrap)
  }, 0)
  const adjusted = drive.adjusters[0]?.kind === 'slide' ? drive.adjusters[0].shaft.replace('s', 'p') : undefined
  const after = adjusted === undefined ? 0 : belt.route.findIndex(({ pulley }) => pulley === adjusted) - 1
  const bends = belt.route.filter(({ contact }) => contact === 'back').length
  return [Math.round(missing), after, bends, -Math.round(10 * clearance), solved[0]?.statedLength ?? 0]
}

describe(`the search against trying everything, seed ${SEED}`, () => {
  const random = randomFrom(SEED)
  // Those of eight pulleys are few, since trying everything takes up to 40 000 orders each.
  const counts = { 3: runs(20, 90), 4: runs(20, 90), 5: runs(20, 90), 6: runs(20, 90), 7: runs(3, 32), 8: runs(0, 8) }
  const sets = Object.entries(counts).flatMap(([size, count]) =>
    Array.from({ length: count }, () => randomRouteSet(random, Number(size))),
  )

  test('the best route is the same, and there are as many', () => {
    let withRoutes = 0
    for (const drive of sets) {
      const all = [...everyRoute(drive)].flatMap((route) => {
        const merits = meritsOf(withRoute(drive, route))
        return merits === undefined ? [] : [{ route, merits }]
      })
      all.sort((a, b) => {
        const at = a.merits.findIndex((merit, i) => Math.abs(merit - (b.merits[i] ?? 0)) > 1e-9)
        return at < 0 ? 0 : (a.merits[at] ?? 0) - (b.merits[at] ?? 0)
      })
      const { routes, found, impossible } = searchRoutes(drive, 'belt')
      expect(found).toBe(all.length)
      expect(routes[0]?.route).toEqual(all[0]?.route)
      if (all.length === 0) expect(impossible.length).toBeGreaterThan(0)
      else withRoutes++
    }
    // The comparison means nothing on sets without routes.
    expect(withRoutes).toBeGreaterThan(sets.length / 4)
  })
})
