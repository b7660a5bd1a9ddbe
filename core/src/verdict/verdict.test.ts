import { expect, test } from '@jest/globals'
import { graver, VERDICTS, worstOf } from './verdict.ts'

test('what is known to be wrong weighs most, and what nobody knows is not fine', () => {
  expect([...VERDICTS].sort(graver)).toEqual(['act', 'watch', 'unknown', 'fine'])
  expect(worstOf(['fine', 'unknown', 'fine'])).toBe('unknown')
  expect(worstOf(['unknown', 'watch', 'fine'])).toBe('watch')
  expect(worstOf([])).toBeUndefined()
})
