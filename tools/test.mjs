import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './lib/places.mjs'
import { openly } from './lib/run-command.mjs'
import { runMain, say } from './lib/say.mjs'
import { buildWeb, setUp } from './lib/set-up.mjs'
import { closingLine, jestTotals, playwrightTotals, sum } from './lib/totals.mjs'

const REPORTS = join(ROOT, 'test-results')

/** Every check of the house, each worth one line in the total. */
const CHECKS = [
  ['formatting', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
  ['lint', 'npx', ['eslint', '.']],
  [
    'import rule',
    'npx',
    ['depcruise', 'core', 'cli', 'server', 'web', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  ],
  ...['core', 'core/tsconfig.pure.json', 'cli', 'server', 'web', 'demo', 'e2e', 'bench'].map((project) => [
    `types of ${project}`,
    'npx',
    ['tsc', '-p', project],
  ]),
]

async function runChecks() {
  const totals = []
  for (const [name, command, args] of CHECKS) {
    const status = await openly(command, args, { cwd: ROOT })
    say(`${status === 0 ? 'ok    ' : 'FAILED'} ${name}`)
    totals.push(status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 })
  }
  return sum(totals)
}

async function runJest() {
  const report = join(REPORTS, 'jest.json')
  const jest = [
    '--experimental-vm-modules',
    '--disable-warning=ExperimentalWarning',
    join(ROOT, 'node_modules', 'jest', 'bin', 'jest.js'),
  ]
  await openly(
    process.execPath,
    [...jest, '--maxWorkers=2', '--json', `--outputFile=${report}`, '--testTimeout=30000'],
    {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'inherit'],
    },
  )
  return jestTotals(report)
}

async function runPlaywright() {
  const report = join(REPORTS, 'e2e.json')
  await openly(
    process.execPath,
    [join(ROOT, 'node_modules', '@playwright', 'test', 'cli.js'), 'test', '--config', 'e2e/playwright.config.ts'],
    {
      cwd: ROOT,
      env: { ...process.env, EMERY_E2E_REPORT: report },
    },
  )
  return playwrightTotals(report)
}

await runMain(async () => {
  await setUp({ browser: true })
  rmSync(REPORTS, { recursive: true, force: true })
  mkdirSync(REPORTS, { recursive: true })
  const totals = [await runChecks(), await runJest()]
  await buildWeb()
  totals.push(await runPlaywright())
  const all = sum(totals)
  process.exitCode = all.failed === 0 ? 0 : 1
  process.stdout.write(`\n${closingLine(all)}\n`)
})
