import { describe, expect, test } from '@jest/globals'
import { jobFieldsSchema, newJob, type JobFields } from '../api/job-records.ts'
import { jobChangeWords } from './job-change-words.ts'

const job = newJob('3f1c2b1e-98f0-4f3a-9d0e-6a1d7b9c0e11')
const tick: JobFields['ticks'][number] = {
  step: 'arm',
  title: 'Hold the arm',
  is: 'done',
  reason: '',
  reading: '',
  review: 'none',
  reviewedBy: '',
  by: 'Isla',
  at: '2026-11-29T09:00:00.000Z',
}
const ticked = { ...job, ticks: [tick] }

describe('a change to a job in words', () => {
  test.each<[string, JobFields, JobFields, readonly string[]]>([
    ['nothing', job, { ...job }, []],
    ['a tick', job, ticked, ['ticked Hold the arm']],
    [
      'a step left out',
      job,
      { ...job, ticks: [{ ...tick, is: 'skipped', reason: 'no cover' }] },
      ['left out Hold the arm (no cover)'],
    ],
    ['a tick taken back', ticked, job, ['took back Hold the arm']],
    ['a check', ticked, { ...job, ticks: [{ ...tick, review: 'given' }] }, ['checked Hold the arm']],
    [
      'a torque, by the title of its step',
      ticked,
      { ...ticked, torques: [{ step: 'arm', value: '25 N·m' }] },
      ['torque for Hold the arm: 25 N·m'],
    ],
    [
      'words and an odometer',
      job,
      { ...job, complaint: 'Squeals', distance: 182_400 },
      ['complaint: Squeals', 'odometer: 182,400 km'],
    ],
    ['a signature', job, { ...job, closedAt: '2026-11-29T09:00:00.000Z', signedBy: 'Wren' }, ['signed the job off']],
    [
      'a part that moves on',
      { ...job, parts: [{ id: 'p', what: 'Belt', number: '', count: 1, place: 'wanted', backBy: '' }] },
      { ...job, parts: [{ id: 'p', what: 'Belt', number: '', count: 1, place: 'here', backBy: '' }] },
      ['Belt: here'],
    ],
  ])('%s', (_name, before, after, words) => {
    expect(jobChangeWords(before, after)).toEqual(words)
  })

  test('every field of a job is told of when it changes', () => {
    const other: JobFields = {
      driveId: job.driveId,
      complaint: 'a',
      asked: 'b',
      distance: 1,
      without: ['main'],
      sameBelts: true,
      noise: true,
      shows: ['cold'],
      work: [{ id: 'w', does: 'check', part: '', what: 'Belt', because: '', lines: [], prove: '', from: 'together' }],
      comebackOf: 'j0',
      promisedFor: '2026-11-30T16:30',
      priority: 'urgent',
      estimate: 90,
      labourPrice: 120,
      ticks: [tick],
      pictures: [{ id: 'x' } as JobFields['pictures'][number]],
      torques: [{ step: 's', value: '1' }],
      added: [{ id: 'a', phase: 'off', title: 't', by: '', at: tick.at }],
      moved: [{ step: 's', before: 'b', reason: 'r', by: '', at: tick.at }],
      parts: [{ id: 'p', what: 'Belt', number: '', count: 1, place: 'here', backBy: '' }],
      diagnoses: ['d'],
      hands: ['Isla'],
      time: [{ id: 't', by: '', minutes: 30, at: tick.at }],
      signedBy: 'Wren',
      closedAt: tick.at,
    }
    // Who signs is said by the signature.
    const untold = ['driveId', 'signedBy']
    for (const key of Object.keys(jobFieldsSchema.fields).filter((each) => !untold.includes(each)))
      expect([key, jobChangeWords(job, { ...job, [key]: other[key as keyof JobFields] }).length]).toEqual([key, 1])
  })

  test('a whole job brought at once is cut short', () => {
    const many = Array.from({ length: 40 }, (_, i) => ({ ...tick, step: `s${i}`, title: `Step ${i}` }))
    const words = jobChangeWords(job, { ...job, ticks: many })
    expect(words).toHaveLength(12)
    expect(words.at(-1)).toBe('and 29 more changes')
  })
})
