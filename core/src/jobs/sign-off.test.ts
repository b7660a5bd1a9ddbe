import { describe, expect, test } from '@jest/globals'
import { newJob, type JobFields } from '../api/job-records.ts'
import { settleDrive } from '../path/settle.ts'
import { changed } from '../testing/drives.ts'
import { jobTick as tick } from '../testing/jobs.ts'
import { demoDrive } from '../testing/demo-drives.ts'
import { missingAtSignOff, signedOff } from './sign-off.ts'

const ketch = demoDrive('ketch-main')
const settled = settleDrive(ketch)
const job = (fields: Partial<JobFields>): JobFields => ({
  ...newJob('d1'),
  closedAt: '2026-11-29T09:00:00Z',
  ...fields,
})
const of = (fields: Partial<JobFields>, drive = settled) => signedOff(drive, job(fields), { number: 12, by: 'Wren' })

describe('what signing a job off puts on record', () => {
  test('a belt that was laid, on the day it was; called as its part, else as a belt of its size is', () => {
    const ticks = [tick('on.lay.main')]
    const part = { id: 'p', what: 'Belt', count: 1, place: 'here', backBy: '', work: 'replace.belt.main' } as const
    expect(
      of({ ticks, parts: [{ ...part, number: 'OWN-9', warrantyUntil: '2028-11-28' }], complaint: 'Chirps' }).fittings,
    ).toEqual([
      {
        belt: 'main',
        mark: 'OWN-9',
        length: ketch.belts[0]?.length,
        fittedOn: '2026-11-28',
        distance: null,
        reason: 'Job 12: Chirps',
        spare: '',
        by: 'Wren',
        warrantyUntil: '2028-11-28',
      },
    ])
    const written = { id: 'p', count: 1, place: 'here', backBy: '' } as const
    expect(of({ ticks, parts: [{ ...written, what: 'main belt', number: 'OWN-8' }] }).fittings[0]?.mark).toBe('OWN-8')
    expect(of({ ticks }).fittings[0]?.mark).toMatch(/^\d+PK/)
  })

  test('the same belt again, one that was left out, and one of no length are no fittings', () => {
    const ticks = [tick('on.lay.main')]
    expect(of({ ticks, sameBelts: true }).fittings).toEqual([])
    expect(of({ ticks: [tick('on.lay.main', { is: 'skipped' })] }).fittings).toEqual([])
    const noLength = settleDrive(
      changed(ketch, (draft) => {
        for (const belt of draft.belts) belt.length = null
      }),
    )
    expect(of({ ticks }, noLength).fittings).toEqual([])
    expect(missingAtSignOff(noLength, job({ ticks }))).toEqual({ distance: true, numbers: ['main'], lengths: ['main'] })
  })

  test('a part is new once its step was ticked, not because it was planned', () => {
    const work: JobFields['work'] = [
      {
        id: 'replace.tensioner.arm',
        does: 'replace',
        part: 'tensioner.arm',
        what: 'Arm',
        because: '',
        lines: [],
        prove: '',
        from: 'diagnosis',
      },
    ]
    expect(of({ work }).renewed).toBeNull()
    expect(of({ work, ticks: [tick('work.replace.tensioner.arm')] }).renewed?.renewed).toEqual(['tensioner.arm'])
  })

  test('a belt for the shelf is read from its number; a number that may be anything is not', () => {
    const part = { id: 'p', what: 'Belt', count: 2, place: 'shelf', backBy: '' } as const
    expect(of({ parts: [{ ...part, number: '6PK1780' }] }).shelf).toMatchObject([
      { mark: '6PK1780', section: 'PK', ribs: 6, length: 1780, count: 2 },
    ])
    expect(of({ parts: [{ ...part, number: '1780' }] }).shelf).toEqual([])
  })
})
