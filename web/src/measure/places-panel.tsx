import { CloseOutlined } from '@ant-design/icons'
import { Button, Select, Tooltip } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import type { DistanceKind } from '@emery/core/drive'
import {
  addDistance,
  answerSide,
  CLOSENESS,
  closenessOf,
  closenessSigma,
  distanceRefusal,
  outlierSentence,
  questionSentence,
  removeDistance,
  removeSide,
  setCloseness as setClosenessOf,
  type Closeness,
  type DriveSurvey,
} from '@emery/core/survey'
import { stampNow } from '../ui/preferences.ts'
import type { EditResult } from '../ui/edit-result.ts'
import { ReadingField } from '../ui/reading-field.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { useSurvey } from '../bench/use-measured.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './measure.module.css'
import { ShaftPlace } from './shaft-place.tsx'
import { Upright } from './upright.tsx'
import { useNames } from './use-names.ts'

/** Where pulleys stand: by distances between them, by numbers, or pulled there; what is still open, and what disagrees. */
export function PlacesPanel() {
  const { settled } = useBench()
  const survey = useSurvey()
  const missing = settled.drive.shafts.filter(({ id }) => !settled.places.has(id))
  return (
    <>
      <ShaftPlace />
      <PanelSection title="Distances by tape">
        <p className="soft">
          {missing.length === 0
            ? 'Every part is placed. More distances make it more certain.'
            : `${missing.length} not placed: ${missing.map(({ name }) => name).join(', ')}. Two distances place a part; a third confirms it.`}
        </p>
        {survey !== undefined && <Questions survey={survey} />}
        <Sides />
        <NewDistance />
        {survey !== undefined && <Distances survey={survey} />}
        {survey !== undefined && <Upright />}
      </PanelSection>
    </>
  )
}

const KINDS: readonly { readonly value: DistanceKind; readonly label: string }[] = [
  { value: 'centre', label: 'centre to centre' },
  { value: 'outside', label: 'over both rims, outside' },
  { value: 'gap', label: 'gap between the rims' },
]

const CLOSENESS_WORDS: Readonly<Record<Closeness, string>> = {
  tape: 'with a tape',
  caliper: 'with a caliper',
  loose: 'loosely',
}
const closenessOptions = (text: (mm: number) => string) =>
  CLOSENESS.map((value) => ({ value, label: `${CLOSENESS_WORDS[value]}, ±${text(closenessSigma(value))}` }))

/** A distance being written down. After Enter the pulley measured from stays, for the next one. */
function NewDistance() {
  const { store, settled } = useBench()
  const names = useNames()
  const { pulleys } = settled.drive
  const inHand = useBenchState((state) => state.selected)
  const [from, setFrom] = useState<string | null>(null)
  const [to, setTo] = useState<string | null>(null)
  const [kind, setKind] = useState<DistanceKind>('centre')
  const [closeness, setCloseness] = useState<Closeness>('tape')
  const [count, setCount] = useState(0)
  const lengths = useLengths()
  const start = from ?? inHand ?? pulleys[0]?.id ?? ''
  const options = pulleys.map(({ id }) => ({ value: id, label: names.pulley(id) }))
  const shaftOf = (id: string | null) => pulleys.find((each) => each.id === id)?.shaft
  const end = to !== null && shaftOf(to) !== shaftOf(start) ? to : null
  const take = (value: number | null): EditResult => {
    if (value === null) return { ok: true }
    if (end === null) return { ok: false, message: 'needs a second pulley. Choose where the tape goes to' }
    const refusal = distanceRefusal(settled.drive, { from: start, to: end, kind, value }, lengths.text)
    if (refusal !== undefined) return { ok: false, message: refusal }
    const stamp = stampNow()
    const result = store.getState().edit(
      'add a distance',
      addDistance(
        {
          id: newId(),
          from: start,
          to: end,
          kind,
          value,
          ...(closeness === 'tape' ? {} : { sigma: closenessSigma(closeness) }),
          written: '',
          ...stamp,
        },
        stamp,
      ),
    )
    if (result.ok) {
      setTo(null)
      setCount(count + 1)
    }
    return result
  }
  return (
    <div className={styles['grid']}>
      <label>
        From
        <Select aria-label="From" value={start} options={options} onChange={setFrom} />
      </label>
      <label>
        To
        <Select
          aria-label="To"
          value={end}
          placeholder="pick one"
          options={options.filter(({ value }) => shaftOf(value) !== shaftOf(start))}
          onChange={setTo}
        />
      </label>
      <label>
        Measured
        <Select aria-label="Measured" value={kind} options={[...KINDS]} onChange={setKind} />
      </label>
      <label>
        Read
        <Select aria-label="Read" value={closeness} options={closenessOptions(lengths.text)} onChange={setCloseness} />
      </label>
      <ReadingField key={count} label="Distance" value={null} placeholder="Enter to add" onRead={take} />
    </div>
  )
}

