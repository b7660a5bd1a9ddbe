import { Input } from 'antd'
import { useState } from 'react'
import type { DriveEdit } from '@emery/core/drive'
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
  // “Rated current, A” is read in amperes, and takes 120 as well as 120 A.
  const unit = /, (\S+)$/.exec(label)?.[1] ?? ''
  const [refusal, setRefusal] = useState<string | null>(null)
  const take = (text: string) => {
    const read = figureIn(text, unit)
    setRefusal(null)
    if (read === value) return
    if (read !== null && !Number.isFinite(read)) {
      setRefusal(
        `“${text.trim()}” is not a figure${unit === '' ? '' : ` in ${unit}`}. Enter it like 120${unit === '' ? '' : ` or 120 ${unit}`}.`,
      )
      return
    }
    const result = store.getState().edit(what, onRead(read))
    setRefusal(result.ok ? null : `It ${result.message}.`)
  }
  return (
    <label>
      {label}
      <Input
        key={value ?? 'none'}
        aria-label={label}
        className="figures"
        inputMode="decimal"
        defaultValue={value === null ? '' : String(Math.round(value * 100) / 100)}
        placeholder={placeholder}
        maxLength={20}
        aria-invalid={refusal !== null}
        onBlur={({ currentTarget }) => take(currentTarget.value)}
        onPressEnter={({ currentTarget }) => take(currentTarget.value)}
      />
      {refusal !== null && <small role="alert">{refusal}</small>}
    </label>
  )
}

/** The number that was typed, with its unit behind it or without; null for an empty field, NaN for anything else. */
function figureIn(text: string, unit: string): number | null {
  const typed = text.trim().replace(',', '.')
  if (typed === '') return null
  const bare = unit !== '' && typed.toLowerCase().endsWith(unit.toLowerCase()) ? typed.slice(0, -unit.length) : typed
  return bare.trim() === '' ? NaN : Number(bare)
}
