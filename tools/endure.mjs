import { execFileSync } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { bundleForTests } from './lib/bundle-for-tests.mjs'
import { runJest } from './lib/jest.mjs'
import { ROOT } from './lib/places.mjs'
import { runMain, say } from './lib/say.mjs'
import { runPlaywright } from './lib/playwright.mjs'
import { buildWeb, setUp } from './lib/set-up.mjs'
import { closingLine, sum } from './lib/totals.mjs'

/** The long form of every random, fault and calibration test: those that ask `runs(few, many)` how often. `npm run endure [name …]` */
await runMain(async () => {
  await setUp({ browser: true })
  await bundleForTests()
  await buildWeb()
  const reports = join(ROOT, 'test-results')
  mkdirSync(reports, { recursive: true })
  const named = (...args) =>
    execFileSync('git', ['grep', '-lE', ...args], { cwd: ROOT, encoding: 'utf8' })
      .trim()
      .split('\n')
      .filter((file) => process.argv.length < 3 || process.argv.slice(2).some((name) => file.includes(name)))
  const enduring = named('\\bruns\\(', '--', '*.test.ts', '*.test.tsx', '*.test.mjs')
  const journeys = named('EMERY_ENDURE', '--', 'e2e/*.spec.ts')
  say(`Enduring: ${[...enduring, ...journeys].join(', ')}; seed ${process.env.EMERY_SEED ?? 'as in CI'}.`)
  const env = { EMERY_ENDURE: '1' }
  const totals = []
  if (enduring.length > 0)
    totals.push(await runJest(join(reports, 'endure.json'), { files: enduring, env, timeoutMs: 3_600_000 }))
  if (journeys.length > 0) totals.push(await runPlaywright(join(reports, 'endure-e2e.json'), { files: journeys, env }))
  const all = sum(totals)
  process.exitCode = all.failed === 0 ? 0 : 1
  process.stdout.write(`\n${closingLine(all)}\n`)
})
