import { performance } from 'node:perf_hooks'
import { searchRoutes } from '@emery/core/route'
import { randomFrom, SEED } from '../core/src/testing/random.ts'
import { randomRouteSet } from '../core/src/testing/route-sets.ts'

/** Route search over random sets, by number of pulleys. */
const random = randomFrom(SEED)
process.stdout.write(
  '| pulleys | sets | with a route | median, ms | slowest, ms | most beginnings |\n| --- | ---: | ---: | ---: | ---: | ---: |\n',
)
for (const count of [6, 8, 10, 12]) {
  const runs = Array.from({ length: 60 }, () => {
    const drive = randomRouteSet(random, count)
    const begun = performance.now()
    const { found, searched } = searchRoutes(drive, 'belt')
    return { ms: performance.now() - begun, found, searched }
  }).toSorted((a, b) => a.ms - b.ms)
  const median = runs[Math.floor(runs.length / 2)]?.ms ?? 0
  process.stdout.write(
    `| ${count} | ${runs.length} | ${runs.filter(({ found }) => found > 0).length} | ${median.toFixed(1)} | ${(runs.at(-1)?.ms ?? 0).toFixed(1)} | ${Math.max(...runs.map(({ searched }) => searched))} |\n`,
  )
}
