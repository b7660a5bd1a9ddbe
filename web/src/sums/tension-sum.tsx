import { Segmented } from 'antd'
import { useState } from 'react'
import { familyOf, type Section } from '@emery/core/sections'
import { spanSigns, tensionSum, USUAL_BELT_MM, type SpanAsked } from '@emery/core/sums'
import { FINGER_FORCE, settingFor, twistSays, type BeltAge } from '@emery/core/tension'
import { Term } from '../ui/term.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { LengthField, SectionField } from './fields.tsx'
import { SumCard } from './sum-card.tsx'
import styles from './sums.module.css'
import { FigureInput } from '../ui/figure-input.tsx'
import { useUnits } from '../ui/use-units.ts'

const WAYS = ['finger', 'gauge', 'pluck', 'twist'] as const
type Way = (typeof WAYS)[number]
const WAY_WORDS: Readonly<Record<Way, string>> = { finger: 'Finger', gauge: 'Gauge', pluck: 'Pluck', twist: 'Twist' }

const TWIST_WORDS = {
  loose: 'Too slack: it turns further than a quarter turn.',
  right: 'Right: about a quarter turn.',
  tight: 'Too tight: it does not turn a quarter turn.',
} as const
const AGES: readonly { readonly value: BeltAge; readonly label: string }[] = [
  { value: 'new', label: 'New belt' },
  { value: 'used', label: 'Used belt' },
]

/** One span: its tension from what a hand reads of it, what is wanted, and how the wanted one shows. */
export function TensionSum() {
  const lengths = useLengths()
  const units = useUnits()
  const [section, setSection] = useState<Section>('PK')
  const [ribs, setRibs] = useState<number | null>(6)
  const [span, setSpan] = useState<number | null>(null)
  const [beltLength, setBeltLength] = useState<number | null>(null)
  const [chosen, setWay] = useState<Way>('finger')
  const [age, setAge] = useState<BeltAge>('used')
  const [deflection, setDeflection] = useState<number | null>(null)
  const [force, setForce] = useState<number | null>(null)
  const [frequency, setFrequency] = useState<number | null>(null)
  const [twist, setTwist] = useState<number | null>(null)
  const { hasRibs, canBeTwisted } = familyOf(section)
  const asked: SpanAsked | null =
    span === null || span === 0 || (hasRibs && ribs === null)
      ? null
      : { section, ribs: hasRibs ? (ribs ?? 1) : 1, span, beltLength }
  const way = chosen === 'twist' && !canBeTwisted ? 'finger' : chosen
  const pressed = way === 'finger' ? FINGER_FORCE : force
  const reading =
    way === 'twist'
      ? null
      : way === 'pluck'
        ? frequency === null
          ? null
          : { how: 'pluck' as const, frequency }
        : deflection === null || deflection === 0 || pressed === null
          ? null
          : { how: way, force: pressed, deflection }
  const sum = asked === null || reading === null ? null : tensionSum(asked, reading, age)
  const setting = asked === null ? 0 : settingFor(asked, age)
  const wanted = asked === null ? null : spanSigns(asked, setting)
  const words =
    sum === null
      ? ''
      : sum.verdict === 'fine'
        ? 'Right.'
        : sum.tension < sum.wanted
          ? 'Too slack: tighten it.'
          : 'Too tight: slacken it.'
  return (
    <SumCard
      title="Tension of a span"
      wants="Enter the span and what you read."
      result={
        wanted === null || asked === null ? null : (
          <>
            {sum !== null && (
              <p>
                <VerdictMark verdict={sum.verdict} label="" />{' '}
                <b className="figures">{units.force.text(sum.tension)}</b> ± {units.force.bare(sum.sigma)}
                {hasRibs && `, ${units.force.text(sum.perRib)} a rib`}. {words}
              </p>
            )}
            {way === 'twist' && twist !== null && (
              <p>
                <VerdictMark verdict={twistSays({ angle: twist }) === 'right' ? 'fine' : 'act'} label="" />{' '}
                {TWIST_WORDS[twistSays({ angle: twist })]}
              </p>
            )}
            <p>
              Wanted (<Term of="nominal">nominal</Term>): <b className="figures">{units.force.text(setting)}</b>. That
              is {lengths.fine(wanted.deflection)} under a finger of {units.force.text(FINGER_FORCE)}, or{' '}
              {wanted.frequency.toFixed(0)} Hz.
            </p>
          </>
        )
      }
      working={
        way === 'twist'
          ? 'A hand turns a belt that is right a quarter turn on its longest span; it tells no tension.'
          : way === 'pluck'
            ? 'T = m · (2 · span · f)²'
            : `Force and deflection at the middle of the span${beltLength === null ? `; a belt of ${lengths.text(USUAL_BELT_MM)} is assumed` : ''}.`
      }
    >
      <SectionField value={section} onPick={setSection} />
      {hasRibs && <FigureInput label="Ribs" value={ribs} onRead={setRibs} />}
      <LengthField label="Span" value={span} onRead={setSpan} />
      <div className={styles['wide']}>
        <Segmented<Way>
          aria-label="How it was read"
          value={way}
          options={WAYS.filter((each) => each !== 'twist' || canBeTwisted).map((value) => ({
            value,
            label: WAY_WORDS[value],
          }))}
          onChange={setWay}
        />{' '}
        <Segmented<BeltAge> aria-label="Age of the belt" value={age} options={[...AGES]} onChange={setAge} />
      </div>
      {way === 'twist' ? (
        <FigureInput label="Turns by, °" value={twist} onRead={setTwist} />
      ) : way === 'pluck' ? (
        <FigureInput label="Pitch, Hz" value={frequency} onRead={setFrequency} />
      ) : (
        <LengthField label="Deflection" value={deflection} onRead={setDeflection} />
      )}
      {way === 'gauge' && <FigureInput label="Force, N" value={force} onRead={setForce} />}
      {way !== 'pluck' && way !== 'twist' && (
        <LengthField label="Belt length, if known" value={beltLength} onRead={setBeltLength} />
      )}
    </SumCard>
  )
}
