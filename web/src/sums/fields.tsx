import { Select } from 'antd'
import type { Section } from '@emery/core/sections'
import type { Mm } from '@emery/core/units'
import { ReadingField } from '../ui/reading-field.tsx'
import { sectionOptions } from '../ui/section-options.ts'

interface LengthFieldProps {
  readonly label: string
  readonly value: Mm | null
  readonly onRead: (mm: Mm | null) => void
}

/** A length, in whatever way it is written; it may be empty. */
export function LengthField({ label, value, onRead }: LengthFieldProps) {
  return (
    <ReadingField
      label={label}
      value={value}
      mayBeEmpty
      live
      onRead={(mm) => {
        if (mm !== null && !(mm >= 0)) return { ok: false, message: 'must not be negative' }
        onRead(mm)
        return { ok: true }
      }}
    />
  )
}

interface SectionFieldProps {
  readonly value: Section
  readonly onPick: (section: Section) => void
}

export function SectionField({ value, onPick }: SectionFieldProps) {
  return (
    <label>
      Belt section
      <Select aria-label="Belt section" value={value} options={sectionOptions()} onChange={onPick} />
    </label>
  )
}
