import { InputNumber, Segmented, Select } from 'antd'
import { useState } from 'react'
import {
  BELT_AGES,
  checkedSpans,
  deflectionFor,
  FINGER_FORCE,
  forceFor,
  pluckFrequency,
  settingFor,
  type BeltAge,
  type NamedSpan,
  type SettledBelt,
} from '@emery/core'
import { usePreferences } from '../../../app/preferences.ts'
import { Caution } from '../../../readings/caution.tsx'
import fields from '../../../readings/fields.module.css'
import { ReadingField } from '../../../readings/reading-field.tsx'
import { useLengths } from '../../../readings/use-lengths.ts'
import { useBench } from '../../bench-context.ts'
import { pulleyName } from '../../pulley-name.ts'
import panel from '../../steps/panel.module.css'
import styles from '../tension.module.css'
import { FingerOnScale } from './finger-on-scale.tsx'
import { HandReading, WAY_NAMES, waysFor, type Way } from './hand-reading.tsx'
import { Matched } from './matched.tsx'

const AGES: Readonly<Record<BeltAge, string>> = { new: 'New', 'run in': 'After run-in', used: 'Used' }

/** How tight to set a belt by hand, what each tool should show on which span, and what a reading comes to. */
export function SetIt({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const [age, setAge] = useState<BeltAge>('used')
  const [way, setWay] = useState<Way>('finger')
  const [strand, setStrand] = useState(1)
  const finger = usePreferences(({ fingers, person }) => fingers[person])
  const spans = checkedSpans(belt)
  const longest = spans.reduce<NamedSpan | undefined>(
    (most, span) => (most === undefined || span.length > most.length ? span : most),
    undefined,
  )
  const [picked, setPicked] = useState<string | null>(null)
  const span = spans.find((each) => keyOf(each) === picked) ?? longest
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  if (span === undefined) return null
  const wanted = settingFor(belt.belt, age)
  const count = belt.belt.count ?? 1
  return (
    <section className={`${panel['section'] ?? ''} ${styles['setIt'] ?? ''}`} aria-label="Set it">
      <h2 className="heading">Set it</h2>
      <Segmented<BeltAge>
        block
        aria-label="How old the belt is"
        value={age}
        options={BELT_AGES.map((value) => ({ value, label: AGES[value] }))}
        onChange={setAge}
      />
      <label className={fields['line']}>
        <span>On the span</span>
        <Select
          aria-label="Which span"
          value={keyOf(span)}
          options={spans.map((each) => ({
            value: keyOf(each),
            label: `${nameOf(each.from)} to ${nameOf(each.to)}, ${lengths.text(each.length)}${each === longest ? ' (longest)' : ''}`,
          }))}
          onChange={setPicked}
        />
      </label>
      <Expected span={span} wanted={wanted} belt={belt} />
      <Caution>
        Engine off and key out. Keep fingers out of the pulleys; a belt is never checked by hand while it runs.
      </Caution>
      {count > 1 && (
        <Segmented<number>
          block
          aria-label="Which belt of the set"
          value={strand}
          options={Array.from({ length: count }, (_, i) => ({
            value: i + 1,
            label: i === 0 ? 'Front belt' : `Belt ${i + 1}`,
          }))}
          onChange={setStrand}
        />
      )}
      <Segmented<Way>
        block
        aria-label="How it was read"
        value={way}
        options={waysFor(belt.belt.section).map((value) => ({ value, label: WAY_NAMES[value] }))}
        onChange={setWay}
      />
      <HandReading
        key={`${way} ${keyOf(span)} ${strand} ${finger?.force ?? 0}`}
        way={way}
        span={span}
        belt={belt}
        wanted={wanted}
        strand={strand}
      />
      {count > 1 && <Matched belt={belt} />}
    </section>
  )
}

function keyOf({ from, to }: NamedSpan): string {
  return `${from} ${to}`
}

interface ExpectedProps {
  readonly span: NamedSpan
  readonly wanted: number
  readonly belt: SettledBelt
}

/** mm that a hand can still see well, to begin with. */
const SEEN_DEFLECTION = 8

/** What each tool should show at the middle of a span that is as tight as wanted. */
function Expected({ span, wanted, belt }: ExpectedProps) {
  const lengths = useLengths()
  const finger = usePreferences(({ fingers, person }) => fingers[person])
  const [deflection, setDeflection] = useState(SEEN_DEFLECTION)
  const [force, setForce] = useState<number | null>(null)
  const pressed = force ?? finger?.force ?? FINGER_FORCE
  return (
    <>
      <p>
        Wanted: <b className="figures">{Math.round(wanted)} N</b> at rest (nominal). Then, at the middle of this span:
      </p>
      <ul className={styles['expected']} aria-label="What each tool should show">
        <li>
          <InputNumber
            aria-label="Force to press with, N"
            suffix="N"
            min={1}
            value={Math.round(pressed)}
            onChange={setForce}
          />
          <span>
            {force === null ? (finger === undefined ? 'of a finger (nominal)' : 'of your finger') : 'of a gauge'} press
            it in by <b className="figures">{lengths.text(deflectionFor(span, wanted, pressed))}</b>
          </span>
        </li>
        <li>
          <ReadingField
            label="For a deflection of"
            value={deflection}
            onRead={(mm) => {
              if (mm === null || !(mm > 0) || mm >= span.length)
                return { ok: false, message: 'must be more than nothing, and less than the span' }
              setDeflection(mm)
              return { ok: true }
            }}
          />
          <span>
            it takes <b className="figures">{Math.round(forceFor(span, wanted, deflection))} N</b>
          </span>
        </li>
        <li>
          <span className={styles['lead']}>Plucked</span>
          <span>
            it rings at <b className="figures">{pluckFrequency(span, wanted).toFixed(0)} Hz</b>
          </span>
        </li>
        {belt.belt.section !== 'PK' && (
          <li>
            <span className={styles['lead']}>Twisted</span>
            <span>it gives a quarter turn and no more, at the longest span</span>
          </li>
        )}
      </ul>
      <FingerOnScale />
    </>
  )
}
