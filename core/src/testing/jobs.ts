/** Jobs as tests need them: a step that was ticked, a row of the Board. */
import type { BoardRow, JobTick } from '../api/job-records.ts'

export function jobTick(step: string, more: Partial<JobTick> = {}): JobTick {
  return {
    step,
    title: step,
    is: 'done',
    reason: '',
    reading: '',
    review: 'none',
    reviewedBy: '',
    by: 'Isla',
    at: '2026-11-28T09:00:00Z',
    ...more,
  }
}

export function boardRow(number: number, more: Partial<BoardRow> = {}): BoardRow {
  return {
    id: `j${number}`,
    number,
    complaint: 'squeals',
    stage: 'parts',
    stepsDone: 2,
    stepsAll: 15,
    reviewsWaiting: 0,
    dueOn: null,
    dueKm: null,
    openedAt: '2026-11-20T08:00:00Z',
    closedAt: null,
    promisedFor: '',
    priority: 'normal',
    hands: [],
    estimate: null,
    minutes: 0,
    version: 1,
    drive: { id: 'd1', name: 'Main drive', version: 3 },
    vehicle: { id: 'v1', name: 'Ketch', plate: 'HB-114', distance: 183_050 },
    ...more,
  }
}
