import { Input } from 'antd'
import { useState } from 'react'
import type { DriveEdit } from '@emery/core/drive'
import { readFigure } from '../../ui/read-figure.ts'
import { useBench } from '../bench-context.ts'

interface FigureFieldProps {
  readonly label: string
  readonly value: number | null
  /** What stands in an empty field. */
  readonly placeholder?: string
  /** What the change is called in the history of the drive. */
  readonly what: string
  readonly onRead: (value: number | null) => DriveEdit
}

/** A figure that is kept when it is left or Enter is pressed; what cannot be is said beside it. */
export function FigureField({ label, value, placeholder = 'not read', what, onRead }: FigureFieldProps) {
  const { store } = useBench()
  const stands = value === null ? '' : String(Math.round(value * 100) / 100)
  const [refusal, setRefusal] = useState<string | null>(null)
  const [takenFor, setTakenFor] = useState<string | null>(null)
  const take = (text: string) => {
    // Left as it stands, rounded, it is what it was.
    if (text === stands && refusal === null) return
    const read = readFigure(label, text)
    setRefusal(null)
    setTakenFor(null)
    if (read?.ok === false) {
      setRefusal(read.message)
      return
    }
    const next = read?.value ?? null
    if (next === value) return
    const result = store.getState().edit(what, onRead(next))
    setRefusal(result.ok ? null : `It ${result.message}.`)
    if (result.ok) setTakenFor(read?.takenFor ?? null)
  }
  return (
    <label>
      {label}
      <Input
        key={value ?? 'none'}
        aria-label={label}
        className="figures"
        inputMode="decimal"
        defaultValue={stands}
        placeholder={placeholder}
        maxLength={20}
        aria-invalid={refusal !== null}
        onBlur={({ currentTarget }) => take(currentTarget.value)}
        onPressEnter={({ currentTarget }) => take(currentTarget.value)}
      />
      {refusal !== null && <small role="alert">{refusal}</small>}
      {takenFor !== null && <small role="status">{takenFor}</small>}
    </label>
  )
}
