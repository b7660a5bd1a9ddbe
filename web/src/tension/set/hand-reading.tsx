import { Button, InputNumber } from 'antd'
import { useState } from 'react'
import type { TensionReading } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import {
  dialTension,
  FINGER_FORCE,
  pluckFrequency,
  spanReadingsRefusal,
  SHORT_SPAN_MM,
  checkedSpans,
  spanModels,
  octaveDoubt,
  tensionOf,
  twistSays,
  twistTension,
  unitDoubt,
  type NamedSpan,
  type ReadTension,
  type UnitDoubt,
  type TensionWay,
} from '@emery/core/tension'
import { usePreferences } from '../../ui/preferences.ts'
import fields from '../../ui/fields.module.css'
import { ReadingField } from '../../ui/reading-field.tsx'
import { useBench } from '../../bench/bench-context.ts'
import { pulleyName } from '../../ui/pulley-name.ts'
import { useLengths } from '../../ui/use-lengths.ts'
import styles from '../tension.module.css'
import { Answer } from './answer.tsx'
import type { Kept } from './keep-reading.tsx'
import { Listen } from './listen.tsx'
import { TwistAnswer } from './twist-answer.tsx'
import { FigureInput } from '../../ui/figure-input.tsx'
import { useUnits } from '../../ui/use-units.ts'

export const WAY_NAMES: Readonly<Record<TensionWay, string>> = {
  finger: 'Finger',
  gauge: 'Gauge',
  dial: 'Dial',
  pluck: 'Pluck',
  twist: 'Twist',
}

export interface HandReadingProps {
  readonly way: TensionWay
  readonly span: NamedSpan
  readonly belt: SettledBelt
  readonly wanted: number
  readonly strand: number
}

/** One reading by one tool, what it comes to, and what to do about it. */
export function HandReading(props: HandReadingProps) {
  switch (props.way) {
    case 'finger':
    case 'gauge':
      return <Pressed {...props} tool={props.way} />
    case 'dial':
      return <Dialled {...props} />
    case 'pluck':
      return <Plucked {...props} />
    case 'twist':
      return <Twisted {...props} />
  }
}

/** A number that has been typed, what it comes to, or why it cannot be. */
interface Typed {
  readonly refusal?: string | undefined
  readonly read?: ReadTension | undefined
  readonly kept?: Kept | undefined
}

function Outcome({ refusal, read, kept, ...props }: Typed & HandReadingProps) {
  if (refusal !== undefined) return <p role="alert">{refusal}</p>
  if (read === undefined || kept === undefined) return null
  return <Answer {...props} read={read} kept={kept} />
}

function Pressed({ tool, ...props }: HandReadingProps & { readonly tool: 'finger' | 'gauge' }) {
  const { span, belt, strand } = props
  const lengths = useLengths()
  const units = useUnits()
  const finger = usePreferences(({ fingers, person }) => fingers[person])
  const own = tool === 'finger' ? finger : undefined
  const [force, setForce] = useState<number | null>(Math.round(own?.force ?? FINGER_FORCE))
  const [deflection, setDeflection] = useState<number | null>(null)
  const typed = ((): Typed => {
    if (force === null || deflection === null) return {}
    const refusal = spanReadingsRefusal(span, { force, deflection }, lengths.text, units.force.text)
    if (refusal !== undefined) return { refusal }
    return {
      read: tensionOf(span, { how: tool, force, deflection }, { force: own?.share }),
      kept: { how: 'press', tool, ...spanOf(span), belt: belt.belt.id, strand, force, deflection },
    }
  })()
  const doubt =
    tool === 'finger' || typed.read === undefined || force === null || deflection === null
      ? null
      : unitDoubt(
          (by) => tensionOf(span, { how: tool, force: by * force, deflection }).tension,
          units.force.unit,
          props.wanted,
        )
  return (
    <>
      <div className={`${fields['two'] ?? ''} ${styles['reading'] ?? ''}`}>
        <FigureInput label="Pressed with, N" value={force} onRead={setForce} />
        <ReadingField
          label="Deflection"
          value={deflection}
          mayBeEmpty
          live
          onRead={(mm) => {
            setDeflection(mm)
            return { ok: true }
          }}
        />
      </div>
      <OtherUnit doubt={doubt} onMeant={(by) => setForce((force ?? 0) * by)} />
      <Outcome {...props} {...typed} />
    </>
  )
}

function Dialled(props: HandReadingProps) {
  const { belt, strand, wanted } = props
  const units = useUnits()
  const [tension, setTension] = useState<number | null>(null)
  const typed: Typed =
    tension === null
      ? {}
      : tension <= 0
        ? { refusal: 'The tension must be above zero.' }
        : {
            read: dialTension(tension),
            kept: { how: 'dial', belt: belt.belt.id, strand, tension },
          }
  const doubt = tension === null ? null : unitDoubt((by) => by * tension, units.force.unit, wanted)
  return (
    <>
      <p className="soft">For a gauge that shows tension directly, on a dial or with a click.</p>
      <div className={`${fields['two'] ?? ''} ${styles['reading'] ?? ''}`}>
        <FigureInput label="Reading, N" value={tension} onRead={setTension} />
      </div>
      <OtherUnit doubt={doubt} onMeant={(by) => setTension((tension ?? 0) * by)} />
      <Outcome {...props} {...typed} />
    </>
  )
}

