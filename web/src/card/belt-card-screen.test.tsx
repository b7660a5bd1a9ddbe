import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, within } from '@testing-library/react'
import type { CheckedDrive } from '@emery/core/drive'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { BeltCardScreen } from './belt-card-screen.tsx'

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  server.answers['GET /drives/d/fittings'] = { status: 200, json: { fittings: [] } }
})
afterEach(cleanup)

function showCard(document: CheckedDrive, belt = 'main'): void {
  const vehicle = { id: 'v', name: 'Ketch 2.2 van', plate: 'HB-114' }
  const record = { id: 'd', vehicle, document, version: 1, updatedAt: '2026-01-01T00:00:00.000Z' }
  server.answers['GET /drives/d'] = { status: 200, json: record }
  show(<BeltCardScreen />, { path: '/drives/:driveId/card/:beltId', at: `/drives/d/card/${belt}` })
}

test('a belt nobody has fitted yet leaves its lines to a pen', async () => {
  showCard(demoDrive('ketch-main'))
  const card = within(await screen.findByRole('article', { name: 'Belt card' }))
  expect(card.getByText('6PK1675')).not.toBeNull()
  expect(card.getByText('1675.0 mm · 65.945 in · 659K6')).not.toBeNull()
  expect(card.getAllByRole('definition').map(({ textContent }) => textContent)).toEqual(['', '', '', ''])
})

test('of three belts the one asked for, as a matched set', async () => {
  const fenland = demoDrive('fenland-vee')
  const [first] = fenland.belts
  if (first === undefined) throw new Error('no belt')
  showCard({ ...fenland, belts: [{ ...first, count: 2 }, ...fenland.belts.slice(1)] }, first.id)
  const card = within(await screen.findByRole('article', { name: 'Belt card' }))
  expect(card.getByText('V13 × 1012.5')).not.toBeNull()
  expect(card.getByText('2 belts, one matched set')).not.toBeNull()
})

test('a belt whose length nobody knows has a line for it', async () => {
  const ketch = demoDrive('ketch-main')
  showCard({ ...ketch, belts: ketch.belts.map((belt) => ({ ...belt, length: null })) })
  expect(await screen.findByText('________')).not.toBeNull()
})

test('a belt that is gone is said', async () => {
  showCard(demoDrive('ketch-main'), 'other')
  expect(await screen.findByText('This drive has no belt of that name any more.')).not.toBeNull()
})
