import { CloseOutlined } from '@ant-design/icons'
import { Button, Select, Tooltip } from 'antd'
import { useMemo, useState } from 'react'
import { v4 as newId } from 'uuid'
import {
  addDistance,
  answerSide,
  outlierSentence,
  placeShaftByDistances,
  putShaft,
  questionSentence,
  removeDistance,
  setUpright,
  surveyDrive,
  unplaceShaft,
  wordingFor,
  type DistanceKind,
  type DriveSurvey,
  type Shaft,
} from '@emery/core'
import { stampNow } from '../../app/preferences.ts'
import type { EditResult } from '../../readings/edit-result.ts'
import { ReadingField } from '../../readings/reading-field.tsx'
import { useLengths } from '../../readings/use-lengths.ts'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench, useBenchState } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import styles from './measure.module.css'

/** Where pulleys stand: by distances between them, by numbers, or pulled there; what is still open, and what disagrees. */
export function PlacesPanel() {
  const { settled } = useBench()
  const survey = useMemo(() => surveyDrive(settled.drive), [settled.drive])
  const missing = settled.drive.shafts.filter(({ id }) => !settled.places.has(id))
  return (
    <>
      <ShaftPlace />
      <section className={panel['section']}>
        <h2 className="heading">Distances by tape</h2>
        <p className={panel['soft']}>
          {missing.length === 0
            ? 'Every part has its place. More distances make it surer.'
            : `${missing.length} without a place: ${missing.map(({ name }) => name).join(', ')}. Two distances place a part, three make sure.`}
        </p>
        {survey !== undefined && <Questions survey={survey} />}
        <NewDistance />
        {survey !== undefined && <Distances survey={survey} />}
        {survey !== undefined && <Upright />}
      </section>
    </>
  )
}

function useNames() {
  const { settled } = useBench()
  return useMemo(() => {
    const words = wordingFor(settled.drive)
    const pulley = (id: string) => {
      const found = settled.drive.pulleys.find((each) => each.id === id)
      return found === undefined ? id : words.pulley(found)
    }
    return { shaft: words.shaft, pulley }
  }, [settled.drive])
}

const HOW_PLACED = {
  typed: 'typed',
  dragged: 'pulled there',
  photo: 'from the photo',
  distances: 'from distances',
  file: 'from a file',
} as const

/** The shaft in hand: its place in numbers, how it is known, and how it could be known instead. */
function ShaftPlace() {
  const { store, settled } = useBench()
  const selected = useBenchState((state) => state.selected)
  const lengths = useLengths()
  const pulley = settled.drive.pulleys.find(({ id }) => id === selected)
  const shaft = settled.drive.shafts.find(({ id }) => id === pulley?.shaft)
  if (shaft === undefined) return null
  const { edit } = store.getState()
  const { placed } = shaft
  return (
    <section className={panel['card']} aria-label={`In hand: ${shaft.name}`}>
      <div className={styles['head']}>
        <h2>{shaft.name}</h2>
        <Button
          type="text"
          aria-label="Let go"
          icon={<CloseOutlined />}
          onClick={() => store.getState().select(null)}
        />
      </div>
      <PlaceFields key={shaft.id} shaft={shaft} />
      <p className={styles['note']}>
        {placed === undefined
          ? shaft.x === null
            ? 'No place yet: type it, pull it onto the drawing, or give distances.'
            : 'Placed, nobody said how.'
          : `Placed: ${HOW_PLACED[placed.how]}${placed.sigma === undefined ? '' : `, ±${lengths.text(placed.sigma)}`}${placed.by === '' ? '' : `, ${placed.by}`}.`}
      </p>
      {shaft.kind !== 'crank' && shaft.x !== null && (
        <div className={styles['row']}>
          {placed?.how !== 'distances' && (
            <Button
              size="small"
              onClick={() => edit('let distances place a part', placeShaftByDistances(shaft.id, stampNow()))}
            >
              Let distances decide
            </Button>
          )}
          <Button size="small" onClick={() => edit('forget a place', unplaceShaft(shaft.id))}>
            Forget its place
          </Button>
        </div>
      )}
    </section>
  )
}

/** Right and up; a place that is not known yet is taken once both are typed. */
function PlaceFields({ shaft }: { readonly shaft: Shaft }) {
  const { store } = useBench()
  const [half, setHalf] = useState<{ readonly x: number | null; readonly y: number | null }>({ x: null, y: null })
  const now = { x: shaft.x ?? half.x, y: shaft.y ?? half.y }
  const take =
    (axis: 'x' | 'y') =>
    (value: number | null): EditResult => {
      if (value === null) return { ok: true }
      const next = { ...now, [axis]: value }
      setHalf(next)
      if (next.x === null || next.y === null) return { ok: true }
      return store.getState().edit('place a part', putShaft(shaft.id, { x: next.x, y: next.y }, 'typed', stampNow()))
    }
  return (
    <div className={panel['fields']}>
      <ReadingField label="Right" value={now.x} onRead={take('x')} />
      <ReadingField label="Up" value={now.y} onRead={take('y')} />
    </div>
  )
}

