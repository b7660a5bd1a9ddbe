import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MAX_VEHICLES_LISTED, type Role, type VehicleRecord } from '@emery/core/api'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { VehicleScreen } from './vehicle-screen.tsx'
import { vehicleTitle } from '../ui/vehicle-title.ts'
import { VehiclesScreen } from './vehicles-screen.tsx'

const vehicle = (id: string, change: Partial<VehicleRecord> = {}): VehicleRecord => ({
  id,
  name: 'Ketch 2.2 van',
  plate: 'HB-114',
  engine: '2.2',
  distance: 183_050,
  notes: '',
  version: 3,
  updatedAt: '2026-11-20T08:00:00Z',
  ...change,
})
const drive = (id: string, name: string, on: object | null = null) => ({
  id,
  version: 1,
  vehicle: on,
  updatedAt: '2026-11-20T08:00:00Z',
  document: { ...demoDrive('ketch-main'), name },
})

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  server.answers = {
    'GET /vehicles': {
      status: 200,
      json: { vehicles: [vehicle('v1'), vehicle('v2', { name: 'Kiln tractor', plate: '', distance: null })] },
    },
    'GET /vehicles/v1': { status: 200, json: vehicle('v1') },
    'GET /drives': { status: 200, json: { drives: [drive('d1', 'Main drive')], total: 1 } },
    'GET /board': { status: 200, json: { rows: [], more: false } },
  }
})
afterEach(cleanup)

const openAll = (at = '/vehicles') => show(<VehiclesScreen />, { path: '/vehicles', at })
const openOne = () => show(<VehicleScreen />, { path: '/vehicles/:vehicleId', at: '/vehicles/v1' })

test('a vehicle is named with its plate, where it has one', () => {
  expect(vehicleTitle({ name: 'Ketch', plate: 'HB-114' })).toBe('Ketch · HB-114')
  expect(vehicleTitle({ name: 'Kiln tractor', plate: '' })).toBe('Kiln tractor')
})

test('the list says name, plate, engine and distance; what nobody read is left empty', async () => {
  openAll()
  const ketch = await screen.findByRole('link', { name: /^Ketch/ })
  expect([...ketch.children].map((cell) => cell.textContent)).toEqual(['Ketch 2.2 van', 'HB-114', '2.2', '183,050 km'])
  expect(ketch.getAttribute('href')).toBe('/vehicles/v1')
  const kiln = screen.getByRole('link', { name: /^Kiln/ })
  expect([...kiln.children].map((cell) => cell.textContent)).toEqual(['Kiln tractor', '', '2.2', ''])
  expect(screen.queryByText(/Showing the first/)).toBeNull()
})

test('what is looked for comes from the address; nothing found, and a list that is cut, are said', async () => {
  server.answers['GET /vehicles'] = { status: 200, json: { vehicles: [] } }
  openAll('/vehicles?q=barge')
  expect(await screen.findByText('No vehicle matches “barge”')).toBeTruthy()
  expect(screen.getByRole<HTMLInputElement>('searchbox', { name: 'Search vehicles' }).value).toBe('barge')
  cleanup()
  openAll()
  expect(await screen.findByText('No vehicles yet')).toBeTruthy()
  cleanup()
  const many = Array.from({ length: MAX_VEHICLES_LISTED }, (_, i) => vehicle(`v${i}`, { name: `V${i}` }))
  server.answers['GET /vehicles'] = { status: 200, json: { vehicles: many } }
  openAll()
  expect(await screen.findByText('Showing the first 1000. Search for others.')).toBeTruthy()
})

test('a new vehicle is begun under a name of its own and opened; a server that refuses is heard', async () => {
  server.answers['POST /vehicles'] = { status: 503, json: { error: { code: 'BUSY', message: 'Try later.' } } }
  openAll()
  await screen.findByRole('link', { name: /^Ketch/ })
  await userEvent.click(screen.getByRole('button', { name: /New vehicle$/ }))
  expect(await screen.findByText(/^Try later\./)).toBeTruthy()
  server.answers['POST /vehicles'] = { status: 201, json: vehicle('v9') }
  await userEvent.click(screen.getByRole('button', { name: /New vehicle$/ }))
  expect(await screen.findByText('elsewhere')).toBeTruthy()
  expect(server.sent.at(-1)?.body).toEqual({ name: 'New vehicle', plate: '', engine: '', distance: null, notes: '' })
})

