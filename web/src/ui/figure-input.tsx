import { Input } from 'antd'
import { useId, useState } from 'react'
import { useFigureUnit } from './use-units.ts'

interface FigureInputProps {
  /** Ends in the unit the figure is kept in, as “Pressed with, N”; the person sees and types their own. */
  readonly label: string
  /** The label beside it says it already: only its unit is shown. */
  readonly labelled?: boolean
  readonly value: number | null
  /** Null where the field is empty, and where what stands in it was refused. */
  readonly onRead: (value: number | null, isRefused: boolean) => void
  /** The least and the most it can be, in the kept unit; above zero where no least is given. */
  readonly min?: number
  readonly max?: number
  /** Nothing between whole numbers: ribs, grooves, belts of a set. */
  readonly whole?: boolean
  readonly placeholder?: string
  /** As tall as the large fields beside it. */
  readonly large?: boolean
}

/** A figure that is no length, taken while it is typed; what is none is said, and nothing is known until it is mended. */
export function FigureInput({
  label,
  labelled = false,
  value,
  onRead,
  min,
  max,
  whole = false,
  placeholder,
  large = false,
}: FigureInputProps) {
  const id = useId()
  const figure = useFigureUnit(label)
  const [draft, setDraft] = useState<string | null>(null)
  const [refusal, setRefusal] = useState<string | null>(null)
  const [takenFor, setTakenFor] = useState<string | null>(null)
  const refused = (kept: number) =>
    whole && !Number.isInteger(kept)
      ? 'Enter a whole number.'
      : min === undefined && !(kept > 0)
        ? 'Enter a number above zero.'
        : kept < (min ?? -Infinity)
          ? `Enter ${figure.shown(min ?? 0)} or more.`
          : kept > (max ?? Infinity)
            ? `Enter ${figure.shown(max ?? 0)} ${figure.unit} or less.`
            : null
  const type = (text: string) => {
    setDraft(text)
    const read = figure.read(text)
    const wrong = read === null ? null : read.ok ? refused(read.value) : read.message
    setRefusal(wrong)
    setTakenFor(read?.ok === true && wrong === null ? read.takenFor : null)
    onRead(read?.ok === true && wrong === null ? read.value : null, wrong !== null)
  }
  return (
    <div>
      {!labelled && <label htmlFor={id}>{figure.label}</label>}
      <Input
        id={id}
        size={large ? 'large' : 'medium'}
        aria-label={labelled ? figure.label : undefined}
        className="figures"
        inputMode="decimal"
        maxLength={20}
        suffix={labelled ? figure.unit : undefined}
        placeholder={placeholder ?? ''}
        value={draft ?? (value === null ? '' : figure.shown(value))}
        aria-invalid={refusal !== null}
        onChange={({ target }) => type(target.value)}
        onBlur={() => {
          if (refusal === null) setDraft(null)
        }}
      />
      {refusal !== null && <p role="alert">{refusal}</p>}
      {takenFor !== null && <small>{takenFor}</small>}
    </div>
  )
}
