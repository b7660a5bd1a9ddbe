import { expect, test } from '@jest/globals'
import { spawnSync } from 'node:child_process'
import { ROOT } from './lib/places.mjs'
import { HISTORY, RETIRED } from './retired-words.mjs'

const found = (pattern, ...where) =>
  spawnSync('git', ['grep', '-nIE', pattern, '--', ...where], { cwd: ROOT, encoding: 'utf8' }).stdout.trim()

test.each(RETIRED)('nothing is called %s any more', (pattern) => {
  expect(found(pattern, '.', ':!package-lock.json', ...HISTORY.map((path) => `:!${path}`))).toBe('')
})

test('the search finds what is there', () => {
  expect(found('[wW]alkround', 'server/src/database/migrations')).not.toBe('')
})
