import { Segmented, Select } from 'antd'
import { useState } from 'react'
import type { Belt } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import {
  BELT_AGES,
  bookSetting,
  deflectionFor,
  forceFor,
  hotTension,
  pluckFrequency,
  spanModels,
  type BeltAge,
} from '@emery/core/tension'
import { Caution } from '../../ui/caution.tsx'
import fields from '../../ui/fields.module.css'
import { ReadingField } from '../../ui/reading-field.tsx'
import { useLengths } from '../../ui/use-lengths.ts'
import { useBench } from '../../bench/bench-context.ts'
import { pulleyName } from '../../ui/pulley-name.ts'
import styles from '../tension.module.css'
import { spanKey, useChecked, type Checked } from '../../bench/use-checked.ts'
import { BookTension } from './book-tension.tsx'
import { FingerOnScale } from './finger-on-scale.tsx'
import { HandReading, WAY_NAMES, waysFor, type Way } from './hand-reading.tsx'
import { Matched } from './matched.tsx'
import { PanelSection } from '../../ui/panel.tsx'
import { FigureInput } from '../../ui/figure-input.tsx'
import { useUnits } from '../../ui/use-units.ts'

const AGES: Readonly<Record<BeltAge, string>> = { new: 'New', 'run in': 'After run-in', used: 'Used' }

/** How tight to set a belt by hand, what each tool should show on which span, and what a reading comes to. */
export function SetIt({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const checked = useChecked(belt)
  const [way, setWay] = useState<Way>('finger')
  const [strand, setStrand] = useState(1)
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  if (checked === undefined) return null
  const { age, wanted, spans, longest, span, finger } = checked
  const { setTension } = store.getState()
  const count = belt.belt.count ?? 1
  return (
    <PanelSection title="Set tension" className={styles['setIt']}>
      <Segmented<BeltAge>
        block
        aria-label="Belt age"
        value={age}
        options={BELT_AGES.map((value) => ({ value, label: AGES[value] }))}
        onChange={(next) => setTension({ age: next })}
      />
      <label className={fields['line']}>
        <span>Span</span>
        <Select
          aria-label="Span"
          value={spanKey(span)}
          options={spans.map((each) => ({
            value: spanKey(each),
            label: `${nameOf(each.from)} to ${nameOf(each.to)}, ${lengths.text(each.length)}${each === longest ? ' (longest)' : ''}`,
          }))}
          onChange={(next: string) => setTension({ span: next })}
        />
      </label>
      <BookTension key={belt.belt.id} belt={belt.belt} />
      <Expected checked={checked} belt={belt} />
      <Caution>Engine off and key out. Keep fingers out of the pulleys. Never check a running belt by hand.</Caution>
      {count > 1 && (
        <Segmented<number>
          block
          aria-label="Belt of the set"
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
        aria-label="How it was measured"
        value={way}
        options={waysFor(belt.belt.section).map((value) => ({ value, label: WAY_NAMES[value] }))}
        onChange={setWay}
      />
      <HandReading
        key={`${way} ${spanKey(span)} ${strand} ${finger.force}`}
        way={way}
        span={span}
        belt={belt}
        wanted={wanted}
        strand={strand}
      />
      {count > 1 && <Matched belt={belt} />}
    </PanelSection>
  )
}

/** Where the tension that is needed comes from. */
function fromBook(belt: Belt, age: BeltAge): string {
  if (bookSetting(belt, age) === null) return '(nominal)'
  return belt.book?.page === undefined ? '(the vehicle’s book)' : `(${belt.book.page})`
}

interface ExpectedProps {
  readonly checked: Checked
  readonly belt: SettledBelt
}

/** mm that a hand can still see well, to begin with. */
const SEEN_DEFLECTION = 8

/** What each tool should show at the middle of a span that is as tight as wanted. */
function Expected({ checked: { age, span, wanted, finger }, belt }: ExpectedProps) {
  const lengths = useLengths()
  const [deflection, setDeflection] = useState(SEEN_DEFLECTION)
  const units = useUnits()
  const [force, setForce] = useState<number | null>(null)
  const pressed = force ?? finger.force
  const { likely } = spanModels(span)
  const hot = hotTension(belt, wanted)
  return (
    <>
      <p>
        Needed: <b className="figures">{units.force.text(wanted)}</b> at rest {fromBook(belt.belt, age)}. At the middle
        of this span that is:
      </p>
      {hot !== null && (
        <p className="soft">
          Set it cold. With the engine hot, its centres grow: about {units.force.text(hot)} then (nominal)
          {belt.adjuster === null && ', unless it has a spring tensioner that is not drawn'}.
        </p>
      )}
      <ul className={styles['expected']} aria-label="What each tool should show">
        <li>
          <FigureInput label="Force to press with, N" labelled value={pressed} onRead={setForce} />
          <span>
            {force === null ? (finger.tried ? 'of your finger' : 'of a finger (nominal)') : 'of a gauge'} should press
            it in by <b className="figures">{lengths.text(deflectionFor(span, wanted, pressed, likely))}</b>
          </span>
        </li>
        <li>
          <ReadingField
            label="For a deflection of"
            value={deflection}
            onRead={(mm) => {
              if (mm === null || !(mm > 0) || mm >= span.length)
                return { ok: false, message: 'must be above zero and less than the span' }
              setDeflection(mm)
              return { ok: true }
            }}
          />
          <span>
            it takes <b className="figures">{units.force.text(forceFor(span, wanted, deflection, likely))}</b>
          </span>
        </li>
        <li>
          <span className={styles['lead']}>Plucked</span>
          <span>
            it rings at <b className="figures">{pluckFrequency(span, wanted, likely).toFixed(0)} Hz</b>
          </span>
        </li>
        {belt.belt.section !== 'PK' && (
          <li>
            <span className={styles['lead']}>Twisted</span>
            <span>it turns a quarter turn and no more, on the longest span</span>
          </li>
        )}
      </ul>
      <FingerOnScale />
    </>
  )
}
