import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import type { DueItem } from '@emery/core/wear'
import { addInspection, inspectionsKey } from './inspections-api.ts'
import { usePreferences } from '../ui/preferences.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { kmText } from './inspection-words.ts'
import styles from './inspection.module.css'

interface DueListProps {
  readonly driveId: string
  readonly due: readonly DueItem[]
  /** The furthest that was read, km. */
  readonly distance: number | null
}

/** What is due on this drive, the overdue first. */
export function DueList({ driveId, due, distance }: DueListProps) {
  const queries = useQueryClient()
  const { mutate, isPending, error } = useMutation({
    mutationFn: (part: string) =>
      addInspection(driveId, {
        distance,
        beltOff: false,
        checks: [],
        renewed: [part],
        sum: [],
        note: '',
        by: usePreferences.getState().person,
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: inspectionsKey(driveId) }),
  })
  if (due.length === 0) return null
  return (
    <section className={styles['group']} aria-label="Due on this drive">
      <h2 className="heading">Due on this drive</h2>
      <ul>
        {due.map((item) => {
          const { part, what, why, overdue } = item
          return (
            <li key={`${part.id} ${what} ${why}`}>
              <VerdictMark verdict={overdue ? 'act' : 'watch'} label={overdue ? 'due' : 'later'} />{' '}
              <b>
                {what === 'replace' ? 'Replace' : 'Check again'} {part.name}
              </b>{' '}
              {dueWhen(item)}. <span>{why}</span>
              {what === 'replace' && overdue && part.kind !== 'belt' && (
                <Button loading={isPending} onClick={() => mutate(part.id)}>
                  Renewed
                </Button>
              )}
            </li>
          )
        })}
      </ul>
      {error !== null && <p role="alert">{error.message}</p>}
    </section>
  )
}

/** `now`, or at what distance and by which day, whichever comes first. */
export function dueWhen({ atKm, atMs }: Pick<DueItem, 'atKm' | 'atMs'>): string {
  const when = [
    atKm === null ? null : `at ${kmText(Math.round(atKm / 100) * 100)}`,
    atMs === null ? null : `by ${dayjs(atMs).format('MMM YYYY')}`,
  ].filter((each) => each !== null)
  return when.length === 0 ? 'now' : when.join(' or ')
}
