import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { bundleForTests } from './lib/bundle-for-tests.mjs'
import { runJest } from './lib/jest.mjs'
import { ROOT } from './lib/places.mjs'
import { quietly } from './lib/run-command.mjs'
import { runMain, say } from './lib/say.mjs'
import { setUp } from './lib/set-up.mjs'
import { runPlaywright } from './lib/playwright.mjs'
import { closingLine, sum } from './lib/totals.mjs'

const REPORTS = join(ROOT, 'test-results')
const CACHE = join(ROOT, 'node_modules', '.cache', 'emery')

const SOURCES = ['core', 'cli', 'server', 'web', 'e2e', 'bench', 'demo', 'tools', '*.mjs', '*.js']
const lint = (...of) => ['npx', ['eslint', '--no-warn-ignored', ...of]]

/** Every check of the house, each worth one line in the total; those that take longest come first, so that both hands end together. */
const CHECKS = [
  ['lint of web', ...lint('web')],
  ['lint', ...lint(...SOURCES.filter((name) => name !== 'web'))],
  ['types', 'npx', ['tsc', '-b']],
  // Before the tests, some of which start the whole server: they find it built.
  ['pages and server', process.execPath, [join(ROOT, 'tools', 'build.mjs')]],
  [
    'formatting',
    'npx',
    ['prettier', '--check', '--log-level', 'warn', '--cache', '--cache-location', join(CACHE, 'prettier'), '.'],
  ],
  [
    'import rule',
    'npx',
    ['depcruise', 'core', 'cli', 'server', 'web', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  ],
]

/** Checks run at a time; the machine has two cores. */
const HANDS = 2

async function runChecks() {
  const waiting = [...CHECKS]
  const totals = []
  const hand = async () => {
    for (let next = waiting.shift(); next !== undefined; next = waiting.shift()) {
      const [name, command, args] = next
      const begun = Date.now()
      const { status, output } = await quietly(command, args, { cwd: ROOT })
      say(`${status === 0 ? 'ok    ' : 'FAILED'} ${name} (${Math.round((Date.now() - begun) / 1000)} s)`)
      if (status !== 0) process.stdout.write(`${output}\n`)
      totals.push(status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 })
    }
  }
  await Promise.all(Array.from({ length: HANDS }, hand))
  return sum(totals)
}

await runMain(async () => {
  await setUp({ browser: true })
  rmSync(REPORTS, { recursive: true, force: true })
  mkdirSync(REPORTS, { recursive: true })
  await bundleForTests()
  const totals = []
  for (const [name, part] of [
    ['checks', runChecks],
    ['Jest', () => runJest(join(REPORTS, 'jest.json'))],
    ['journeys', () => runPlaywright(join(REPORTS, 'e2e.json'))],
  ]) {
    const begun = Date.now()
    totals.push(await part())
    say(`${name}: ${Math.round((Date.now() - begun) / 1000)} s`)
  }
  const all = sum(totals)
  process.exitCode = all.failed === 0 ? 0 : 1
  process.stdout.write(`\n${closingLine(all)}\n`)
})
