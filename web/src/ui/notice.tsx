import type { ReactNode } from 'react'
import styles from './notice.module.css'

interface NoticeProps {
  readonly title: string
  readonly detail?: string | undefined
  /** It stands in a page that has its own heading. */
  readonly inPage?: boolean
  readonly children?: ReactNode
}

/** A screen or a part of one that has nothing to show: what is so, why, and what to do. */
export function Notice({ title, detail, inPage = false, children }: NoticeProps) {
  const Heading = inPage ? 'h2' : 'h1'
  return (
    <section className={styles['notice']}>
      <Heading>{title}</Heading>
      {detail !== undefined && <p>{detail}</p>}
      {children}
    </section>
  )
}