const KINDS: readonly { readonly value: DistanceKind; readonly label: string }[] = [
  { value: 'centre', label: 'centre to centre' },
  { value: 'outside', label: 'over both rims, outside' },
  { value: 'gap', label: 'gap between the rims' },
]

/** A distance being written down. After Enter the pulley measured from stays, for the next one. */
function NewDistance() {
  const { store, settled } = useBench()
  const names = useNames()
  const { pulleys } = settled.drive
  const inHand = useBenchState((state) => state.selected)
  const [from, setFrom] = useState<string | null>(null)
  const [to, setTo] = useState<string | null>(null)
  const [kind, setKind] = useState<DistanceKind>('centre')
  const [count, setCount] = useState(0)
  const start = from ?? inHand ?? pulleys[0]?.id ?? ''
  const options = pulleys.map(({ id }) => ({ value: id, label: names.pulley(id) }))
  const shaftOf = (id: string | null) => pulleys.find((each) => each.id === id)?.shaft
  const end = to !== null && shaftOf(to) !== shaftOf(start) ? to : null
  const take = (value: number | null): EditResult => {
    if (value === null) return { ok: true }
    if (end === null) return { ok: false, message: 'needs a second pulley: say where the tape goes to' }
    const stamp = stampNow()
    const result = store
      .getState()
      .edit(
        'take a distance',
        addDistance({ id: newId(), from: start, to: end, kind, value, written: '', ...stamp }, stamp),
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
      <ReadingField key={count} label="Distance" value={null} placeholder="Enter takes it" onRead={take} />
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
                onClick={() => edit('say on which side a part lies', answerSide({ ...question, side }, stampNow()))}
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

/** Residuals beyond this many mm are worth a second look, even when no single reading can be named. */
const WORTH_A_LOOK_MM = 3

function Distances({ survey }: { readonly survey: DriveSurvey }) {
  const { store } = useBench()
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
          </span>
          <span className="figures">{lengths.text(distance.value)}</span>
          <span className="figures" title="How much longer it reads than the rest agree">
            {residual === null ? (
              <small>waits for a rim</small>
            ) : (
              <>
                {residual > 0 ? '+' : ''}
                {lengths.bare(residual)}{' '}
                <VerdictMark verdict={outlier ? 'act' : Math.abs(residual) > WORTH_A_LOOK_MM ? 'watch' : 'fine'} />
              </>
            )}
          </span>
          <Tooltip title="Strike out">
            <Button
              type="text"
              aria-label={`Strike out ${names.pulley(distance.from)} to ${names.pulley(distance.to)}`}
              icon={<CloseOutlined />}
              onClick={() => store.getState().edit('strike a distance out', removeDistance(distance.id, stampNow()))}
            />
          </Tooltip>
        </li>
      ))}
    </ul>
  )
}

/** Directions as a clock has them: twelve is straight up. */
const CLOCK = Array.from({ length: 12 }, (_, i) => ({ value: 90 - 30 * i, label: `${i === 0 ? 12 : i} o’clock` }))

/** A tape says nothing of which way is up; a clock face does. */
function Upright() {
  const { store, settled } = useBench()
  const names = useNames()
  const { drive } = settled
  const crank = drive.shafts.find(({ kind }) => kind === 'crank')
  const others = drive.shafts.filter(({ id, placed }) => id !== crank?.id && placed?.how === 'distances')
  const held = drive.shafts.some(({ id, x, placed }) => id !== crank?.id && x !== null && placed?.how !== 'distances')
  const [chosen, setChosen] = useState<string | null>(null)
  const of = others.find(({ id }) => id === chosen) ?? others[0]
  if (crank === undefined || of === undefined || held) return null
  const angle = (Math.atan2((of.y ?? 0) - (crank.y ?? 0), (of.x ?? 0) - (crank.x ?? 0)) * 180) / Math.PI
  const nearest = CLOCK.find(({ value }) => Math.abs(((value - angle + 540) % 360) - 180) < 0.5)
  return (
    <div className={styles['grid']}>
      <label>
        Seen from the {crank.name.toLowerCase()},
        <Select
          aria-label="Which part"
          value={of.id}
          options={others.map(({ id }) => ({ value: id, label: names.shaft(id) }))}
          onChange={setChosen}
        />
      </label>
      <label>
        lies at
        <Select
          aria-label="Where it lies"
          value={nearest?.value ?? null}
          placeholder="turn the drawing"
          options={CLOCK}
          onChange={(direction) =>
            store.getState().edit('turn the drawing', setUpright(crank.id, of.id, direction, stampNow()))
          }
        />
      </label>
    </div>
  )
}
