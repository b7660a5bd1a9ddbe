import { useState, type ReactNode } from 'react'
import type { Belt } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import { familyOf } from '@emery/core/sections'
import {
  bookSetting,
  deflectionFor,
  forceFor,
  hotTension,
  pluckFrequency,
  spanModels,
  tensionWays,
  type BeltAge,
  type TensionWay,
} from '@emery/core/tension'
import type { Mm } from '@emery/core/units'
import { ReadingField } from '../../ui/reading-field.tsx'
import { useLengths } from '../../ui/use-lengths.ts'
import type { Checked } from '../../bench/use-checked.ts'
import styles from '../tension.module.css'
import { FingerOnScale } from './finger-on-scale.tsx'
import { FigureInput } from '../../ui/figure-input.tsx'
import { useUnits } from '../../ui/use-units.ts'

interface WantedProps {
  readonly checked: Checked
  readonly belt: SettledBelt
}

/** The one tension behind every way of reading it, and where it comes from. */
export function Wanted({ checked: { age, wanted }, belt }: WantedProps) {
  const units = useUnits()
  const hot = hotTension(belt, wanted)
  const { hasRibs } = familyOf(belt.belt.section)
  return (
    <>
      <p>
        Needed: <b className="figures">{units.force.text(wanted)}</b> at rest
        {hasRibs && `, ${units.force.text(wanted / belt.belt.ribs)} a rib`} {fromWhere(belt.belt, age)}.
      </p>
      {hot !== null && (
        <p className="soft">
          Set it cold. With the engine hot, its centres grow: about {units.force.text(hot)} then (nominal)
          {belt.adjuster === null && ', unless it has a spring tensioner that is not drawn'}.
        </p>
      )}
    </>
  )
}

/** Where the tension that is needed comes from. */
function fromWhere(belt: Belt, age: BeltAge): string {
  if (bookSetting(belt, age) === null) return '(nominal)'
  const { page, stated } = belt.book ?? {}
  const source = page ?? (stated === undefined ? 'the vehicle’s book' : 'as entered')
  return `(${source}${stated === undefined ? '' : `: ${stated}`})`
}

interface ExpectedProps extends WantedProps {
  readonly way: TensionWay
}

/** What the chosen tool should show on the span in hand; what the others should, on demand. */
export function Expected({ way, ...props }: ExpectedProps) {
  const others = tensionWays(props.belt.belt.section).filter((each) => each !== way)
  return (
    <>
      <ul className={styles['expected']} aria-label="What it should show">
        <Tool way={way} {...props} />
      </ul>
      {way === 'finger' && <FingerOnScale />}
      <details className={styles['book']}>
        <summary>The same by other tools</summary>
        <ul className={styles['expected']} aria-label="What other tools should show">
          {others.map((each) => (
            <Tool key={each} way={each} {...props} />
          ))}
        </ul>
      </details>
    </>
  )
}

function Tool({ way, ...props }: ExpectedProps) {
  const units = useUnits()
  switch (way) {
    case 'finger':
      return <Pressed {...props} />
    case 'gauge':
      return <Gauged {...props} />
    case 'dial':
      return (
        <Line lead="On its dial">
          the gauge shows <b className="figures">{units.force.text(props.checked.wanted)}</b>
        </Line>
      )
    case 'pluck': {
      const { span, wanted } = props.checked
      return (
        <Line lead="Plucked">
          it rings at <b className="figures">{pluckFrequency(span, wanted, spanModels(span).likely).toFixed(0)} Hz</b>
        </Line>
      )
    }
    case 'twist':
      return <Line lead="Twisted">it turns a quarter turn and no more, on the longest span</Line>
  }
}

function Line({ lead, children }: { readonly lead: string; readonly children: ReactNode }) {
  return (
    <li>
      <span className={styles['lead']}>{lead}</span>
      <span>{children}</span>
    </li>
  )
}

/** How far a finger of known force goes in. */
function Pressed({ checked: { span, wanted, finger } }: WantedProps) {
  const lengths = useLengths()
  const [force, setForce] = useState<number | null>(null)
  const pressed = force ?? finger.force
  return (
    <li>
      <FigureInput label="Force to press with, N" labelled value={pressed} onRead={setForce} />
      <span>
        {force === null ? (finger.tried ? 'of your finger' : 'of a finger (nominal)') : 'of a finger'} should press it
        in by <b className="figures">{lengths.text(deflectionFor(span, wanted, pressed, spanModels(span).likely))}</b>
      </span>
    </li>
  )
}

/** mm that a hand can still see well, to begin with. */
const SEEN_DEFLECTION = 8

/** The force that a gauge shows at a chosen deflection. */
function Gauged({ checked: { span, wanted } }: WantedProps) {
  const units = useUnits()
  const [deflection, setDeflection] = useState<Mm>(SEEN_DEFLECTION)
  return (
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
        it takes{' '}
        <b className="figures">{units.force.text(forceFor(span, wanted, deflection, spanModels(span).likely))}</b>
      </span>
    </li>
  )
}
