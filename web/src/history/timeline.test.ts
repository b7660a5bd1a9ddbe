import { expect, test } from '@jest/globals'
import { newJob, type Job } from '@emery/core/api'
import { changed, demoDrive } from '../testing/drives.ts'
import { timelineOf } from './timeline.ts'

const NOTHING = { drive: undefined, revisions: [], fittings: [], diagnoses: [], inspections: [], jobs: [] }
const job: Job = {
  ...newJob('d'),
  id: 'j',
  number: 7,
  version: 4,
  openedAt: '2026-11-20T08:00:00Z',
  complaint: 'squeals',
  closedAt: '2026-11-24T16:00:00Z',
  signedBy: 'Isla',
  status: { stage: 'done', stepsDone: 15, stepsAll: 15, reviewsWaiting: 0, dueOn: null, dueKm: null },
}

test('everything stands on one line, the newest first, with who and where to look at it', () => {
  const line = timelineOf('d', {
    ...NOTHING,
    revisions: [{ version: 2, reason: 'measure the crank', by: 'Wren', savedAt: '2026-11-22T09:00:00.000Z' }],
    fittings: [
      {
        id: 'f',
        belt: 'main',
        mark: '6PK1675',
        length: 1675,
        fittedOn: '2026-11-23',
        distance: 48_000,
        reason: 'cracked',
        spare: '',
        by: 'Tobias',
      },
    ],
    jobs: [job],
  })
  expect(line.map(({ kind, words, by }) => `${kind}: ${words} (${by})`)).toEqual([
    'job: 7 signed off (Isla)',
    'belt: 6PK1675 fitted at 48,000 km: cracked (Tobias)',
    'version: 2: measure the crank (Wren)',
    'job: 7 opened: squeals ()',
  ])
  expect(line.find(({ kind }) => kind === 'belt')?.day).toBe(true)
  expect(line.find(({ kind }) => kind === 'job')?.to).toBe('/drives/d/belt-change?job=j')
})

test('readings of one hand in one minute are one entry', () => {
  const reading = (id: string, at: string, by: string) => ({
    id,
    pulley: 'crank.1',
    how: 'tape',
    value: 160,
    written: '160',
    at,
    by,
  })
  const drive = changed(demoDrive('ketch-main'), (draft) => {
    draft.readings = [
      reading('a', '2026-11-21T10:00:05Z', 'Isla'),
      reading('b', '2026-11-21T10:00:40Z', 'Isla'),
      reading('c', '2026-11-21T10:00:50Z', 'Wren'),
    ] as never
  })
  const taken = timelineOf('d', { ...NOTHING, drive }).filter(({ at }) => at.startsWith('2026-11-21'))
  expect(taken.map(({ words, by }) => [words, by]).toSorted()).toEqual([
    ['2 added', 'Isla'],
    ['one added', 'Wren'],
  ])
})
