import { afterEach, beforeEach, expect, jest, test } from '@jest/globals'
import { cleanup, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { CommandPalette } from './command-palette.tsx'

const undo = jest.fn()
const redo = jest.fn()
const onClose = jest.fn()

beforeEach(() => {
  jest.clearAllMocks()
  const server = new FakeServer()
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
  expect(screen.getByText('Nothing here is called that.')).not.toBeNull()
  expect(onClose).not.toHaveBeenCalled()
})
