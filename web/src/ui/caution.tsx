import type { ReactNode } from 'react'
import styles from './caution.module.css'

/** What can hurt at this step, said where the step is. */
export function Caution({ children }: { readonly children: ReactNode }) {
  return (
    <p className={styles['caution']} role="note">
      {children}
    </p>
  )
}
