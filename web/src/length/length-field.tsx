import { Button } from 'antd'
import { useState } from 'react'
import { doubtLength } from '@emery/core/length'
import type { Section } from '@emery/core/sections'
import type { Mm } from '@emery/core/units'
import { ReadingField } from '../ui/reading-field.tsx'
import styles from './length.module.css'

interface LengthFieldProps {
  readonly label: string
  readonly value: Mm | null
  readonly section: Section
  readonly reach: { readonly shortest: Mm; readonly longest: Mm } | null
  readonly placeholder?: string
  readonly onRead: (value: Mm | null) => void
}

/** A length of a belt as people write it; one that goes round nothing is asked about, and inches put right by a press. */
export function LengthField({ label, value, section, reach, placeholder = 'not read yet', onRead }: LengthFieldProps) {
  const [doubted, setDoubted] = useState<Mm | null>(null)
  const doubt = doubted === null ? undefined : doubtLength(doubted, section, reach)
  return (
    <div>
      <ReadingField
        label={label}
        value={value}
        mayBeEmpty
        placeholder={placeholder}
        onRead={(read) => {
          const wrong = read === null ? undefined : doubtLength(read, section, reach)
          setDoubted(wrong === undefined ? null : read)
          if (wrong === undefined) onRead(read)
          return wrong === undefined ? { ok: true } : { ok: false, message: wrong }
        }}
      />
      {doubted !== null && doubt?.includes(' in ') === true && (
        <Button
          className={styles['doubt'] ?? ''}
          onClick={() => {
            setDoubted(null)
            onRead(doubted * 25.4)
          }}
        >
          Yes, inches
        </Button>
      )}
    </div>
  )
}
