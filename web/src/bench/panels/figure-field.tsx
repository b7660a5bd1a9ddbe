import { Input } from 'antd'
import { useState } from 'react'
import type { DriveEdit } from '@emery/core/drive'
import { useFigureUnit } from '../../ui/use-units.ts'
import { useBench } from '../bench-context.ts'

interface FigureFieldProps {
  readonly label: string
  readonly value: number | null
  /** What stands in an empty field. */
  readonly placeholder?: string
  /** What stands there nobody has read: grey, and Enter confirms it as it is. */
  readonly assumed?: boolean
  /** What the change is called in the history of the drive. */
  readonly what: string
  readonly onRead: (value: number | null) => DriveEdit
}

/** A figure that is kept when it is left or Enter is pressed, and put back by Escape; what cannot be is said beside it. */
export function FigureField({
  label,
  value,
  placeholder = 'not read',
  assumed = false,
  what,
  onRead,
}: FigureFieldProps) {
  const { store } = useBench()
  const figure = useFigureUnit(label)
  const [draft, setDraft] = useState<string | null>(null)
  const [refusal, setRefusal] = useState<string | null>(null)
  const [takenFor, setTakenFor] = useState<string | null>(null)
  const keep = (next: number | null, said: string | null) => {
    const result = store.getState().edit(what, onRead(next))
    setRefusal(result.ok ? null : `It ${result.message}.`)
    if (result.ok) setDraft(null)
    setTakenFor(result.ok ? said : null)
  }
  const take = () => {
    if (draft === null) return
    const read = figure.read(draft)
    setTakenFor(null)
    if (read?.ok === false) setRefusal(read.message)
    else keep(read?.value ?? null, read?.takenFor ?? null)
  }
  return (
    <label data-assumed={assumed}>
      {figure.label}
      <Input
        aria-label={figure.label}
        className="figures"
        inputMode="decimal"
        value={draft ?? (value === null ? '' : figure.shown(value))}
        placeholder={placeholder}
        maxLength={20}
        aria-invalid={refusal !== null}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => {
          setDraft(target.value)
          setRefusal(null)
        }}
        onBlur={take}
        onPressEnter={() => {
          if (draft === null && assumed) keep(value, null)
          else take()
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Escape' || draft === null) return
          event.stopPropagation()
          setDraft(null)
          setRefusal(null)
        }}
      />
      {refusal !== null && <small role="alert">{refusal}</small>}
      {takenFor !== null && <small role="status">{takenFor}</small>}
    </label>
  )
}
