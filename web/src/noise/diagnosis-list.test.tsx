import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { Diagnosis } from '@emery/core/api'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { DiagnosisList } from './diagnosis-list.tsx'
import { DiagnosisSheetScreen } from './diagnosis-sheet-screen.tsx'

const server = new FakeServer()
const answer = (test: string, words: string) => ({ test, outcome: 'yes', words })
const diagnosis = (id: string, change: Partial<Diagnosis>): Diagnosis => ({
  id,
  at: '2026-06-01T09:00:00.000Z',
  by: 'Wren',
  distance: 88_120,
  cause: 'worn-belt',
  causeName: 'Ribs worn',
  probability: 0.71,
  edition: 'workshop 3',
  actions: ['Fit a new belt'],
  prove: 'Quiet, wet and dry.',
  note: '',
  answers: [answer('heard', 'What is heard: Squeal'), answer('damp', 'Worst when damp')],
  ...change,
})
const diagnoses = [
  diagnosis('f2', {
    causeName: 'A weak tensioner',
    probability: 0.9,
    note: 'third time',
    answers: [answer('heard', 'What is heard: Squeal'), answer('wrench', 'It binds')],
  }),
  diagnosis('f1', {}),
]

beforeEach(() => {
  server.install()
  server.answers = {
    'GET /drives/k1': {
      status: 200,
      json: {
        id: 'k1',
        version: 1,
        vehicle: { id: 'v', name: 'Ketch 2.2 van', plate: 'HB-114' },
        updatedAt: '',
        document: demoDrive('ketch-main'),
      },
    },
    'GET /drives/k1/diagnoses': { status: 200, json: { diagnoses } },
  }
})
afterEach(cleanup)

test('two findings stand side by side; what only one rests on stands out', async () => {
  show(<DiagnosisList driveId="k1" fileName="ketch" />)
  await userEvent.click(await screen.findByRole('button', { name: 'Side by side' }))
  const dialog = await screen.findByRole('dialog')
  const row = (name: string) => within(dialog).getByRole('row', { name: new RegExp(`^${name}`) })
  expect(row('Found').textContent).toContain('Ribs wornA weak tensioner')
  expect(row('Given').textContent).toContain('71 in 10090 in 100')
  const rests = within(row('Based on'))
  expect(rests.getByText('It binds').dataset['other']).toBe('true')
  expect(rests.getByText('Worst when damp').dataset['other']).toBe('true')
  for (const shared of rests.getAllByText('What is heard: Squeal')) expect(shared.dataset['other']).toBe('false')
})

test('a finding on paper says what it is, what it rests on, what is to be done and how it is proved', async () => {
  show(<DiagnosisSheetScreen />, { path: '/noise/:driveId/sheet/:diagnosisId', at: '/noise/k1/sheet/f2' })
  const sheet = await screen.findByRole('article')
  for (const words of [
    'Ketch 2.2 van',
    'A weak tensioner',
    '88,120 km, Wren',
    '90 in 100',
    'workshop 3',
    'It binds',
    '☐ Fit a new belt',
    'Quiet, wet and dry.',
    'third time',
  ])
    expect(sheet.textContent).toContain(words)
  expect(within(sheet).getByRole('img', { name: 'The drive from the front' })).toBeTruthy()
  cleanup()
  show(<DiagnosisSheetScreen />, { path: '/noise/:driveId/sheet/:diagnosisId', at: '/noise/k1/sheet/none' })
  expect(await screen.findByText('Diagnosis not found')).toBeTruthy()
})
