import { afterEach, beforeEach, expect, jest, test } from '@jest/globals'
import type { PersonRecord } from '@emery/core/api'
import { RequestFailure } from '../api/client.ts'
import { boardFilter } from '../jobs/jobs-api.ts'
import { FakeServer } from '../testing/fake-server.tsx'
import { askAhead, queries } from './queries.ts'

const wren: PersonRecord = { id: 'p1', name: 'Wren', role: 'lead', version: 1 }
const session = (person: PersonRecord | null) => ({ status: 200, json: { person, first: false, oneTap: [] } })

const server = new FakeServer()
beforeEach(() => {
  server.install()
  server.asked.length = 0
})
afterEach(() => queries.clear())

test('what a screen will show is asked for ahead of it, once it is known that someone is signed in', async () => {
  const fetching = jest.fn(() => Promise.resolve())
  server.answers['GET /session'] = session(wren)
  await askAhead(fetching)
  await askAhead(fetching)
  expect(fetching).toHaveBeenCalledTimes(2)
  expect(server.asked).toEqual(['GET /session'])
})

test('for nobody nothing is asked: it would only be refused', async () => {
  const fetching = jest.fn(() => Promise.resolve())
  server.answers['GET /session'] = session(null)
  await askAhead(fetching)
  expect(fetching).not.toHaveBeenCalled()
})

test('what goes wrong ahead is left to the screen to say', async () => {
  server.answers['GET /session'] = session(wren)
  await expect(askAhead(() => Promise.reject(new Error('gone')))).resolves.toBeUndefined()
  queries.clear()
  server.answers['GET /session'] = { status: 500, json: { error: { code: 'INTERNAL', message: 'broken' } } }
  await expect(askAhead(() => Promise.resolve())).resolves.toBeUndefined()
})

test('a server that is away is asked three times more; what it refuses is not asked again', () => {
  const retry = queries.getDefaultOptions().queries?.retry
  if (typeof retry !== 'function') throw new Error('nothing says when to ask again')
  expect(retry(0, new RequestFailure(true, 'away'))).toBe(true)
  expect(retry(3, new RequestFailure(true, 'away'))).toBe(false)
  expect(retry(0, new RequestFailure(false, 'no'))).toBe(false)
  expect(retry(0, new Error('a fault of ours'))).toBe(false)
})

test.each([
  ['', { stage: null, words: '', hand: '' }],
  ['waits=parts&q=%20wet%20', { stage: 'parts', words: 'wet', hand: '' }],
  ['hand=Isla', { stage: null, words: '', hand: 'Isla' }],
  ['waits=nowhere', { stage: null, words: '', hand: '' }],
])('the address ?%s asks the Board for %j', (address, filter) => {
  expect(boardFilter(new URLSearchParams(address))).toEqual(filter)
})
