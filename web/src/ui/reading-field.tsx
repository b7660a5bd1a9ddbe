import { Input } from 'antd'
import { useId, useMemo, useState, type KeyboardEvent } from 'react'
import { parseLength, readingText, type LengthStyle, type Mm } from '@emery/core/units'
import type { EditResult } from './edit-result.ts'
import styles from './reading-field.module.css'
import { lengthsIn, useLengths } from './use-lengths.ts'

interface ReadingFieldProps {
  readonly label: string
  readonly value: Mm | null
  /** Takes a new reading; an empty field gives null where `mayBeEmpty`. A refusal comes back as a sentence's end, or a whole one. */
  readonly onRead: (value: Mm | null) => EditResult
  readonly mayBeEmpty?: boolean
  /** Taken while it is typed too, so that nothing waits for the field to be left; for what keeps nothing in a drive. */
  readonly live?: boolean
  /** What stands there nobody has read: grey, and Enter confirms it as it is. */
  readonly assumed?: boolean
  readonly placeholder?: string
  /** The unit of a bare number, where the scale that is read has its own; else the one the person has chosen. */
  readonly scale?: LengthStyle
}

/**
 * Where a length is typed as people write it: `6 1/8`, `45 thou`, `169,9 mm`. What was understood stands below while typing;
 * Enter or leaving takes it, Escape puts the old reading back.
 */
export function ReadingField({
  label,
  value,
  onRead,
  mayBeEmpty = false,
  assumed = false,
  live = false,
  placeholder,
  scale,
}: ReadingFieldProps) {
  const id = useId()
  const chosen = useLengths()
  const lengths = useMemo(() => (scale === undefined ? chosen : lengthsIn(scale)), [chosen, scale])
  const [draft, setDraft] = useState<string | null>(null)
  const [refusal, setRefusal] = useState<string | null>(null)
  const shown = draft ?? (value === null ? '' : readingText(value, lengths.style))
  const read = draft === null ? null : parseLength(draft, lengths.style)
  const empty = draft?.trim() === ''

  const take = () => {
    if (draft === null) return
    if (empty && !mayBeEmpty) {
      leave()
      return
    }
    if (!empty && read?.ok !== true) {
      setRefusal(read?.message ?? null)
      return
    }
    const result = onRead(empty || read?.ok !== true ? null : read.mm)
    if (result.ok) leave()
    // A refusal with a capital is a sentence of its own.
    else setRefusal(/^[A-Z]/.test(result.message) ? result.message : `${label} ${result.message}.`)
  }
  const leave = () => {
    setDraft(null)
    setRefusal(null)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && draft === null && assumed) onRead(value)
    else if (event.key === 'Enter') take()
    if (event.key === 'Escape' && draft !== null) {
      event.stopPropagation()
      leave()
    }
  }

  const understood =
    read?.ok === true
      ? `${read.understood} = ${lengths.style === 'mm' ? lengths.fine(read.mm) : lengths.other(read.mm)}`
      : null
  return (
    <div className={styles['field']} data-assumed={assumed}>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        className="figures"
        value={shown}
        placeholder={placeholder ?? ''}
        suffix={draft === null && lengths.style === 'mm' && shown !== '' ? 'mm' : <span />}
        status={refusal === null ? '' : 'error'}
        aria-invalid={refusal !== null}
        aria-describedby={`${id}-note`}
        autoComplete="off"
        onChange={(event) => {
          const text = event.target.value
          setDraft(text)
          setRefusal(null)
          const now = live ? parseLength(text, lengths.style) : null
          if (now?.ok === true) onRead(now.mm)
          else if (live && mayBeEmpty) onRead(null)
        }}
        onFocus={(event) => event.target.select()}
        onBlur={take}
        onKeyDown={onKeyDown}
      />
      <p
        id={`${id}-note`}
        className={styles['note']}
        role={refusal === null ? undefined : 'alert'}
        data-refused={refusal !== null}
      >
        {refusal ?? understood}
      </p>
    </div>
  )
}
