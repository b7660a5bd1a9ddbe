import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { daysFrom, weekPlan, type PlannedJob } from '@emery/core/jobs'
import { useNow } from '../../ui/use-now.ts'
import { boardWeekQuery } from '../jobs-api.ts'
import { BoardRow } from './board-row.tsx'
import styles from './board.module.css'

/** How often what is late is looked at again, ms. */
const LOOK_MS = 60_000

/** Open jobs that are promised for today, the late ones first. */
export function useToday(): readonly PlannedJob[] {
  const now = dayjs(useNow(LOOK_MS))
  const [today = '', tomorrow = ''] = daysFrom(now.format('YYYY-MM-DD'), 2)
  const { data } = useQuery(boardWeekQuery(tomorrow))
  const plan = weekPlan(data?.rows ?? [], { days: [today], now: now.format('YYYY-MM-DDTHH:mm') })
  return plan.filter(({ day }) => day === today)
}

interface TodayProps {
  readonly plan: readonly PlannedJob[]
  readonly onPick: (hand: string) => void
}

/** They stand above all others; a name shows only that person's. */
export function Today({ plan, onPick }: TodayProps) {
  if (plan.length === 0) return null
  const hands = [...new Set(plan.flatMap(({ row }) => row.hands))].toSorted()
  return (
    <section aria-label="Promised for today" className={styles['today']}>
      <h2 className="heading">Promised for today</h2>
      {hands.length > 1 && (
        <div className={styles['views']} role="group" aria-label="Person">
          {hands.map((hand) => (
            <button key={hand} type="button" onClick={() => onPick(hand)}>
              {hand}
            </button>
          ))}
        </div>
      )}
      <ul className={styles['rows']}>
        {plan.map(({ row }) => (
          <BoardRow key={row.id} row={row} />
        ))}
      </ul>
    </section>
  )
}
