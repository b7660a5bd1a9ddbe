import { Segmented } from 'antd'
import { useState } from 'react'
import type { Mm } from '@emery/core/units'
import type { EditResult } from './edit-result.ts'
import styles from './hub-field.module.css'
import { ReadingField } from './reading-field.tsx'

type Side = 'behind' | 'in front'

interface HubFieldProps {
  readonly label: string
  /** mm that the hub's face stands behind the shaft's end, negative in front of it; null where nobody has said. */
  readonly value: Mm | null
  readonly onRead: (value: Mm | null) => EditResult
}

/** How a hub's face stands against its shaft's end, as a depth gauge reads it: how far, and on which side; zero is flush. */
export function HubField({ label, value, onRead }: HubFieldProps) {
  const [chosen, setChosen] = useState<Side>('in front')
  const side: Side = value === null || value === 0 ? chosen : value > 0 ? 'behind' : 'in front'
  const signed = (mm: Mm, of: Side): Mm => (of === 'behind' || mm === 0 ? mm : -1 * mm)
  return (
    <div className={styles['hub']}>
      <ReadingField
        label={label}
        mayBeEmpty
        placeholder="0 is flush"
        value={value === null ? null : Math.abs(value)}
        onRead={(mm) => onRead(mm === null ? null : signed(mm, side))}
      />
      <Segmented<Side>
        aria-label={`${label}: side`}
        value={side}
        options={[
          { value: 'in front', label: 'Short of the end' },
          { value: 'behind', label: 'Past the end' },
        ]}
        onChange={(next) => {
          setChosen(next)
          if (value !== null && value !== 0) onRead(signed(Math.abs(value), next))
        }}
      />
    </div>
  )
}
