import type { ComponentProps, ReactNode } from 'react'
import styles from './panel.module.css'

interface PanelProps {
  readonly label: string | undefined
  readonly children: ReactNode
}

/** What stands beside the drawing: one section below the other, scrolled by itself. */
export function Panel({ label, children }: PanelProps) {
  return (
    <aside className={styles['panel']} aria-label={label}>
      {children}
    </aside>
  )
}

interface PanelSectionProps extends Omit<ComponentProps<'section'>, 'title'> {
  readonly title?: ReactNode
  /** What it is called where that is not its title; a section with neither is not announced. */
  readonly label?: string
  /** What stands at the right end of the title's line. */
  readonly beside?: ReactNode
}

/** One subject of a panel, under its heading. */
export function PanelSection({ title, label, beside, className = '', children, ...rest }: PanelSectionProps) {
  const name = label ?? (typeof title === 'string' ? title : undefined)
  const heading = title === undefined ? null : <h2 className="heading">{title}</h2>
  return (
    <section className={`${styles['section'] ?? ''} ${className}`} aria-label={name} {...rest}>
      {beside === undefined ? (
        heading
      ) : (
        <div className={styles['head']}>
          {heading}
          {beside}
        </div>
      )}
      {children}
    </section>
  )
}

interface PanelTableProps {
  readonly label?: string
  readonly className?: string | undefined
  readonly children: ReactNode
}

/** A table of numbers in a panel: names at the left, figures at the right. */
export function PanelTable({ label, className = '', children }: PanelTableProps) {
  return (
    <table className={`${styles['table'] ?? ''} ${className}`} aria-label={label}>
      {children}
    </table>
  )
}

/** What is in hand: the selected part, with its fields. */
export function PanelCard({ label, children }: PanelProps) {
  return (
    <section className={styles['card']} aria-label={label}>
      {children}
    </section>
  )
}

/** Three short fields side by side. */
export function PanelFields({ children }: { readonly children: ReactNode }) {
  return <div className={styles['fields']}>{children}</div>
}
