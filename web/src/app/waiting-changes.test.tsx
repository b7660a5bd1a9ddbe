import 'fake-indexeddb/auto'
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals'
import { cleanup, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { writesAreOf } from '../api/write.ts'
import { keepChange, waitingChanges } from '../saving/outbox.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { usePreferences } from '../ui/preferences.ts'
import { WaitingChanges } from './waiting-changes.tsx'
import { writeWords } from './write-words.ts'

jest.setTimeout(30_000)

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  usePreferences.setState({ person: 'Wren' })
  writesAreOf('Wren')
})
afterEach(cleanup)

/** A write as an earlier visit left it. */
const left = (id: string, path: string, person = 'Wren') =>
  keepChange({
    id,
    person,
    row: `write ${path}`,
    madeAt: Date.now() - 60_000,
    change: { method: 'PUT', path, json: { basedOn: 1 } },
  })

test('what an earlier visit left is listed and sent once the server answers, one’s own alone', async () => {
  await left('11111111-1111-4111-8111-111111111111', '/vehicles/v1')
  await left('22222222-2222-4222-8222-222222222222', '/shelf/s1', 'Isla')
  server.answers = { 'PUT /vehicles/v1': 'away' }
  show(<WaitingChanges />)
  expect(await screen.findByText('Vehicle changed')).toBeTruthy()
  expect(screen.queryByText('Shelf changed')).toBeNull()
  server.answers['PUT /vehicles/v1'] = { status: 200, json: { version: 2 } }
  dispatchEvent(new Event('online'))
  await waitFor(() => expect(screen.queryByText('Vehicle changed')).toBeNull(), { timeout: 10_000 })
  expect(await waitingChanges('Wren')).toEqual([])
  expect(await waitingChanges('Isla')).toHaveLength(1)
})

test('what is refused is told with what it was, and not kept', async () => {
  await left('33333333-3333-4333-8333-333333333333', '/rules/a')
  server.answers['PUT /rules/a'] = {
    status: 409,
    json: { error: { code: 'VERSION_CONFLICT', message: 'Someone else has saved this.' } },
  }
  show(<WaitingChanges />)
  expect(await screen.findByText(/Not saved: rule changed\. Someone else has saved this\./)).toBeTruthy()
  expect(await waitingChanges('Wren')).toEqual([])
})

test('what never gets through can be discarded', async () => {
  await left('44444444-4444-4444-8444-444444444444', '/vehicles/v9')
  server.answers['PUT /vehicles/v9'] = 'away'
  show(<WaitingChanges />)
  await userEvent.click(await screen.findByRole('button', { name: 'Discard: Vehicle changed' }))
  await userEvent.click(await screen.findByRole('button', { name: 'Discard' }))
  await waitFor(() => expect(screen.queryByText('Vehicle changed')).toBeNull())
  expect(await waitingChanges('Wren')).toEqual([])
})

test.each([
  ['POST', '/drives/d/inspections', 'Inspection added'],
  ['DELETE', '/drives/d?basedOn=3', 'Drive deleted'],
  ['POST', '/shelf/s/restore', 'Shelf restored'],
  ['PUT', '/drives/d/vehicle', 'Vehicle of a drive changed'],
  ['PUT', '/elsewhere', 'Something changed'],
] as const)('%s %s is “%s”', (method, path, words) => {
  expect(writeWords({ method, path })).toBe(words)
})
