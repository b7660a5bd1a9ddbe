import { ArrowRightOutlined, EnterOutlined } from '@ant-design/icons'
import { useEffect, useId, useRef, useState, type KeyboardEvent } from 'react'
import { parseLength, type Mm } from '@emery/core/units'
import type { EditResult } from './edit-result.ts'
import styles from './reading-pad.module.css'
import { useLengths } from './use-lengths.ts'

export interface PadReading {
  readonly value: number
  /** As it was written, to be kept with the reading. */
  readonly written: string
}

interface ReadingPadProps {
  /** What is being read, for the screen reader and the placeholder: `Alternator, across the outside`. */
  readonly label: string
  /** A length, or a count of grooves or teeth. */
  readonly counts: boolean
  readonly onRead: (reading: PadReading) => EditResult
  /** What Enter goes on to: `next: Fan`; none after the last. */
  readonly next: string | null
  readonly onSkip: () => void
  /** What stands in the drive now, in the units shown; null while there is nothing. */
  readonly now: string | null
  /** Whether keys pressed now are meant for it. */
  readonly ready: boolean
}

const DIGITS = ['7', '8', '9', '4', '5', '6', '1', '2', '3'] as const
const FRACTIONS = ['1/2', '1/4', '1/8', '1/16', '1/32', '1/64'] as const
const UNITS = ['mm', 'in', 'thou'] as const

/**
 * Keys large enough for a thumb in a glove, for one hand: digits, the fractions a tape has, units. A fraction key sets the
 * denominator under what stands after the space. Enter takes the reading and goes on.
 */
export function ReadingPad({ label, counts, onRead, next, onSkip, now, ready }: ReadingPadProps) {
  const id = useId()
  const lengths = useLengths()
  const [text, setText] = useState('')
  const [refusal, setRefusal] = useState<string | null>(null)
  const field = useRef<HTMLInputElement>(null)
  // With a keyboard one types at once; on a touch screen the pad's own keys do, and no other keyboard may cover it.
  useEffect(() => {
    if (ready && !globalThis.matchMedia('(pointer: coarse)').matches) field.current?.focus()
  }, [label, ready])

  const read = text.trim() === '' ? null : counts ? readCount(text) : parseLength(text, lengths.style)
  const write = (change: (before: string) => string) => {
    setText(change)
    setRefusal(null)
  }
  const take = () => {
    if (read === null) {
      onSkip()
      return
    }
    if (!read.ok) {
      setRefusal(read.message)
      return
    }
    const result = onRead({ value: read.mm, written: text.trim() })
    if (result.ok) write(() => '')
    else setRefusal(`This reading ${result.message}.`)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') {
      event.preventDefault()
      take()
    }
    if (event.key === 'Escape' && text !== '') {
      event.stopPropagation()
      write(() => '')
    }
  }
  const understood =
    read?.ok !== true ? null : counts ? read.understood : `${read.understood} = ${understoodMm(read.mm, lengths)}`

  return (
    <div className={styles['pad']} role="group" aria-label={`Reading pad: ${label}`}>
      <label htmlFor={id}>{label}</label>
      <input
        ref={field}
        id={id}
        className="figures"
        value={text}
        maxLength={40}
        autoComplete="off"
        inputMode="none"
        placeholder={now === null ? 'not read yet' : `now ${now}`}
        aria-invalid={refusal !== null}
        aria-describedby={`${id}-note`}
        onChange={(event) => write(() => event.target.value)}
        onKeyDown={onKeyDown}
      />
      <p id={`${id}-note`} role={refusal === null ? undefined : 'alert'} data-refused={refusal !== null}>
        {refusal ?? understood ?? (read?.ok === false ? read.message : (next ?? ' '))}
      </p>
      <div className={styles['keys']}>
        {DIGITS.map((digit) => (
          <Key key={digit} onPress={() => write((before) => before + digit)} name={digit} />
        ))}
        <Key name="0" onPress={() => write((before) => `${before}0`)} />
        <Key name="." onPress={() => write((before) => `${before}.`)} />
        <Key name="⌫" says="Rub out" onPress={() => write((before) => before.slice(0, -1))} />
        <button
          type="button"
          className={styles['enter']}
          onClick={take}
          aria-label={next === null ? 'Take the reading' : `Take it; ${next}`}
        >
          {next === null ? <EnterOutlined /> : <ArrowRightOutlined />}
          {next === null ? 'Take' : 'Next'}
        </button>
      </div>
      {!counts && (
        <div className={styles['small']}>
          <Key name="space" onPress={() => write((before) => `${before.trimEnd()} `)} />
          <Key name="/" says="Fraction stroke" onPress={() => write((before) => `${before}/`)} />
          {UNITS.map((unit) => (
            <Key key={unit} name={unit} onPress={() => write((before) => withUnit(before, unit))} />
          ))}
          {FRACTIONS.map((fraction) => (
            <Key key={fraction} name={fraction} onPress={() => write((before) => withFraction(before, fraction))} />
          ))}
        </div>
      )}
    </div>
  )
}

function Key({ name, says, onPress }: { readonly name: string; readonly says?: string; readonly onPress: () => void }) {
  return (
    <button type="button" aria-label={says} onClick={onPress}>
      {name}
    </button>
  )
}

function understoodMm(mm: Mm, lengths: ReturnType<typeof useLengths>): string {
  return lengths.style === 'mm' ? lengths.fine(mm) : lengths.other(mm)
}

function readCount(text: string) {
  const value = Number(text.trim())
  if (!/^\d+$/.test(text.trim()))
    return { ok: false as const, message: `“${text.trim()}” is not a count. Write it like 6.` }
  return { ok: true as const, mm: value, understood: String(value) }
}

/** The unit at the end, in the place of one that stands there. */
export function withUnit(text: string, unit: string): string {
  return `${text.replace(/\s*(mm|in|thou)\s*$/, '').trimEnd()} ${unit}`
}

/**
 * A fraction key pressed after what stands there: a numerator typed after a space gets this denominator; `6` becomes `6 1/2`;
 * another fraction is replaced, and the same one counts up: `6 1/16`, `6 2/16`, `6 3/16`.
 */
export function withFraction(text: string, fraction: string): string {
  const bottom = fraction.split('/')[1] ?? ''
  const there = /^(.*?)(\d+)\/(\d+)\s*$/.exec(text)
  if (there !== null) {
    const [, whole = '', top = '1', before = ''] = there
    const up = before === bottom ? Math.min(Number(top) + 1, Number(bottom) - 1) : 1
    return `${whole}${up}/${bottom}`
  }
  const typed = /^(\d+ +)(\d+)$/.exec(text)
  if (typed !== null) return `${typed[1] ?? ''}${typed[2] ?? ''}/${bottom}`
  return text.trim() === '' ? fraction : `${text.trimEnd()} ${fraction}`
}