test('a ZIP that is refused says which part of it and why; one that is taken is opened', async () => {
  const problems = [{ path: '../evil.json', message: 'leads out of the ZIP' }]
  server.answers['POST /vehicles/import'] = {
    status: 400,
    json: { error: { code: 'BAD_ZIP', message: 'The ZIP cannot be taken in.', problems } },
  }
  openAll()
  await screen.findByRole('link', { name: /^Ketch/ })
  const choose = () =>
    fireEvent.change(screen.getByLabelText('ZIP of a vehicle'), {
      target: { files: [new File(['PK'], 'ketch.zip', { type: 'application/zip' })] },
    })
  choose()
  expect(await screen.findByText('The ZIP cannot be taken in. ../evil.json: leads out of the ZIP.')).toBeTruthy()
  server.answers['POST /vehicles/import'] = { status: 201, json: vehicle('v9') }
  choose()
  expect(await screen.findByText('Ketch 2.2 van is imported, with its drives and records.')).toBeTruthy()
  expect(await screen.findByText('elsewhere')).toBeTruthy()
})

test('a vehicle shows its drives, lets one go and brings one to it', async () => {
  const other = { id: 'v2', name: 'Fenland', plate: 'EK-031' }
  server.answers['PUT /drives/d1/vehicle'] = { status: 200, json: drive('d1', 'Main drive') }
  openOne()
  const drives = within(await screen.findByRole('region', { name: 'Drives' }))
  expect((await drives.findByRole('link', { name: /Main drive/ })).getAttribute('href')).toBe('/drives/d1')
  expect(drives.getByRole('link', { name: 'History' }).getAttribute('href')).toBe('/drives/d1/history')
  await userEvent.click(drives.getByRole('button', { name: 'Remove from this vehicle' }))
  await waitFor(() =>
    expect(server.sent).toEqual([{ to: 'PUT /drives/d1/vehicle', body: { vehicleId: null, from: 'v1' } }]),
  )
  cleanup()
  // The same list answers for the vehicle’s own and for all: what is on it already is not offered.
  server.answers['GET /drives'] = {
    status: 200,
    json: { drives: [drive('d1', 'Main drive'), drive('d2', 'Blower drive', other)], total: 2 },
  }
  const answer = globalThis.fetch
  Object.assign(globalThis, {
    fetch: (url: string, init?: RequestInit) =>
      url.startsWith('/api/drives?') && url.includes('vehicleId=v1')
        ? Promise.resolve({
            ok: true,
            status: 200,
            json: () => Promise.resolve({ drives: [drive('d1', 'Main drive')], total: 1 }),
          })
        : answer(url, init),
  })
  server.answers['PUT /drives/d2/vehicle'] = { status: 200, json: drive('d2', 'Blower drive') }
  openOne()
  await screen.findByRole('link', { name: /Main drive/ })
  await userEvent.click(screen.getByRole('combobox', { name: 'Assign a drive to this vehicle' }))
  await userEvent.click(await screen.findByTitle('Blower drive (now on Fenland)'))
  await waitFor(() =>
    expect(server.sent.at(-1)).toEqual({ to: 'PUT /drives/d2/vehicle', body: { vehicleId: 'v1', from: 'v2' } }),
  )
  expect(screen.queryByTitle('Main drive')).toBeNull()
})

test('a vehicle is deleted when no drive is on it, by who may, and can be brought back', async () => {
  const as = (role: Role) => ({
    status: 200,
    json: { person: { id: 'p1', name: 'Isla', role, version: 1 }, first: false, oneTap: [] },
  })
  server.answers['GET /session'] = as('mechanic')
  openOne()
  const strike = () => screen.findByRole<HTMLButtonElement>('button', { name: 'Delete' })
  expect((await strike()).disabled).toBe(true)
  expect((await strike()).title).toBe('This vehicle still has drives.')
  cleanup()
  server.answers['GET /drives'] = { status: 200, json: { drives: [], total: 0 } }
  server.answers['DELETE /vehicles/v1'] = { status: 204, json: undefined }
  server.answers['POST /vehicles/v1/restore'] = { status: 200, json: vehicle('v1') }
  openOne()
  await userEvent.click(await strike())
  expect(await screen.findByText('elsewhere')).toBeTruthy()
  await userEvent.click(await screen.findByRole('button', { name: 'Undo' }))
  await waitFor(() => expect(server.asked).toContain('POST /vehicles/v1/restore'))
  cleanup()
  server.answers['GET /session'] = as('apprentice')
  openOne()
  await screen.findByText('No drives on this vehicle yet.')
  expect(screen.queryByRole('button', { name: 'Delete' })).toBeNull()
})

test('a vehicle that is gone is said to be so, with the way back', async () => {
  server.answers['GET /vehicles/v1'] = {
    status: 404,
    json: { error: { code: 'VEHICLE_NOT_FOUND', message: 'There is no such vehicle.' } },
  }
  openOne()
  expect(await screen.findByText('The vehicle could not be loaded')).toBeTruthy()
  expect(screen.getByRole('link', { name: 'All vehicles' }).getAttribute('href')).toBe('/vehicles')
})
