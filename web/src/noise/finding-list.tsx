import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { findingsKey, findingsQuery, removeFinding, restoreFinding } from '../api/findings.ts'
import { useSecondThoughts } from '../app/use-second-thoughts.tsx'
import styles from './noise.module.css'

/** What was found on this drive before, the newest first. */
export function FindingList({ driveId }: { readonly driveId: string }) {
  const queries = useQueryClient()
  const takeAway = useSecondThoughts()
  const { data: findings = [], error } = useQuery(findingsQuery(driveId))
  if (error !== null && findings.length === 0) return <p role="alert">{error.message}</p>
  if (findings.length === 0) return null
  return (
    <section aria-label="Found before">
      <h2 className="heading">Found before</h2>
      <ul className={styles['found']}>
        {findings.map(({ id, at, by, causeName, probability, actions, prove, note, distance, answers }) => (
          <li key={id}>
            <header>
              <b>{causeName}</b>
              <span className={styles['soft']}>
                {dayjs(at).format('D MMM YYYY HH:mm')}
                {by === '' ? '' : `, ${by}`}
                {distance === null ? '' : `, ${distance.toLocaleString('en')} km`}, given{' '}
                {Math.round(100 * probability)} in 100
              </span>
              <Button
                type="text"
                aria-label={`Strike out the finding: ${causeName}`}
                onClick={() =>
                  void takeAway({
                    key: `finding-${id}`,
                    said: `“${causeName}” is struck out.`,
                    remove: () => removeFinding(driveId, id),
                    bringBack: () => restoreFinding(driveId, id),
                    refresh: () => queries.invalidateQueries({ queryKey: findingsKey(driveId) }),
                  })
                }
              >
                Strike out
              </Button>
            </header>
            <p>{actions.join('. ')}.</p>
            <p className={styles['soft']}>
              Rests on: {answers.map(({ words }) => words).join('; ')}. Proved when: {prove}
            </p>
            {note !== '' && <p>{note}</p>}
          </li>
        ))}
      </ul>
    </section>
  )
}
