import { CloseOutlined } from '@ant-design/icons'
import { Button, InputNumber, Select, Tooltip } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { isSized, type CheckedDrive, type Pulley, type Reading, type ReadingHow } from '@emery/core/drive'
import { diameterFrom, newestReading, READING_SETS, strikeReading, takeReading, waysToRead } from '@emery/core/measure'
import { pulleyName } from '../ui/pulley-name.ts'
import { stampNow } from '../ui/preferences.ts'
import type { EditResult } from '../ui/edit-result.ts'
import { ReadingPad, type PadReading } from '../ui/reading-pad.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench } from '../bench/bench-context.ts'
import styles from './measure.module.css'

const WAYS: Readonly<Record<ReadingHow, string>> = {
  outside: 'across the outside',
  effective: 'effective, as marked',
  pitch: 'at the cord line',
  overBelt: 'over the belt in place',
  circumference: 'circumference by tape',
  step: 'step down from the outer pulley',
  balls: 'over two balls in the grooves',
  grooves: 'grooves, counted',
  teeth: 'teeth, counted',
  ride: 'belt depth in the V groove',
}

/** What to do with the tape or caliper, one line each. */
const HOW_TO: Readonly<Partial<Record<ReadingHow, string>>> = {
  circumference: 'Lay the tape once round the rim and read where it meets.',
  step: 'Lay a straightedge on the outer rim and measure down to the inner one. Emery counts the depth twice.',
  balls: 'Two balls or rods in opposite grooves, the caliper across both.',
  overBelt: 'Across the back of the belt while it lies on the pulley.',
  ride: 'From the rim down to the top of the belt, with the depth rod. Enter a minus if the belt stands proud.',
}

const BALL_MM = 2.5

/** The reading pad for one pulley, the way it is read, and every reading that was ever taken of it. */
export function PulleyReadings({ pulley, ready }: { readonly pulley: Pulley; readonly ready: boolean }) {
  const { store, settled } = useBench()
  const { drive } = settled
  const outers = drive.pulleys.filter(
    (other) => other.shaft === pulley.shaft && other.id !== pulley.id && other.face !== 'toothed' && isSized(other),
  )
  const ways = waysToRead(pulley, outers.length > 0)
  const [how, setHow] = useState<ReadingHow>(ways[0] ?? 'outside')
  const [ball, setBall] = useState(BALL_MM)
  const lengths = useLengths()
  const name = drive.shafts.find(({ id }) => id === pulley.shaft)?.name ?? pulley.id
  const next = nextToRead(drive, pulley)
  // The panel follows the drive at reading pace; where Enter leads is decided from the drive as it stands now.
  const goOn = () => {
    const { drive: now, select } = store.getState()
    select(nextToRead(now, pulley)?.id ?? null)
  }

  const take = ({ value, written }: PadReading): EditResult => {
    const common = { id: newId(), pulley: pulley.id, value, written, ...stampNow() }
    const reading = (
      how === 'step'
        ? { ...common, how, outer: outers[0]?.id ?? '' }
        : how === 'balls'
          ? { ...common, how, ball }
          : { ...common, how }
    ) as Reading
    const result = store.getState().edit(`read ${name}`, takeReading(reading))
    if (result.ok) goOn()
    return result
  }

  return (
    <>
      <label className={styles['field']}>
        Read
        <Select
          aria-label="Method"
          value={how}
          options={ways.map((value) => ({ value, label: WAYS[value] }))}
          onChange={setHow}
        />
      </label>
      {HOW_TO[how] !== undefined && <p className={styles['note']}>{HOW_TO[how]}</p>}
      {how === 'balls' && (
        <label className={styles['field']}>
          Balls, mm
          <InputNumber min={1.5} max={6} step={0.1} value={ball} onChange={(value) => setBall(value ?? BALL_MM)} />
        </label>
      )}
      <ReadingPad
        key={how}
        ready={ready}
        now={status(pulley, how, lengths.text)}
        label={`${name}, ${WAYS[how]}`}
        counts={READING_SETS[how] === 'grooves' || READING_SETS[how] === 'teeth'}
        onRead={take}
        next={next === undefined ? null : `next: ${pulleyName(drive, next.id)}`}
        onSkip={goOn}
      />
      <Taken pulley={pulley} drive={drive} />
    </>
  )
}

/** What the drive has for that which a way of reading sets. */
function status(pulley: Pulley, how: ReadingHow, text: (mm: number) => string): string | null {
  const sets = READING_SETS[how]
  if (pulley.face === 'toothed') return pulley.teeth === null ? null : String(pulley.teeth)
  if (sets === 'diameter') return pulley.diameter === null ? null : `Ø ${text(pulley.diameter)}`
  if (sets === 'ride') return pulley.face === 'vee' ? text(pulley.ride ?? 0) : null
  return pulley.face === 'smooth' ? null : String(pulley.grooves)
}

/** The next pulley without a size, round the drive from this one; with none left, none. */
function nextToRead({ pulleys }: CheckedDrive, { id }: Pulley): Pulley | undefined {
  const at = pulleys.findIndex((each) => each.id === id)
  return [...pulleys.slice(at + 1), ...pulleys.slice(0, at)].find((each) => !isSized(each))
}

/** Readings of a pulley, newest first; the one that counts is marked, each can be deleted. */
function Taken({ pulley, drive }: { readonly pulley: Pulley; readonly drive: CheckedDrive }) {
  const { store } = useBench()
  const lengths = useLengths()
  const readings = drive.readings ?? []
  const own = readings.filter((reading) => reading.pulley === pulley.id).reverse()
  const counting = isSized(pulley) && pulley.face !== 'toothed' ? lengths.text(pulley.diameter) : null
  return (
    <>
      {own.length === 0 && counting !== null && (
        <p className={styles['note']}>Ø {counting} is in the drive, without a stored reading.</p>
      )}
      <ul className={styles['list']} aria-label="Readings taken">
        {own.map((reading) => {
          const counts = newestReading(readings, pulley.id, READING_SETS[reading.how])?.id === reading.id
          const diameter = diameterFrom(reading, drive.pulleys)?.diameter
          return (
            <li key={reading.id} data-quiet={!counts}>
              <span>
                <b className="figures">{reading.written === '' ? reading.value : reading.written}</b>{' '}
                {WAYS[reading.how]}
                {diameter !== undefined && reading.how !== 'outside' && (
                  <span className="figures"> → Ø {lengths.text(diameter)}</span>
                )}
                <small>
                  {reading.by === '' ? 'by unknown' : reading.by}, {dayjs(reading.at).format('D MMM HH:mm')}
                  {counts ? '' : '; an earlier reading'}
                </small>
              </span>
              <Tooltip title="Delete">
                <Button
                  type="text"
                  aria-label={`Delete ${reading.written}`}
                  icon={<CloseOutlined aria-hidden />}
                  onClick={() => store.getState().edit('delete a reading', strikeReading(reading.id))}
                />
              </Tooltip>
            </li>
          )
        })}
      </ul>
    </>
  )
}
