import { join } from 'node:path'
import { ROOT } from './places.mjs'
import { openly } from './run-command.mjs'
import { playwrightTotals } from './totals.mjs'

/** Runs the journeys, or those in `files`, and answers with how many passed and failed. */
export async function runPlaywright(report, { files = [], env = {} } = {}) {
  await openly(
    process.execPath,
    [
      join(ROOT, 'node_modules', '@playwright', 'test', 'cli.js'),
      'test',
      '--config',
      'e2e/playwright.config.ts',
      ...files,
    ],
    { cwd: ROOT, env: { ...process.env, ...env, EMERY_E2E_REPORT: report } },
  )
  return playwrightTotals(report)
}
