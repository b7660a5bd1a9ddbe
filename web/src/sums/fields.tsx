import { Input, Select } from 'antd'
import { useId, useState } from 'react'
import type { Section } from '@emery/core/sections'
import type { Mm } from '@emery/core/units'
import { readFigure } from '../ui/read-figure.ts'
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
      onRead={(mm) => {
        if (mm !== null && !(mm >= 0)) return { ok: false, message: 'must not be negative' }
        onRead(mm)
        return { ok: true }
      }}
    />
  )
}

interface FigureProps {
  readonly label: string
  readonly value: number | null
  readonly onRead: (value: number | null) => void
}

/** A figure that is no length; what is none is said, and the sum waits. */
export function Figure({ label, value, onRead }: FigureProps) {
  const id = useId()
  const [text, setText] = useState(value === null ? '' : String(value))
  const [refusal, setRefusal] = useState<string | null>(null)
  const [takenFor, setTakenFor] = useState<string | null>(null)
  return (
    <div>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        className="figures"
        inputMode="decimal"
        maxLength={12}
        value={text}
        aria-invalid={refusal !== null}
        onChange={({ target }) => {
          setText(target.value)
          const read = readFigure(label, target.value)
          const wrong =
            read === null ? null : !read.ok ? read.message : read.value > 0 ? null : 'Enter a number above zero.'
          setRefusal(wrong)
          setTakenFor(read?.ok === true && wrong === null ? read.takenFor : null)
          onRead(read?.ok === true && wrong === null ? read.value : null)
        }}
      />
      {refusal !== null && <p role="alert">{refusal}</p>}
      {takenFor !== null && <small>{takenFor}</small>}
    </div>
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
