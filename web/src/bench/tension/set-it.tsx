import { Button, InputNumber, Segmented, Select } from 'antd'
import { useState } from 'react'
import {
  BELT_AGES,
  checkedSpans,
  deflectionFor,
  FINGER_FORCE,
  moveForTension,
  pluckFrequency,
  setInstallTension,
  SETTING_SHARE,
  settingFor,
  spanReadingsRefusal,
  staticSetting,
  tensionOf,
  type BeltAge,
  type NamedSpan,
  type SettledBelt,
  type SpanReading,
} from '@emery/core'
import { Caution } from '../../readings/caution.tsx'
import fields from '../../readings/fields.module.css'
import { ReadingField } from '../../readings/reading-field.tsx'
import { useLengths } from '../../readings/use-lengths.ts'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import { pulleyName } from '../pulley-name.ts'
import panel from '../steps/panel.module.css'
import styles from './tension.module.css'

const AGES: Readonly<Record<BeltAge, string>> = { new: 'New', 'run in': 'After run-in', used: 'Used' }
const WAYS = ['finger', 'gauge', 'pluck'] as const
const WAY_NAMES: Readonly<Record<(typeof WAYS)[number], string>> = { finger: 'Finger', gauge: 'Gauge', pluck: 'Pluck' }

/** How tight to set a belt by hand, what each tool should show on which span, and what a reading comes to. */
export function SetIt({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const [age, setAge] = useState<BeltAge>('used')
  const [way, setWay] = useState<(typeof WAYS)[number]>('finger')
  const spans = checkedSpans(belt)
  const longest = spans.reduce<NamedSpan | undefined>(
    (most, span) => (most === undefined || span.length > most.length ? span : most),
    undefined,
  )
  const [picked, setPicked] = useState<string | null>(null)
  const span = spans.find((each) => keyOf(each) === picked) ?? longest
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  if (span === undefined) return null
  if (belt.adjuster?.adjuster.kind === 'spring-arm')
    return (
      <section className={panel['section']} aria-label="Set it">
        <h2 className="heading">Set it</h2>
        <p>
          Its spring sets this belt. Nothing is set by hand: look where the arm points, and at how freely it swings.
        </p>
      </section>
    )
  const wanted = settingFor(belt.belt, age)
  const expected = [
    `${FINGER_FORCE} N of a finger press it in by ${lengths.text(deflectionFor(span, wanted, FINGER_FORCE))}`,
    `plucked it rings at ${pluckFrequency(span, wanted).toFixed(0)} Hz`,
    ...(belt.belt.section === 'PK' ? [] : ['twisted by hand it gives a quarter turn and no more']),
  ]
  return (
    <section className={panel['section']} aria-label="Set it">
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
      <p>
        Wanted: <b className="figures">{Math.round(wanted)} N</b> at rest (nominal). At the middle of this span{' '}
        {expected.join('; ')}.
      </p>
      <Caution>
        Engine off and key out. Keep fingers out of the pulleys; a belt is never checked by hand while it runs.
      </Caution>
      <Segmented
        block
        aria-label="How it was read"
        value={way}
        options={WAYS.map((value) => ({ value, label: WAY_NAMES[value] }))}
        onChange={setWay}
      />
      <Reading key={`${way} ${keyOf(span)}`} way={way} span={span} belt={belt} wanted={wanted} />
    </section>
  )
}

function keyOf({ from, to }: NamedSpan): string {
  return `${from} ${to}`
}

interface ReadingProps {
  readonly way: (typeof WAYS)[number]
  readonly span: NamedSpan
  readonly belt: SettledBelt
  readonly wanted: number
}

/** One reading by one tool, what it comes to, and what to do about it. */
function Reading({ way, span, belt, wanted }: ReadingProps) {
  const lengths = useLengths()
  const [force, setForce] = useState<number | null>(FINGER_FORCE)
  const [deflection, setDeflection] = useState<number | null>(null)
  const [frequency, setFrequency] = useState<number | null>(null)
  const readings =
    way === 'pluck'
      ? { frequency: frequency ?? undefined }
      : { force: force ?? undefined, deflection: deflection ?? undefined }
  const complete = way === 'pluck' ? frequency !== null : force !== null && deflection !== null
  const refusal = complete ? spanReadingsRefusal(span, readings, lengths.text) : undefined
  const reading: SpanReading | null =
    !complete || refusal !== undefined
      ? null
      : way === 'pluck'
        ? { how: way, frequency: frequency ?? 0 }
        : { how: way, force: force ?? 0, deflection: deflection ?? 0 }
  return (
    <>
      <div className={`${fields['two'] ?? ''} ${styles['reading'] ?? ''}`}>
        {way === 'pluck' ? (
          <label>
            It rings at
            <InputNumber aria-label="It rings at, Hz" suffix="Hz" value={frequency} step={1} onChange={setFrequency} />
          </label>
        ) : (
          <>
            <label>
              Pressed with
              <InputNumber aria-label="Pressed with, N" suffix="N" value={force} step={1} onChange={setForce} />
            </label>
            <ReadingField
              label="It went in by"
              value={deflection}
              mayBeEmpty
              onRead={(mm) => {
                setDeflection(mm)
                return { ok: true }
              }}
            />
          </>
        )}
      </div>
      {refusal !== undefined && <p role="alert">{refusal}</p>}
      {reading !== null && <Answer reading={reading} span={span} belt={belt} wanted={wanted} />}
    </>
  )
}

interface AnswerProps {
  readonly reading: SpanReading
  readonly span: NamedSpan
  readonly belt: SettledBelt
  readonly wanted: number
}

function Answer({ reading, span, belt, wanted }: AnswerProps) {
  const { store } = useBench()
  const { tension, sigma } = tensionOf(span, reading)
  const off = tension / wanted - 1
  const right = Math.abs(off) <= SETTING_SHARE
  const move = moveForTension(belt, tension, wanted)
  const set = staticSetting(belt.belt)
  return (
    <div className={styles['answer']} role="status">
      <p>
        <VerdictMark
          verdict={right ? 'fine' : Math.abs(off) <= 2 * SETTING_SHARE ? 'watch' : 'act'}
          label=""
          size={18}
        />
        <span>
          <b className="figures">{Math.round(tension)} N</b> ± {Math.round(sigma)}:{' '}
          {right
            ? 'as it should be.'
            : off < 0
              ? `too loose by ${Math.round(wanted - tension)} N.`
              : `too tight by ${Math.round(tension - wanted)} N; bearings carry about ${Math.round(100 * off)} % more than they should.`}
        </span>
      </p>
      {!right && move !== null && <p>{moveWords(move)}</p>}
      {(set.restsOn === 'nominal' || Math.abs(set.tension - tension) > 1) && (
        <Button
          onClick={() =>
            store.getState().edit('keep how tight a belt was set', setInstallTension(belt.belt.id, Math.round(tension)))
          }
        >
          Keep {Math.round(tension)} N as its setting
        </Button>
      )}
    </div>
  )
}

function moveWords({ by, unit, stretch }: NonNullable<ReturnType<typeof moveForTension>>): string {
  const way = by > 0 ? 'Take the adjuster up by' : 'Let the adjuster back by'
  const much = Math.abs(by)
  const written =
    unit === 'deg' ? `${much.toFixed(1)}°` : unit === 'mm' ? `${much.toFixed(1)} mm` : `${much.toFixed(1)} shims`
  return `${way} ${written}: the belt then stretches ${Math.abs(stretch).toFixed(1)} mm ${by > 0 ? 'more' : 'less'}. Read again afterwards.`
}
