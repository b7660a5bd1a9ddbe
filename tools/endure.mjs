import { execFileSync } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { bundleForTests } from './lib/bundle-for-tests.mjs'
import { runJest } from './lib/jest.mjs'
import { ROOT } from './lib/places.mjs'
import { runMain, say } from './lib/say.mjs'
import { setUp } from './lib/set-up.mjs'
import { closingLine } from './lib/totals.mjs'

/** The long form of every random, fault and calibration test: those that ask `runs(few, many)` how often. `npm run endure [name …]` */
await runMain(async () => {
  await setUp()
  await bundleForTests()
  const reports = join(ROOT, 'test-results')
  mkdirSync(reports, { recursive: true })
  const enduring = execFileSync('git', ['grep', '-lE', '\\bruns\\(', '--', '*.test.ts', '*.test.tsx', '*.test.mjs'], {
    cwd: ROOT,
    encoding: 'utf8',
  })
    .trim()
    .split('\n')
    .filter((file) => process.argv.length < 3 || process.argv.slice(2).some((name) => file.includes(name)))
  say(`Enduring: ${enduring.join(', ')}; seed ${process.env.EMERY_SEED ?? 'as in CI'}.`)
  const totals = await runJest(join(reports, 'endure.json'), {
    files: enduring,
    env: { EMERY_ENDURE: '1' },
    timeoutMs: 3_600_000,
  })
  process.exitCode = totals.failed === 0 ? 0 : 1
  process.stdout.write(`\n${closingLine(totals)}\n`)
})
