import type { ReactNode } from 'react'
import styles from './choices.module.css'

interface ChoicesProps {
  readonly label: string
  /** Buttons that say whether they are pressed. */
  readonly children: ReactNode
}

/** Several of a kind, of which one or some are pressed. */
export function Choices({ label, children }: ChoicesProps) {
  return (
    <div className={styles['choices']} role="group" aria-label={label}>
      {children}
    </div>
  )
}
