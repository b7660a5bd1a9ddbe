import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, within } from '@testing-library/react'
import { newJob, type Diagnosis, type Job, type JobFields } from '@emery/core/api'
import { demoDrive } from '../../testing/drives.ts'
import { FakeServer, show } from '../../testing/fake-server.tsx'
import { JobSheetScreen } from './job-sheet-screen.tsx'

const diagnosis: Diagnosis = {
  id: 'f1',
  at: '2026-11-20T09:00:00Z',
  by: 'Isla',
  distance: null,
  cause: 'worn',
  causeName: 'Ribs worn',
  probability: 0.7,
  edition: '1',
  actions: [],
  prove: 'Quiet, wet and dry.',
  note: '',
  answers: [],
}
const job = (change: Partial<JobFields> = {}): Job => ({
  ...newJob('d1'),
  id: 'j1',
  number: 7,
  version: 1,
  openedAt: '2026-11-25T09:00:00Z',
  status: { stage: 'belt-change', stepsDone: 0, stepsAll: 15, reviewsWaiting: 0, dueOn: null, dueKm: null },
  ...change,
})

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  const vehicle = { id: 'v1', name: 'Ketch 2.2 van', plate: 'HB-114' }
  server.answers = {
    'GET /drives/d1': {
      status: 200,
      json: { id: 'd1', version: 1, vehicle, updatedAt: '', document: demoDrive('ketch-main') },
    },
    'GET /drives/d1/diagnoses': {
      status: 200,
      json: { diagnoses: [diagnosis, { ...diagnosis, id: 'f2', causeName: 'Other' }] },
    },
  }
})
afterEach(cleanup)

const open = (of: Job, id = 'j1') => {
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [of] } }
  show(<JobSheetScreen />, { path: '/drives/:driveId/job/:jobId/sheet', at: `/drives/d1/job/${id}/sheet` })
}

test('a fresh job on paper: what is complained of, every step with room to tick, torques to fill in, the drive beside them', async () => {
  open(job({ complaint: 'squeals', asked: 'new belt', distance: 183_050, hands: ['Isla', 'Tobias'] }))
  const sheet = within(await screen.findByRole('article'))
  const text = (await screen.findByRole('article')).textContent
  for (const words of [
    'Ketch 2.2 van',
    'Job 7',
    '“squeals”',
    'Requested: new belt',
    '183,050 km',
    'on it: Isla, Tobias',
  ])
    expect(text).toContain(words)
  expect(text).toContain('waits for: belt change')
  expect(sheet.getByText('Main belt: 6PK1675')).toBeTruthy()
  const steps = sheet.getAllByRole('listitem').map((item) => item.textContent)
  expect(steps).toContain('☐Have the service data ready')
  // A torque is the maker’s: a line to write it on, never a figure of ours.
  expect(steps.some((step) => step.endsWith(': ………'))).toBe(true)
  expect(sheet.getByRole('img', { name: 'The drive from the front, as it is routed' })).toBeTruthy()
  expect(sheet.getByText(/Never use the starter to roll a belt on/)).toBeTruthy()
})

test('a job under way on paper: ticks with time and name, reasons, readings, parts and where they are, what was found', async () => {
  const tick = (step: string, more: Partial<JobFields['ticks'][number]> = {}) => ({
    step,
    title: step,
    is: 'done' as const,
    reason: '',
    reading: '',
    review: 'none' as const,
    reviewedBy: '',
    by: 'Isla',
    at: '2026-11-26T10:30:00Z',
    ...more,
  })
  const part = { id: 'p1', what: 'Fan belt', number: 'B-18', count: 2 }
  open(
    job({
      ticks: [
        tick('before.data'),
        tick('before.safe', { is: 'skipped', reason: 'battery is out already' }),
        tick('prove.load', { reading: 'quiet, lamp dark', review: 'given', reviewedBy: 'Wren' }),
      ],
      parts: [
        { ...part, place: 'on trial', backBy: '2026-12-02' },
        { ...part, id: 'p2', number: 'B-17', count: 1, place: 'here', backBy: '' },
      ],
      time: [
        { id: 't1', minutes: 50, by: 'Isla', at: '2026-11-26T11:00:00Z' },
        { id: 't2', minutes: 40, by: 'Tobias', at: '2026-11-26T12:00:00Z' },
      ],
      diagnoses: ['f1'],
    }),
  )
  const sheet = within(await screen.findByRole('article'))
  expect(await sheet.findByText(/Found: Ribs worn. Proof of repair: Quiet, wet and dry./)).toBeTruthy()
  expect(sheet.queryByText(/Other/)).toBeNull()
  const steps = sheet.getAllByRole('listitem').map((item) => item.textContent)
  expect(steps.find((step) => step.includes('service data'))).toMatch(/^☑.*26 Nov \d\d:30 Isla$/)
  expect(steps.find((step) => step.includes('Make it safe'))).toMatch(/^☒.*skipped: battery is out already/)
  expect(steps.find((step) => step.includes('Load test'))).toMatch(/quiet, lamp dark checked by Wren/)
  expect(steps).toContain('2 × Fan belt B-18: on trial, back by 2 Dec')
  expect(steps).toContain('Fan belt B-17: here')
  expect(screen.getByRole('article').textContent).toContain('1 h 30')
})

test('a job that is signed off says by whom; one that is not present says so', async () => {
  open(job({ closedAt: '2026-11-27T16:00:00Z', signedBy: 'Wren' }))
  expect((await screen.findByRole('article')).textContent).toContain('signed off 27 Nov 2026, Wren')
  cleanup()
  open(job(), 'gone')
  expect(await screen.findByText('Job not found')).toBeTruthy()
})
