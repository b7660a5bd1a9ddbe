import { expect, test } from '@jest/globals'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { closingLine, jestTotals, playwrightTotals, sum } from './totals.mjs'

const folder = mkdtempSync(join(tmpdir(), 'emery-totals-'))
const report = (name, content) => {
  const file = join(folder, name)
  writeFileSync(file, JSON.stringify(content))
  return file
}

test('runs are added up; skipped tests and files that cannot run count as failed', () => {
  const jest = report('jest.json', {
    numPassedTests: 10,
    numFailedTests: 1,
    numRuntimeErrorTestSuites: 1,
    numPendingTests: 1,
  })
  const playwright = report('e2e.json', { stats: { expected: 5, unexpected: 0, flaky: 1, skipped: 0 }, errors: [] })
  expect(closingLine(sum([jestTotals(jest), playwrightTotals(playwright)]))).toBe('15 passed, 4 failed')
})

test('a run that left no report has failed', () => {
  expect(jestTotals(join(folder, 'none.json'))).toEqual({ passed: 0, failed: 1 })
  expect(playwrightTotals(join(folder, 'none.json'))).toEqual({ passed: 0, failed: 1 })
})
