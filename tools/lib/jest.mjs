import { join } from 'node:path'
import { ROOT } from './places.mjs'
import { openly } from './run-command.mjs'
import { jestTotals } from './totals.mjs'

/** Runs Jest over all packages, or the files that match; resolves to what passed and failed. */
export async function runJest(report, { files = [], env = {}, timeoutMs = 30_000 } = {}) {
  await openly(
    process.execPath,
    [
      '--experimental-vm-modules',
      '--disable-warning=ExperimentalWarning',
      join(ROOT, 'node_modules', 'jest', 'bin', 'jest.js'),
      '--maxWorkers=2',
      '--json',
      `--outputFile=${report}`,
      `--testTimeout=${timeoutMs}`,
      ...files,
    ],
    { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, ...env } },
  )
  return jestTotals(report)
}
