import { expect, test } from '@jest/globals'
import { newJob, type JobFields } from '../api/job-records.ts'
import { randomFrom, SEED, runs } from '../testing/random.ts'
import { jobEdit, withJobEdit } from './job-edit.ts'

const at = '2026-11-29T08:00:00Z'
const tick = (step: string, reading = '') => ({
  step,
  title: step,
  is: 'done' as const,
  reason: '',
  reading,
  review: 'none' as const,
  reviewedBy: '',
  by: '',
  at,
})
const minutes = (id: string, of: number) => ({ id, by: '', minutes: of, at })

/** Some state of a job, drawn. */
function someJob(random: () => number): JobFields {
  const some = <Entry>(of: readonly Entry[]) => of.filter(() => random() < 0.5)
  return {
    ...newJob('d'),
    complaint: some(['squeals', 'in the wet']).join(' '),
    distance: random() < 0.5 ? null : Math.round(random() * 1000),
    sameBelts: random() < 0.5,
    ticks: some(['a', 'b', 'c', 'd']).map((step) => tick(step, random() < 0.3 ? '5' : '')),
    hands: some(['Isla', 'Moss']),
    time: some(['t1', 't2', 't3']).map((id) => minutes(id, 30)),
    without: some(['main', 'fan']),
  }
}

/** Lists in the order of their keys: where an entry stands in one says nothing. */
const sorted = (job: JobFields) =>
  Object.fromEntries(
    Object.entries(job).map(([key, value]) => [
      key,
      Array.isArray(value) ? value.map((each) => JSON.stringify(each)).toSorted() : (value as unknown),
    ]),
  )

test(`an edit leads from any state to any other (seed ${SEED})`, () => {
  const random = randomFrom(SEED)
  for (let i = 0; i < runs(300, 20_000); i++) {
    const [before, after] = [someJob(random), someJob(random)]
    const edit = jobEdit(before, after)
    // As it comes back out of the browser's storage.
    const kept = edit === null ? null : (JSON.parse(JSON.stringify(edit)) as NonNullable<typeof edit>)
    expect(sorted(kept === null ? before : withJobEdit(before, kept))).toEqual(sorted(after))
  }
})

test('the same edit made twice is made once', () => {
  const before = newJob('d')
  const edit = jobEdit(before, { ...before, time: [minutes('t1', 30)], ticks: [tick('a')] })
  if (edit === null) throw new Error('nothing was changed')
  const once = withJobEdit(before, edit)
  expect(withJobEdit(once, edit)).toEqual(once)
})

test('what two people do to one job at once is both there', () => {
  const before = { ...newJob('d'), ticks: [tick('a')], hands: ['Isla'] }
  const mine = jobEdit(before, { ...before, ticks: [...before.ticks, tick('b')] })
  const theirs = jobEdit(before, { ...before, ticks: [], complaint: 'squeals', hands: ['Isla', 'Moss'] })
  if (mine === null || theirs === null) throw new Error('nothing was changed')
  expect(withJobEdit(withJobEdit(before, theirs), mine)).toMatchObject({
    complaint: 'squeals',
    hands: ['Isla', 'Moss'],
    ticks: [{ step: 'b' }],
  })
})

test('nothing changed is no edit', () => {
  const job = newJob('d')
  expect(jobEdit(job, { ...job, ticks: [] })).toBeNull()
})
