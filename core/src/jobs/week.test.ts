import { describe, expect, test } from '@jest/globals'
import { boardRow as row } from '../testing/jobs.ts'
import { daysFrom, minutesLeft, movedInPlan, weekPlan } from './week.ts'

describe('a week’s plan', () => {
  // Over the end of a month, and of a year.
  test('days follow each other as the calendar has them', () => {
    expect(daysFrom('2026-12-30', 4)).toEqual(['2026-12-30', '2026-12-31', '2027-01-01', '2027-01-02'])
    expect(daysFrom('2028-02-28', 3).at(-1)).toBe('2028-03-01')
  })

  test('what is late stands on the first day, by its hour; what is beyond the week is left out', () => {
    const days = daysFrom('2026-11-30', 7)
    const plan = weekPlan(
      [
        row(1, { promisedFor: '2026-11-30T16:00', hands: ['Isla', 'Wren'] }),
        row(2, { promisedFor: '2026-11-27T09:00' }),
        row(3, { promisedFor: '2026-11-30T08:00' }),
        row(4),
        row(5, { priority: 'urgent' }),
        row(6, { promisedFor: '2026-12-07T08:00' }),
      ],
      { days, now: '2026-11-30T12:00' },
    )
    expect(plan.map(({ row: { number }, day, hand, late }) => [number, day, hand, late])).toEqual([
      [5, '', '', false],
      [4, '', '', false],
      [2, '2026-11-30', '', true],
      [3, '2026-11-30', '', true],
      [1, '2026-11-30', 'Isla', false],
    ])
  })

  test('moved, it keeps its hour and those who help; put on no day it is promised for none', () => {
    const job = row(1, { promisedFor: '2026-11-30T16:00', hands: ['Isla', 'Wren', 'Tobias'] })
    expect(movedInPlan(job, { day: '2026-12-02', hand: 'Wren' })).toEqual({
      promisedFor: '2026-12-02T16:00',
      hands: ['Wren', 'Tobias'],
    })
    expect(movedInPlan(job, { day: '', hand: '' })).toEqual({ promisedFor: '', hands: ['Wren', 'Tobias'] })
    expect(movedInPlan(row(2), { day: '2026-12-02', hand: '' })).toEqual({ promisedFor: '2026-12-02T17:00', hands: [] })
  })

  test('work left is as estimated less what was noted, never below nothing; not known where one is not', () => {
    expect(
      minutesLeft([
        { estimate: 90, minutes: 30 },
        { estimate: 60, minutes: 100 },
      ]),
    ).toBe(60)
    expect(
      minutesLeft([
        { estimate: 90, minutes: 30 },
        { estimate: null, minutes: 0 },
      ]),
    ).toBeNull()
  })
})
