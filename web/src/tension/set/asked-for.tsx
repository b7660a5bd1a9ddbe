import { Button, Input, Segmented } from 'antd'
import { useState } from 'react'
import type { Belt } from '@emery/core/drive'
import { familyOf } from '@emery/core/sections'
import { setBook, setStated, spanReadingsRefusal, tensionOf, type BeltAge, type SpanReading } from '@emery/core/tension'
import type { Mm } from '@emery/core/units'
import { useBench } from '../../bench/bench-context.ts'
import { FigureField } from '../../bench/panels/figure-field.tsx'
import type { Checked } from '../../bench/use-checked.ts'
import fields from '../../ui/fields.module.css'
import { FigureInput } from '../../ui/figure-input.tsx'
import { LengthInput } from '../../ui/length-input.tsx'
import { pulleyName } from '../../ui/pulley-name.ts'
import { useLengths } from '../../ui/use-lengths.ts'
import { useUnits } from '../../ui/use-units.ts'
import styles from '../tension.module.css'

const FORMS = {
  tension: 'Tension',
  rib: 'Per rib',
  deflection: 'Deflection',
  pitch: 'Pitch',
} as const
type Form = keyof typeof FORMS

interface AskedForProps {
  readonly belt: Belt
  readonly checked: Checked
}

/** What the vehicle’s book or the workshop asks for, in whichever terms it is stated; it goes before every nominal figure. */
export function AskedFor({ belt, checked }: AskedForProps) {
  const { store } = useBench()
  const [form, setForm] = useState<Form>('tension')
  const { hasRibs } = familyOf(belt.section)
  const forms = (Object.keys(FORMS) as Form[]).filter((each) => each !== 'rib' || hasRibs)
  return (
    <details className={styles['book']} open={belt.book !== undefined}>
      <summary>What the vehicle’s book asks for</summary>
      <Segmented<Form>
        block
        aria-label="Stated as"
        value={form}
        options={forms.map((value) => ({ value, label: FORMS[value] }))}
        onChange={setForm}
      />
      {form === 'tension' && <AsTension belt={belt} per={1} labels={['Used belt, N', 'New belt, N']} />}
      {form === 'rib' && (
        <AsTension belt={belt} per={belt.ribs} labels={['Used belt, per rib, N', 'New belt, per rib, N']} />
      )}
      {form === 'deflection' && <AsDeflection belt={belt} checked={checked} />}
      {form === 'pitch' && <AsPitch belt={belt} checked={checked} />}
      <label className={fields['line']}>
        <span>Book and page</span>
        <Input
          aria-label="Book and page"
          defaultValue={belt.book?.page ?? ''}
          maxLength={80}
          onBlur={({ currentTarget: { value } }) => {
            if (value.trim() !== (belt.book?.page ?? ''))
              store.getState().edit('enter the book’s page', setBook(belt.id, 'page', value.trim()))
          }}
        />
      </label>
      {(belt.count ?? 1) > 1 && <p className="soft">For one belt of the set.</p>}
    </details>
  )
}

interface AsTensionProps {
  readonly belt: Belt
  /** Of how many ribs the figure is one: 1 for the whole belt. */
  readonly per: number
  readonly labels: readonly [used: string, fresh: string]
}

function AsTension({ belt, per, labels: [used, fresh] }: AsTensionProps) {
  const of = (key: 'used' | 'new', label: string) => (
    <FigureField
      key={label}
      what="enter the book’s tension"
      label={label}
      value={belt.book?.[key] === undefined ? null : belt.book[key] / per}
      onRead={(value) => setBook(belt.id, key, value === null ? null : value * per)}
    />
  )
  return (
    <div className={fields['two']}>
      {of('used', used)}
      {of('new', fresh)}
    </div>
  )
}

/** “10 to 15 mm under a thumb”, on the span in hand. */
function AsDeflection({ belt, checked: { span, finger, age } }: AskedForProps) {
  const units = useUnits()
  const lengths = useLengths()
  const [from, setFrom] = useState<Mm | null>(null)
  const [to, setTo] = useState<Mm | null>(null)
  const [force, setForce] = useState<number | null>(Math.round(finger.force))
  const middle = from === null ? null : to === null ? from : (from + to) / 2
  const reading: SpanReading | null =
    middle === null || force === null ? null : { how: 'gauge', force, deflection: middle }
  const far = to === null ? '' : ` to ${lengths.text(to)}`
  return (
    <>
      <div className={fields['three']}>
        <LengthInput label="From" value={from} onRead={setFrom} />
        <LengthInput label="To" value={to} onRead={setTo} />
        <FigureInput label="Pressed with, N" value={force} onRead={setForce} />
      </div>
      <p className="soft">
        {finger.tried
          ? 'A thumb is taken to press as yours does on the scale.'
          : `A thumb is taken to press with ${units.force.text(finger.force)} (nominal). The book does not say whose thumb it means.`}
      </p>
      <Stated
        belt={belt}
        age={age}
        span={span}
        reading={reading}
        words={from === null || force === null ? '' : `${lengths.text(from)}${far} under ${units.force.text(force)}`}
      />
    </>
  )
}

function AsPitch({ belt, checked: { span, age } }: AskedForProps) {
  const [frequency, setFrequency] = useState<number | null>(null)
  return (
    <>
      <FigureInput label="Pitch, Hz" value={frequency} onRead={setFrequency} />
      <Stated
        belt={belt}
        age={age}
        span={span}
        reading={frequency === null ? null : { how: 'pluck', frequency }}
        words={`${frequency ?? ''} Hz`}
      />
    </>
  )
}

interface StatedProps {
  readonly belt: Belt
  readonly age: BeltAge
  readonly span: Checked['span']
  /** What it should read on the span; null while something is missing. */
  readonly reading: SpanReading | null
  readonly words: string
}

/** What a statement comes to, and the button that makes it the setting. */
function Stated({ belt, age, span, reading, words }: StatedProps) {
  const { store, settled } = useBench()
  const units = useUnits()
  const lengths = useLengths()
  if (reading === null) return null
  const asRead =
    reading.how === 'pluck'
      ? { frequency: reading.frequency }
      : { force: reading.force, deflection: reading.deflection }
  const refusal = spanReadingsRefusal(span, asRead, lengths.text, units.force.text)
  if (refusal !== undefined) return <p role="alert">{refusal}</p>
  const { tension, sigma } = tensionOf(span, reading)
  const name = (id: string) => pulleyName(settled.drive, id)
  const on = `${name(span.from)} to ${name(span.to)}`
  const kept = Math.round(tension)
  return (
    <div className={styles['answer']}>
      <p>
        On {on} that is {units.force.text(tension)} ± {units.force.bare(sigma)}.
      </p>
      <Button
        onClick={() =>
          store
            .getState()
            .edit('enter what is asked for', setStated(belt.id, age, kept, `${words} on ${on}`.slice(0, 160)))
        }
      >
        Set {age === 'new' ? 'new' : 'used'} belts to {units.force.text(kept)}
      </Button>
    </div>
  )
}
