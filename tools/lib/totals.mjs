import { existsSync, readFileSync } from 'node:fs'

/** Passed and failed tests of a Jest run, from its JSON report; a run that left no report failed. */
export function jestTotals(file) {
  if (!existsSync(file)) return { passed: 0, failed: 1 }
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites, numPendingTests } = JSON.parse(
    readFileSync(file, 'utf8'),
  )
  // A skipped test is a defect here, and a file that cannot run is one failure.
  return { passed: numPassedTests, failed: numFailedTests + numRuntimeErrorTestSuites + numPendingTests }
}

/** The same of a Playwright run. */
export function playwrightTotals(file) {
  if (!existsSync(file)) return { passed: 0, failed: 1 }
  const { stats, errors } = JSON.parse(readFileSync(file, 'utf8'))
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky + stats.skipped + errors.length }
}

export function sum(totals) {
  return totals.reduce((all, { passed, failed }) => ({ passed: all.passed + passed, failed: all.failed + failed }), {
    passed: 0,
    failed: 0,
  })
}

/** The line that ends a run of everything. */
export function closingLine({ passed, failed }) {
  return `${passed} passed, ${failed} failed`
}
