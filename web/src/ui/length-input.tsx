import type { Mm } from '@emery/core/units'
import { ReadingField } from './reading-field.tsx'

interface LengthInputProps {
  readonly label: string
  readonly value: Mm | null
  readonly onRead: (mm: Mm | null) => void
}

/** A length above zero that is worked with while it is typed, and kept nowhere; it may be empty. */
export function LengthInput({ label, value, onRead }: LengthInputProps) {
  return (
    <ReadingField
      label={label}
      value={value}
      live
      mayBeEmpty
      onRead={(mm) => {
        if (mm !== null && !(mm > 0)) return { ok: false, message: 'must be above zero' }
        onRead(mm)
        return { ok: true }
      }}
    />
  )
}
