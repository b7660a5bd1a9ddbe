import type { ReactNode } from 'react'
import styles from './notice.module.css'

interface NoticeProps {
  readonly title: string
  readonly detail?: string | undefined
  readonly children?: ReactNode
}

/** A screen or a part of one that has nothing to show: what is so, why, and what to do. */
export function Notice({ title, detail, children }: NoticeProps) {
  return (
    <section className={styles['notice']}>
      <h1>{title}</h1>
      {detail !== undefined && <p>{detail}</p>}
      {children}
    </section>
  )
}
