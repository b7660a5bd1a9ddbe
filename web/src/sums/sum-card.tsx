import { PrinterOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { useRef, type ReactNode } from 'react'
import type { DriveDocument } from '@emery/core/drive'
import { useBeginDrive } from '../drives/use-begin-drive.ts'
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
  /** The drive that what was entered begins; left out where it begins none. */
  readonly asDrive?: () => DriveDocument
}

/** One sum: its fields, what it comes to, and how. It prints by itself, and begins a drive. */
export function SumCard({ title, children, result, wants, working, asDrive }: SumCardProps) {
  const card = useRef<HTMLElement>(null)
  const { begin, refusal, busy } = useBeginDrive()
  const print = () => {
    const element = card.current
    element?.setAttribute('data-printed', 'true')
    window.print()
    element?.removeAttribute('data-printed')
  }
  return (
    <section ref={card} className={styles['card']} aria-label={title}>
      <h2>{title}</h2>
      <div className={styles['fields']}>{children}</div>
      <div role="status" className={styles['result']}>
        {result ?? <p className="soft">{wants}</p>}
      </div>
      {result !== null && (
        <>
          {working !== undefined && <p className={styles['working']}>{working}</p>}
          <div className={styles['acts']}>
            <Button size="small" icon={<PrinterOutlined aria-hidden />} aria-label={`Print ${title}`} onClick={print}>
              Print
            </Button>
            {asDrive !== undefined && (
              <Button
                size="small"
                loading={busy}
                aria-label={`Make a drive of ${title}`}
                onClick={() => void begin(asDrive(), 'from a sum')}
              >
                Make it a drive
              </Button>
            )}
          </div>
          {refusal !== null && <p role="alert">{refusal}</p>}
        </>
      )}
    </section>
  )
}
