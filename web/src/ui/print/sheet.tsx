import { PrinterOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { useMemo, type ReactNode } from 'react'
import { Link } from 'react-router'
import type { DriveRecord } from '@emery/core/api'
import { useTopBar } from '../top-bar.ts'
import styles from './sheet.module.css'

interface SheetProps {
  readonly record: DriveRecord
  /** What it is called in the top bar and to a screen reader. */
  readonly name: string
  readonly back: { readonly to: string; readonly label: string }
  readonly children: ReactNode
}

/** One page of A4 about a drive, as it comes out of the printer. */
export function Sheet({ record: { vehicle, document }, name, back, children }: SheetProps) {
  return (
    <PlainSheet
      name={name}
      back={back}
      head={vehicle === null ? document.name : vehicle.name}
      beside={vehicle === null ? '' : `${vehicle.plate} · ${document.name}`}
    >
      {children}
      <div className={styles['sign']}>
        <span>Checked by, date</span>
        <span>Owner</span>
      </div>
      <footer>
        Limits are nominal unless stated. The vehicle’s own service data goes first. Engine off and key out before hands
        go near a belt.
      </footer>
    </PlainSheet>
  )
}

interface PlainSheetProps extends Omit<SheetProps, 'record'> {
  /** What stands large at its top, and small beside it. */
  readonly head: string
  readonly beside: string
  /** Buttons beside the one that prints it. */
  readonly more?: ReactNode
}

/** One page of A4, as it comes out of the printer. */
export function PlainSheet({ head, beside, name, back, more, children }: PlainSheetProps) {
  useTopBar(
    useMemo(
      () => ({
        title: <strong>{name}</strong>,
        commands: [{ id: 'print', label: 'Print the sheet', keys: 'Ctrl P', run: () => window.print() }],
      }),
      [name],
    ),
  )
  return (
    <div className={styles['page']}>
      <div className={styles['bar']}>
        <Link to={back.to}>{back.label}</Link>
        {more}
        <Button type="primary" size="large" icon={<PrinterOutlined aria-hidden />} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <article data-scrolls className={styles['sheet']} aria-label={name}>
        <header>
          <strong>{head}</strong>
          <span>{beside}</span>
          <em>Emery</em>
        </header>
        {children}
      </article>
    </div>
  )
}
