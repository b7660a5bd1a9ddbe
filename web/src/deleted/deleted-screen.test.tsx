import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { DeletedRecord } from '@emery/core/api'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { DeletedScreen } from './deleted-screen.tsx'

const heron: DeletedRecord = {
  kind: 'vehicle',
  id: 'v1',
  title: 'Heron, HR-9',
  drive: null,
  deletedAt: '2026-11-28T16:05:00.000Z',
  by: 'Isla',
  restore: '/vehicles/v1/restore',
}
const fitting: DeletedRecord = {
  ...heron,
  kind: 'fitting',
  id: 'f1',
  title: '6PK1860',
  drive: { id: 'd1', name: 'Front drive' },
  by: null,
  restore: '/drives/d1/fittings/f1/restore',
}

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  server.answers = { 'GET /deleted': { status: 200, json: { deleted: [heron, fitting] } } }
})
afterEach(cleanup)

test('what was deleted says what it is, when and by whom; who did it is not made up', async () => {
  show(<DeletedScreen />)
  expect(await screen.findByText('Heron, HR-9')).toBeTruthy()
  expect(screen.getByText(/28 Nov 2026, .*, Isla/)).toBeTruthy()
  expect(screen.getByText('Fitted belt · Front drive')).toBeTruthy()
  expect(screen.getByText(/by whom is not known/)).toBeTruthy()
})

test('one is restored by its address, and the list is asked for again', async () => {
  server.answers['POST /drives/d1/fittings/f1/restore'] = { status: 200, json: {} }
  show(<DeletedScreen />)
  await userEvent.click(await screen.findByRole('button', { name: 'Restore 6PK1860' }))
  expect(await screen.findByText('6PK1860 is restored.')).toBeTruthy()
  await waitFor(() => expect(server.asked.filter((each) => each === 'GET /deleted')).toHaveLength(2))
})

test('what is refused is said; the list stays', async () => {
  server.answers['POST /vehicles/v1/restore'] = {
    status: 404,
    json: { error: { code: 'VEHICLE_NOT_FOUND', message: 'There is no such vehicle.' } },
  }
  show(<DeletedScreen />)
  await userEvent.click(await screen.findByRole('button', { name: 'Restore Heron, HR-9' }))
  expect(await screen.findByText('There is no such vehicle.')).toBeTruthy()
  expect(screen.getByText('Heron, HR-9')).toBeTruthy()
})

test('an empty list, and one that cannot be had, say so', async () => {
  server.answers['GET /deleted'] = { status: 200, json: { deleted: [] } }
  show(<DeletedScreen />)
  expect(await screen.findByText('Nothing was deleted')).toBeTruthy()
  cleanup()
  server.answers['GET /deleted'] = 'away'
  show(<DeletedScreen />)
  expect(await screen.findByText('The list could not be loaded')).toBeTruthy()
})
