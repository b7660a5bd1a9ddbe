import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { BoardCounts } from '@emery/core/api'
import { demoDrive } from '../../testing/drives.ts'
import { boardRow as row } from '../../../../core/src/testing/jobs.ts'
import { FakeServer, show } from '../../testing/fake-server.tsx'
import { BoardScreen } from './board-screen.tsx'

const counts: BoardCounts['counts'] = {
  measure: 0,
  belt: 0,
  parts: 2,
  'belt-change': 1,
  'run-in': 0,
  're-check': 1,
  'sign-off': 0,
  done: 4,
}

let server: FakeServer
/** What the Board was asked for, as the query of the address. */
let asked: URLSearchParams[]
beforeEach(() => {
  server = new FakeServer()
  server.install()
  asked = []
  const answer = globalThis.fetch
  Object.assign(globalThis, {
    fetch: (url: string, init?: RequestInit) => {
      if (url.startsWith('/api/board?')) asked.push(new URLSearchParams(url.slice(url.indexOf('?'))))
      return answer(url, init)
    },
    // Everything is in sight.
    IntersectionObserver: class {
      constructor(private readonly tell: (entries: { isIntersecting: boolean }[]) => void) {}
      observe() {
        this.tell([{ isIntersecting: true }])
      }
      disconnect() {}
    },
  })
  server.answers = {
    'GET /board': { status: 200, json: { rows: [row(1)], more: false } },
    'GET /board/counts': { status: 200, json: { counts } },
    'GET /board/due': { status: 200, json: { due: [], more: false } },
    'GET /drives/d1': { status: 200, json: { document: demoDrive('ketch-main') } },
  }
})
afterEach(cleanup)

const open = (at = '/board') => show(<BoardScreen />, { path: '/board', at })

test('a row says vehicle, complaint, what the job waits for, how far it is and what is overdue', async () => {
  const rows = [
    row(1),
    row(2, { stage: 're-check', dueOn: '2020-01-05', dueKm: 183_200 }),
    row(3, { stage: 'belt-change', reviewsWaiting: 1, complaint: '' }),
    row(4, { stage: 're-check', dueKm: 183_000 }),
  ]
  server.answers['GET /board'] = { status: 200, json: { rows, more: false } }
  open()
  const list = await screen.findByRole('list', { name: 'Jobs by stage' })
  const words = within(list)
    .getAllByRole('listitem')
    .map(({ textContent }) => textContent)
  expect(words[0]).toMatch(/^Ketch · HB-114squealsJob 1, opened 20 Nov 2026 · Main driveParts2 of 15 steps$/)
  expect(words[1]).toContain('overdue: 5 Jan or at 183,200 km')
  expect(words[2]).toMatch(/no complaint recorded.*needs a lead’s check$/)
  // By what the vehicle has run, though no day was set.
  expect(words[3]).toContain('overdue')
  const links = within(list).getAllByRole('link')
  expect(links.map((link) => link.getAttribute('href'))).toContain('/drives/d1/belt-change?job=j2')
  await waitFor(() => expect(list.querySelectorAll('svg path').length).toBeGreaterThan(0))
})

test('what is looked for stands in the address, and comes from it', async () => {
  open('/board?waits=parts&q=wet')
  await screen.findByText('Job 1, opened 20 Nov 2026 · Main drive')
  expect([asked[0]?.get('stage'), asked[0]?.get('q')]).toEqual(['parts', 'wet'])
  const parts = screen.getByRole('button', { name: /Parts/ })
  expect(parts.getAttribute('aria-pressed')).toBe('true')
  expect(parts.textContent).toBe('2Parts')
  await userEvent.click(parts)
  await waitFor(() => expect(asked.at(-1)?.get('stage')).toBe(''))
  await userEvent.clear(screen.getByRole('searchbox', { name: 'Search jobs' }))
  await waitFor(() => expect(asked.at(-1)?.get('q')).toBe(''))
})

test('there are more than fit on a page: they are asked for when they are wanted', async () => {
  server.answers['GET /board'] = { status: 200, json: { rows: [row(9), row(8)], more: true } }
  open()
  const more = await screen.findByRole('button', { name: 'Show more' })
  server.answers['GET /board'] = { status: 200, json: { rows: [row(7)], more: false } }
  await userEvent.click(more)
  await waitFor(() => expect(asked.at(-1)?.get('offset')).toBe('2'))
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Show more' })).toBeNull())
  expect(screen.getAllByText(/^Job \d, opened/)).toHaveLength(3)
})

test('an empty board, one narrowed to nothing, and a server that is away each say what to do', async () => {
  server.answers['GET /board'] = { status: 200, json: { rows: [], more: false } }
  open()
  expect(await screen.findByText('No jobs yet')).toBeTruthy()
  cleanup()
  open('/board?q=xyz')
  await userEvent.click(await screen.findByRole('button', { name: 'Show all jobs' }))
  expect(await screen.findByText('No jobs yet')).toBeTruthy()
  cleanup()
  server.answers['GET /board'] = 'away'
  open()
  expect(await screen.findByText('The Board could not be loaded')).toBeTruthy()
})

test('a new job wants a vehicle; one without a drive gets an empty one', async () => {
  const vehicle = { id: 'v1', name: 'Ketch', plate: 'HB-114', engine: '', distance: null, notes: '', version: 1 }
  server.answers['GET /vehicles'] = { status: 200, json: { vehicles: [vehicle] } }
  server.answers['GET /drives'] = { status: 200, json: { drives: [], total: 0 } }
  open()
  await userEvent.click(screen.getByRole('button', { name: /New job/ }))
  const dialog = await screen.findByRole('dialog')
  const start = within(dialog).getByRole<HTMLButtonElement>('button', { name: 'Create job' })
  expect(start.disabled).toBe(true)
  await userEvent.click(within(dialog).getByRole('combobox', { name: 'Vehicle' }))
  await userEvent.click(await screen.findByText('Ketch · HB-114', { selector: '.ant-select-item-option-content' }))
  // The job keeps its complaint; the drive is drawn when the vehicle is here.
  await waitFor(() => expect(start.disabled).toBe(false))
  await userEvent.type(within(dialog).getByLabelText('Complaint'), 'howls')
  server.answers['POST /drives'] = { status: 201, json: { id: 'd9', version: 1 } }
  server.answers['POST /jobs'] = { status: 201, json: { id: 'j9', driveId: 'd9' } }
  await userEvent.click(start)
  await waitFor(() => expect(server.sent.at(-1)?.body).toMatchObject({ driveId: 'd9', complaint: 'howls' }))
  expect(server.sent.at(-2)?.body).toMatchObject({ vehicleId: 'v1', document: { pulleys: [], belts: [] } })
})