/** Asks for the unit of a figure that makes sense only in another one. */
function OtherUnit({ doubt, onMeant }: { readonly doubt: UnitDoubt | null; readonly onMeant: (by: number) => void }) {
  const units = useUnits()
  if (doubt === null) return null
  return (
    <div className={styles['doubt']} role="group" aria-label="Unit of the gauge">
      <p>
        Is the gauge marked in {doubt.unit}? In {units.force.unit} the reading is far from what this belt needs; in{' '}
        {doubt.unit} it would be close.
      </p>
      <Button onClick={() => onMeant(doubt.by)}>It is marked in {doubt.unit}</Button>
    </div>
  )
}

/** A pitch, typed or heard; one that was heard brings its own spread. */
function Plucked(props: HandReadingProps) {
  const { span, belt, wanted, strand } = props
  const [pitch, setPitch] = useState<{ readonly frequency: number; readonly sigma?: number } | null>(null)
  const typed = ((): Typed => {
    if (pitch === null) return {}
    const { frequency, sigma } = pitch
    const refusal = spanReadingsRefusal(span, { frequency })
    if (refusal !== undefined) return { refusal }
    return {
      read: tensionOf(span, { how: 'pluck', frequency }, { frequency: sigma }),
      kept: { how: 'pluck', ...spanOf(span), belt: belt.belt.id, strand, frequency },
    }
  })()
  const ideal = pluckFrequency(span, wanted, spanModels(span).likely)
  const octave = pitch === null || !(pitch.frequency > 0) ? null : octaveDoubt(pitch.frequency, ideal)
  return (
    <>
      <Listen
        wanted={ideal}
        onFound={({ frequency, sigma }) => setPitch({ frequency: Math.round(frequency * 10) / 10, sigma })}
      />
      <div className={`${fields['two'] ?? ''} ${styles['reading'] ?? ''}`}>
        <label>
          Frequency
          <InputNumber
            aria-label="Frequency, Hz"
            suffix="Hz"
            value={pitch?.frequency ?? null}
            step={1}
            onChange={(frequency) => setPitch(frequency === null ? null : { frequency })}
          />
        </label>
      </div>
      {octave !== null && (
        <div className={styles['doubt']} role="group" aria-label="Octave">
          <p>
            That is an octave from what this span needs. The second tone of a span is easily taken for its first. Pluck
            it in the middle again and take the lowest tone.
          </p>
          <Button onClick={() => setPitch({ frequency: octave })}>It was {octave.toFixed(1)} Hz</Button>
        </div>
      )}
      {span.length < SHORT_SPAN_MM && <ShortSpan span={span} belt={belt} />}
      <Outcome {...props} {...typed} />
    </>
  )
}

function Twisted({ belt, strand, wanted }: HandReadingProps) {
  const [angle, setAngle] = useState<number | null>(null)
  return (
    <>
      <p className="soft">Twist the longest span between thumb and finger, without forcing it.</p>
      <div className={`${fields['two'] ?? ''} ${styles['reading'] ?? ''}`}>
        <label>
          Twist
          <InputNumber
            aria-label="Twist, degrees"
            suffix="°"
            min={0}
            max={360}
            step={5}
            value={angle}
            onChange={setAngle}
          />
        </label>
      </div>
      {angle !== null && (
        <TwistAnswer
          says={twistSays({ angle })}
          read={twistTension(wanted, angle)}
          kept={{ how: 'twist', belt: belt.belt.id, strand, angle }}
          belt={belt}
          wanted={wanted}
        />
      )}
    </>
  )
}

function spanOf({ from, to }: NamedSpan): Pick<Extract<TensionReading, { how: 'pluck' }>, 'from' | 'to'> {
  return { from, to }
}

/** A short span rings by its bending as much as by its tension; the longest one says more. */
function ShortSpan({ span, belt }: Pick<HandReadingProps, 'span' | 'belt'>) {
  const { settled } = useBench()
  const lengths = useLengths()
  const longest = checkedSpans(belt).reduce((far, each) => (each.length > far.length ? each : far), span)
  const name = (id: string) => pulleyName(settled.drive, id)
  return (
    <p className="soft" role="note">
      This span is short ({lengths.text(span.length)}): its pitch says more of the belt’s bending than of its tension.
      {longest.length > span.length &&
        ` ${name(longest.from)} to ${name(longest.to)}, ${lengths.text(longest.length)}, is better.`}
    </p>
  )
}
