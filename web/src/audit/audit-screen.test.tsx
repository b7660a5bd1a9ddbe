import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { AuditEntry } from '@emery/core/api'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { AuditScreen } from './audit-screen.tsx'

const entry = (id: number, some: Partial<AuditEntry> = {}): AuditEntry => ({
  id,
  at: '2026-11-28T16:05:00.000Z',
  by: 'Isla',
  address: '10.0.0.7',
  action: 'delete',
  what: `vehicle number ${id}`,
  ...some,
})

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
})
afterEach(cleanup)

test('entries say when, who, what and from where; older ones are fetched on top', async () => {
  server.answers = { 'GET /audit': { status: 200, json: { entries: [entry(9), entry(8, { by: '' })], more: true } } }
  show(<AuditScreen />)
  expect(await screen.findByText('vehicle number 9')).toBeTruthy()
  expect(screen.getByText('Nobody signed in')).toBeTruthy()
  expect(screen.getAllByText('10.0.0.7')).toHaveLength(2)
  server.answers['GET /audit'] = { status: 200, json: { entries: [entry(7)], more: false } }
  await userEvent.click(screen.getByRole('button', { name: 'Show older' }))
  expect(await screen.findByText('vehicle number 7')).toBeTruthy()
  expect(screen.getByText('vehicle number 9')).toBeTruthy()
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Show older' })).toBeNull())
})

test('is narrowed by words and by kind at once, letter by letter, and nothing typed is lost', async () => {
  server.answers = { 'GET /audit': { status: 200, json: { entries: [], more: false } } }
  show(<AuditScreen />)
  expect(await screen.findByText('No entries yet')).toBeTruthy()
  await userEvent.type(screen.getByRole('searchbox', { name: 'Search the audit log' }), 'heron plate')
  await userEvent.click(screen.getByRole('combobox', { name: 'Show only' }))
  await userEvent.click(await screen.findByTitle('Deleted'))
  expect(await screen.findByText('No matching entries')).toBeTruthy()
  expect(screen.getByRole<HTMLInputElement>('searchbox', { name: 'Search the audit log' }).value).toBe('heron plate')
})

test('a log that cannot be had says so', async () => {
  server.answers = { 'GET /audit': { status: 403, json: { error: { code: 'NOT_ALLOWED', message: 'For leads.' } } } }
  show(<AuditScreen />)
  expect(await screen.findByText('For leads.')).toBeTruthy()
})
