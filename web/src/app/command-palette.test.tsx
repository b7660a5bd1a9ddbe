import { afterEach, beforeEach, expect, jest, test } from '@jest/globals'
import { cleanup, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { Found } from '@emery/core/api'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { CommandPalette } from './command-palette.tsx'

const undo = jest.fn()
const redo = jest.fn()
const onClose = jest.fn()

const server = new FakeServer()

beforeEach(() => {
  jest.clearAllMocks()
  server.answers = {}
  server.install()
  const vehicle = { id: 'v', name: 'Ketch 2.2 van', plate: 'HB-114' }
  const drives = [
    { id: 'd', vehicle, document: demoDrive('ketch-main'), version: 1, updatedAt: '2026-01-01T00:00:00.000Z' },
  ]
  server.answers['GET /drives'] = { status: 200, json: { drives, total: 1 } }
  const commands = [
    { id: 'undo', label: 'Undo', keys: 'Ctrl Z', run: undo },
    { id: 'redo', label: 'Redo', can: () => false, run: redo },
    { id: 'units', label: 'Show inches', run: () => undefined },
  ]
  show(<CommandPalette open onClose={onClose} commands={commands} />)
})
afterEach(cleanup)

const names = () => screen.getAllByRole('option').map((option) => option.textContent)

test('shows what can be done now and every drive', async () => {
  expect(await screen.findByText('Ketch 2.2 van, Main drive')).not.toBeNull()
  expect(names()).toEqual(['UndoCtrl Z', 'Show inches', 'Ketch 2.2 van, Main driveHB-114'])
})

test('a plate finds its drive, and Enter goes there', async () => {
  await screen.findByText('Ketch 2.2 van, Main drive')
  await userEvent.type(screen.getByRole('combobox'), 'hb-114')
  expect(names()).toEqual(['Ketch 2.2 van, Main driveHB-114'])
  await userEvent.keyboard('{Enter}')
  expect(onClose).toHaveBeenCalledTimes(1)
  expect(await screen.findByText('elsewhere')).not.toBeNull()
})

test('arrows go round and Enter does the marked one', async () => {
  await screen.findByText('Ketch 2.2 van, Main drive')
  await userEvent.click(screen.getByRole('combobox'))
  await userEvent.keyboard('{ArrowUp}{ArrowDown}{Enter}')
  expect(undo).toHaveBeenCalledTimes(1)
  expect(redo).not.toHaveBeenCalled()
})

test('nothing found is said, and Enter then does nothing', async () => {
  await userEvent.type(screen.getByRole('combobox'), 'zeppelin{Enter}')
  expect(screen.getByText('No results.')).not.toBeNull()
  expect(onClose).not.toHaveBeenCalled()
})

test('vehicles, jobs and belts are found too: each says what it is, a job what it waits for; a drive stands there once', async () => {
  const found: Found[] = [
    { kind: 'vehicle', id: 'v', driveId: null, title: 'Ketch 2.2 van', hint: 'HB-114' },
    { kind: 'drive', id: 'd', driveId: null, title: 'Ketch 2.2 van, Main drive', hint: 'HB-114' },
    { kind: 'job', id: 'j', driveId: 'd', title: 'Job 4, Ketch 2.2 van', hint: 're-check' },
    { kind: 'belt', id: 'b', driveId: null, title: '6PK1675 “ketch”', hint: '' },
  ]
  server.answers['GET /search'] = { status: 200, json: { found } }
  await screen.findByText('Ketch 2.2 van, Main drive')
  await userEvent.type(screen.getByRole('combobox'), 'ketch')
  expect(await screen.findByText('job · second check')).toBeTruthy()
  expect(names()).toEqual([
    'Ketch 2.2 van, Main driveHB-114',
    'Ketch 2.2 vanvehicle · HB-114',
    'Job 4, Ketch 2.2 vanjob · second check',
    '6PK1675 “ketch”belt on the shelf',
  ])
  await userEvent.click(screen.getByText('Job 4, Ketch 2.2 van'))
  expect(await screen.findByText('elsewhere')).toBeTruthy()
  expect(onClose).toHaveBeenCalled()
})
