import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { Inspection } from '@emery/core/api'
import type { InspectionCheck } from '@emery/core/wear'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { PastInspections, inspectionTitle } from './past-inspections.tsx'

const server = new FakeServer()
const check = (change: Partial<InspectionCheck>): InspectionCheck => ({
  part: 'pulley.idl.1',
  partName: 'Upper idler',
  check: 'rock',
  value: 0.3,
  state: null,
  verdict: 'fine',
  reason: '0.30 mm',
  note: '',
  photos: [],
  ...change,
})
const walk = (id: string, day: string, change: Partial<Inspection>): Inspection => ({
  id,
  at: `${day}T10:00:00.000Z`,
  distance: 100_000,
  beltOff: true,
  renewed: [],
  sum: [],
  note: '',
  by: 'Isla',
  checks: [check({})],
  ...change,
})
const walks = [
  walk('w3', '2026-09-01', { checks: [], renewed: ['pulley.idl.1'], by: '' }),
  walk('w2', '2026-06-01', {
    distance: 120_000,
    checks: [
      check({ value: 1.2, verdict: 'act', reason: '1.20 mm' }),
      check({ check: 'bearing', verdict: 'watch', reason: 'hiss' }),
    ],
  }),
  walk('w1', '2026-01-01', { distance: null }),
]

beforeEach(() => {
  server.install()
  server.asked.length = 0
})
afterEach(cleanup)

test('each says when, where, who, and how it came out', () => {
  show(<PastInspections driveId="d" fileName="drive" inspections={walks} />)
  const rows = screen.getAllByRole('listitem').map((row) => row.textContent)
  expect(rows[0]).toContain('New: 1 part')
  expect(rows[1]).toContain('1 Jun 2026, 120,000 km, Isla')
  expect(rows[1]).toContain('1 replace, 1 watch')
  expect(rows[2]).toContain('1 fine')
  expect(inspectionTitle({ at: '2026-01-01T10:00:00.000Z', by: '', distance: null })).toBe('1 Jan 2026')
  expect(screen.getByRole('link', { name: /^Open and print: 1 Jun 2026/ }).getAttribute('href')).toBe(
    '/inspection/d/sheet/w2',
  )
})

test('two stand side by side, other two when they are chosen', async () => {
  show(<PastInspections driveId="d" fileName="drive" inspections={walks.slice(1)} />)
  await userEvent.click(screen.getByRole('button', { name: 'Side by side' }))
  const dialog = await screen.findByRole('dialog')
  const rock = within(dialog).getByRole('row', { name: /Upper idler Rock at the rim/ })
  expect(rock.textContent).toMatch(/0\.30 mm.*1\.20 mm/)
  expect(rock.dataset['other']).toBe('true')
  expect(within(dialog).getByRole('row', { name: /Upper idler Bearing/ }).textContent).toContain('not checked')
})

test('one that is deleted can be brought back; with none there is nothing', async () => {
  server.answers = {
    'DELETE /drives/d/inspections/w1': { status: 204, json: null },
    'POST /drives/d/inspections/w1/restore': { status: 200, json: walks[2] },
  }
  show(<PastInspections driveId="d" fileName="drive" inspections={walks} />)
  await userEvent.click(screen.getByRole('button', { name: 'Delete: 1 Jan 2026, Isla' }))
  await userEvent.click(await screen.findByRole('button', { name: 'Undo' }))
  await waitFor(() => expect(server.asked).toContain('POST /drives/d/inspections/w1/restore'))
  cleanup()
  show(<PastInspections driveId="d" fileName="drive" inspections={[]} />)
  expect(screen.queryByRole('region')).toBeNull()
})