/** Mirror images the tape cannot tell apart, and readings that the rest contradict. */
function Questions({ survey }: { readonly survey: DriveSurvey }) {
  const { store } = useBench()
  const names = useNames()
  const lengths = useLengths()
  const { edit } = store.getState()
  return (
    <>
      {survey.questions.slice(0, 1).map((question) => (
        <div key={question.of} className={styles['question']} role="group" aria-label="Which side?">
          <p>{questionSentence(question, names.shaft)}</p>
          <div className={styles['row']}>
            {(['left', 'right'] as const).map((side) => (
              <Button
                key={side}
                size="large"
                onClick={() => edit('set which side a part is on', answerSide({ ...question, side }, stampNow()))}
              >
                {side === 'left' ? 'On the left' : 'On the right'}
              </Button>
            ))}
          </div>
        </div>
      ))}
      {survey.residuals
        .filter(({ outlier }) => outlier)
        .map((each) => (
          <p key={each.distance.id} className={styles['refusal']} role="alert">
            <VerdictMark verdict="act" /> {outlierSentence(each, names.pulley, lengths.text)}
          </p>
        ))}
    </>
  )
}

/** Which side was answered, to be changed where it was given. */
function Sides() {
  const { store, settled } = useBench()
  const names = useNames()
  const { edit } = store.getState()
  const sides = settled.drive.survey?.sides ?? []
  const shaftOf = (pulley: string) => settled.drive.pulleys.find(({ id }) => id === pulley)?.shaft ?? pulley
  if (sides.length === 0) return null
  return (
    <ul className={styles['list']} aria-label="Sides answered">
      {sides.map(({ from, to, of, side }, i) => {
        const [a, b, c] = [from, to, of].map(shaftOf) as [string, string, string]
        return (
          <li key={`${from} ${to} ${of}`}>
            <span>
              {names.shaft(c)} is on the {side}
              <small>
                from {names.shaft(a)} toward {names.shaft(b)}
              </small>
            </span>
            <Button
              aria-label={`Other side: ${names.shaft(c)}`}
              onClick={() =>
                edit(
                  'change the side a part is on',
                  answerSide({ from: a, to: b, of: c, side: side === 'left' ? 'right' : 'left' }, stampNow()),
                )
              }
            >
              Other side
            </Button>
            <Tooltip title="Take the answer back">
              <Button
                type="text"
                aria-label={`Take the answer back: ${names.shaft(c)}`}
                icon={<CloseOutlined aria-hidden />}
                onClick={() => edit('take back which side a part is on', removeSide(i, stampNow()))}
              />
            </Tooltip>
          </li>
        )
      })}
    </ul>
  )
}

/** Residuals beyond this many mm are worth a second look, even when no single reading can be named. */
const WORTH_A_LOOK_MM = 3

function Distances({ survey }: { readonly survey: DriveSurvey }) {
  const { store } = useBench()
  const { edit } = store.getState()
  const names = useNames()
  const lengths = useLengths()
  return (
    <ul className={styles['list']} aria-label="Distances taken">
      {survey.residuals.map(({ distance, residual, outlier }) => (
        <li key={distance.id} data-outlier={outlier}>
          <span>
            {names.pulley(distance.from)} – {names.pulley(distance.to)}
            <small>
              {KINDS.find(({ value }) => value === distance.kind)?.label}
              {distance.by === '' ? '' : `, ${distance.by}`}
            </small>
            <Select<Closeness>
              size="small"
              variant="borderless"
              aria-label={`How closely read: ${names.pulley(distance.from)} to ${names.pulley(distance.to)}`}
              value={closenessOf(distance)}
              popupMatchSelectWidth={false}
              options={closenessOptions(lengths.text)}
              onChange={(closeness) =>
                edit('say how closely a distance was read', setClosenessOf(distance.id, closeness, stampNow()))
              }
            />
          </span>
          <span className="figures">{lengths.text(distance.value)}</span>
          <span className="figures" title="Difference from the other readings">
            {residual === null ? (
              <small>needs a diameter</small>
            ) : (
              <>
                {residual > 0 ? '+' : ''}
                {lengths.bare(residual)}{' '}
                <VerdictMark verdict={outlier ? 'act' : Math.abs(residual) > WORTH_A_LOOK_MM ? 'watch' : 'fine'} />
              </>
            )}
          </span>
          <Tooltip title="Delete">
            <Button
              type="text"
              aria-label={`Delete ${names.pulley(distance.from)} to ${names.pulley(distance.to)}`}
              icon={<CloseOutlined aria-hidden />}
              onClick={() => store.getState().edit('delete a distance', removeDistance(distance.id, stampNow()))}
            />
          </Tooltip>
        </li>
      ))}
    </ul>
  )
}
