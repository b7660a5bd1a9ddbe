import 'fake-indexeddb/auto'
import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { VehicleRecord } from '@emery/core/api'
import { waitingWrites } from '../api/write.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { VehicleFieldsForm } from './vehicle-fields.tsx'

const vehicle: VehicleRecord = {
  id: 'v1',
  name: 'Ketch',
  plate: 'HB-114',
  engine: '2.2',
  distance: 48_200,
  notes: '',
  version: 3,
  updatedAt: '2026-11-20T08:00:00Z',
}

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  server.answers['PUT /vehicles/v1'] = { status: 200, json: { ...vehicle, version: 4 } }
  show(<VehicleFieldsForm vehicle={vehicle} />)
})
afterEach(cleanup)

const write = async (label: string, words: string) => {
  const field = screen.getByLabelText(label)
  await userEvent.clear(field)
  await userEvent.type(field, words)
  await userEvent.tab()
}
const refused = (path: string, message: string) => ({
  status: 400,
  json: { error: { code: 'BAD_REQUEST', message: 'not complete', problems: [{ path, message }] } },
})

test('each field is kept when it is left, on top of the version that was seen', async () => {
  await write('Plate', 'HB-115')
  await waitFor(() => expect(server.sent).toHaveLength(1))
  expect(server.sent[0]?.body).toMatchObject({ basedOn: 3, plate: 'HB-115', name: 'Ketch', distance: 48_200 })
})

test('a distance lower than last time is refused in a sentence, unless the last one was wrong', async () => {
  server.answers['PUT /vehicles/v1'] = refused('$.distance', 'is lower than the 48,200 km of last time')
  await write('Odometer, km', '47,000')
  expect((await screen.findByRole('alert')).textContent).toBe('It is lower than the 48,200 km of last time.')
  server.answers['PUT /vehicles/v1'] = { status: 200, json: { ...vehicle, distance: 47_000, version: 4 } }
  await userEvent.click(screen.getByRole('button', { name: 'The earlier figure was wrong' }))
  await waitFor(() => expect(server.sent.at(-1)?.body).toMatchObject({ distance: 47_000, lastWasWrong: true }))
})

test('what is no distance is not sent; a plate that is refused says so beside it', async () => {
  await write('Odometer, km', 'far')
  expect((await screen.findByRole('alert')).textContent).toContain('“far” is not a figure in km')
  expect(server.sent).toEqual([])
  server.answers['PUT /vehicles/v1'] = refused('$.plate', 'must be letters')
  await write('Plate', 'HB<1>')
  expect(await screen.findByText('must be letters')).toBeTruthy()
  // What was typed stays to be mended.
  expect(screen.getByLabelText<HTMLInputElement>(/^Plate/).value).toBe('HB<1>')
})

test('a field that is left while the one before is not answered is kept with it, at once', async () => {
  server.answers['PUT /vehicles/v1'] = 'unanswered'
  await write('Engine', '2.4')
  await write('Notes', 'knocks when cold')
  await waitFor(async () => expect((await waitingWrites(server.person)).length).toBe(2))
  const [, second] = await waitingWrites(server.person)
  expect(second?.change.json).toMatchObject({ engine: '2.4', notes: 'knocks when cold' })
  expect(server.sent).toHaveLength(1)
})
