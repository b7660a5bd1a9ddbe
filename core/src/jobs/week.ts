/** A week's plan: who does what on which day, and what is late. docs/mechanics/belt-change.md */
import type { BoardRow } from '../api/job-records.ts'

/** Hour for which a job is promised that is put on a day without one. A choice of ours: the end of the working day. */
export const END_OF_DAY = '17:00'

/** Where a job stands in the plan: the day, empty for none, and who does it, empty for nobody. */
export interface PlanPlace {
  readonly day: string
  readonly hand: string
}

export interface PlannedJob extends PlanPlace {
  readonly row: BoardRow
  /** Promised for a moment that has passed. */
  readonly late: boolean
}

/** Days from one on, `2026-11-24`, that one first. */
export function daysFrom(first: string, count: number): readonly string[] {
  return Array.from({ length: count }, (_, i) => {
    // eslint-disable-next-line no-restricted-globals -- reads the day it is given, not the clock
    const day = new Date(`${first}T00:00:00Z`)
    day.setUTCDate(day.getUTCDate() + i)
    return day.toISOString().slice(0, 10)
  })
}

/** Jobs in their places: what was promised for an earlier day stands late on the first, each in the order of its hour. */
export function weekPlan(
  rows: readonly BoardRow[],
  { days, now }: { readonly days: readonly string[]; readonly now: string },
): readonly PlannedJob[] {
  const [today = ''] = days
  return rows
    .map((row): PlannedJob => {
      const { promisedFor, hands } = row
      const day = promisedFor === '' ? '' : promisedFor.slice(0, 10) < today ? today : promisedFor.slice(0, 10)
      return { row, day, hand: hands[0] ?? '', late: promisedFor !== '' && promisedFor < now }
    })
    .filter(({ day }) => day === '' || days.includes(day))
    .toSorted((a, b) => hourOf(a.row).localeCompare(hourOf(b.row)) || a.row.number - b.row.number)
}

function hourOf({ promisedFor, priority }: BoardRow): string {
  return promisedFor === '' ? (priority === 'urgent' ? '0' : '1') : promisedFor
}

/** What changes in a job that is put elsewhere in the plan: the day with its hour kept, and who does it first of all who are on it. */
export function movedInPlan(
  { promisedFor, hands }: Pick<BoardRow, 'promisedFor' | 'hands'>,
  { day, hand }: PlanPlace,
): Pick<BoardRow, 'promisedFor' | 'hands'> {
  const hour = promisedFor === '' ? END_OF_DAY : promisedFor.slice(11)
  const others = hands.filter((each, i) => i > 0 && each !== hand)
  return {
    promisedFor: day === '' ? '' : `${day}T${hour}`,
    hands: hand === '' ? others : hands[0] === hand ? hands : [hand, ...others],
  }
}

/** Minutes of work left on some jobs: as estimated, less what was noted; null where nobody has said of one of them. */
export function minutesLeft(rows: readonly Pick<BoardRow, 'estimate' | 'minutes'>[]): number | null {
  let sum = 0
  for (const { estimate, minutes } of rows) {
    if (estimate === null) return null
    sum += Math.max(0, estimate - minutes)
  }
  return sum
}
