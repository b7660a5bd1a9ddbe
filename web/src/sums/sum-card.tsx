import type { ReactNode } from 'react'
import styles from './sums.module.css'

interface SumCardProps {
  readonly title: string
  /** The fields, in the order in which they are filled. */
  readonly children: ReactNode
  /** What it comes to; null until enough is entered. */
  readonly result: ReactNode | null
  /** What to enter, while there is no result. */
  readonly wants: string
  /** How it comes about. */
  readonly working?: ReactNode
}

/** One sum: its fields, what it comes to, and how. */
export function SumCard({ title, children, result, wants, working }: SumCardProps) {
  return (
    <section className={styles['card']} aria-label={title}>
      <h2>{title}</h2>
      <div className={styles['fields']}>{children}</div>
      <div role="status" className={styles['result']}>
        {result ?? <p className="soft">{wants}</p>}
      </div>
      {result !== null && working !== undefined && <p className={styles['working']}>{working}</p>}
    </section>
  )
}
