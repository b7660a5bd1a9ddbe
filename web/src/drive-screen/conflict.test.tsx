import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { act, cleanup, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { DriveConflict, DriveRecord } from '@emery/core/api'
import { setBeltLength } from '@emery/core/drive'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { Conflict } from './conflict.tsx'
import { createBenchStore, type BenchStore } from '../bench/store/bench-store.ts'
import { Saver } from '../bench/store/saver.ts'

const ketch = demoDrive('ketch-main')
const theirs = { ...ketch, belts: ketch.belts.map((belt) => ({ ...belt, length: 1690 })) }
const current: DriveRecord = {
  id: 'd',
  vehicle: null,
  document: theirs,
  version: 7,
  updatedAt: '2026-01-01T09:30:00.000Z',
}

let server: FakeServer
let store: BenchStore
let saver: Saver
let sent: { readonly basedOn: number; readonly length: number | null | undefined }[]

beforeEach(() => {
  server = new FakeServer()
  server.install()
  sent = []
  store = createBenchStore(ketch)
  store.getState().edit('belt', setBeltLength('main', 1680))
  saver = new Saver(
    {
      send: ({ basedOn, document }) => {
        sent.push({ basedOn, length: document.belts[0]?.length })
        return Promise.resolve({ ...current, document, version: basedOn + 1 })
      },
      shelf: { read: () => null, write: () => true },
      newId: () => 'save',
      onState: () => undefined,
    },
    { version: 6, updatedAt: current.updatedAt },
  )
  const mine = store.getState().drive
  const conflict: DriveConflict = { yours: { basedOn: 6, document: mine }, current }
  show(<Conflict conflict={conflict} store={store} saver={saver} vehicleId={null} />)
})
afterEach(cleanup)

const lengthOnBench = () => store.getState().drive.belts[0]?.length
const settled = () => new Promise((resolve) => setTimeout(resolve, 20))

test('difference stands side by side', () => {
  expect(screen.getByRole('row', { name: /Main belt, length/ }).textContent).toContain('1680.0 mm1690.0 mm')
})

test('keeping mine saves it on top of theirs', async () => {
  await userEvent.click(screen.getByRole('button', { name: 'Keep mine' }))
  await settled()
  expect(sent).toEqual([{ basedOn: 7, length: 1680 }])
  expect(lengthOnBench()).toBe(1680)
})

test('taking theirs puts it on the bench, where it can be undone', async () => {
  await userEvent.click(screen.getByRole('button', { name: 'Use theirs' }))
  await settled()
  expect(sent).toEqual([])
  expect(lengthOnBench()).toBe(1690)
  act(() => store.getState().undo())
  expect(lengthOnBench()).toBe(1680)
})

test('keeping both makes a copy of mine and takes theirs', async () => {
  server.answers['POST /drives'] = {
    status: 201,
    json: { ...current, document: { ...ketch, name: 'Main drive, my copy' } },
  }
  await userEvent.click(screen.getByRole('button', { name: 'Keep both (mine as a copy)' }))
  expect(await screen.findByText('Your version is saved as Main drive, my copy.')).not.toBeNull()
  expect(lengthOnBench()).toBe(1690)
})

test('a copy that cannot be made changes nothing', async () => {
  server.answers['POST /drives'] = 'away'
  await userEvent.click(screen.getByRole('button', { name: 'Keep both (mine as a copy)' }))
  expect(await screen.findByText(/^The Emery server is not responding\./)).not.toBeNull()
  expect(lengthOnBench()).toBe(1680)
})
