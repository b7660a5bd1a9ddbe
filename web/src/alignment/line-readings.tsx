import { Button, Segmented, Select } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import {
  isLaserAskew,
  LINE_WAYS,
  lineQuestion,
  linesRead,
  straightedgeTo,
  strikeLines,
  retakeLine,
  takeLine,
  wayRead,
  type AlongReading,
  type LineQuestion,
  type LineRead,
  type LineWay,
} from '@emery/core/alignment'
import { READ_UNDER, type ReadUnder, type ReadWhile } from '@emery/core/drive'
import type { Mm } from '@emery/core/units'
import { stampNow } from '../ui/preferences.ts'
import { Caution } from '../ui/caution.tsx'
import { EDIT_TAKEN, type EditResult } from '../ui/edit-result.ts'
import { ReadingField } from '../ui/reading-field.tsx'
import fields from '../ui/fields.module.css'
import { useLengths, type Lengths } from '../ui/use-lengths.ts'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { PanelSection } from '../ui/panel.tsx'
import { LaserTarget } from './laser-target.tsx'
import { LINE_WAY_WORDS, UNDER_WORDS } from './alignment-words.ts'
import styles from './alignment.module.css'

/** How far every pulley lies along its shaft, read against the crank by one of three ways, standing or revving. */
export function LineReadings({ beltId }: { readonly beltId: string }) {
  const { store, settled } = useBench()
  const { way: chosen, during, under } = useBenchState((state) => state.alignment)
  // No straightedge and no caliper comes near a running engine.
  const way = during === 'standing' ? chosen : 'laser'
  const reads = linesRead(settled.drive, beltId)
  const [reference, ...others] = reads
  const counted = (read: LineRead) => (during === 'standing' ? read : read.revving).readings
  if (reference === undefined)
    return (
      <PanelSection label="Measure">
        <p role="status">Alignment is measured at ribs or grooves, and no pulley of this belt has any.</p>
      </PanelSection>
    )
  return (
    <PanelSection title="Measure">
      {during === 'standing' && (
        <Segmented<LineWay>
          block
          aria-label="Method"
          value={way}
          options={LINE_WAYS.map((value) => ({ value, label: LINE_WAY_WORDS[value].label }))}
          onChange={(next) => store.getState().setAlignment({ way: next })}
        />
      )}
      <p className="soft">{LINE_WAY_WORDS[way].how} Measure the crank first: it is the reference.</p>
      <Segmented<ReadWhile>
        block
        aria-label="Engine"
        value={during}
        options={[
          { value: 'standing', label: 'Stopped' },
          { value: 'revving', label: 'Running, under load' },
        ]}
        onChange={(next) => store.getState().setAlignment({ during: next })}
      />
      {during === 'revving' && (
        <label className={fields['line']}>
          <span>Load</span>
          <Select<ReadUnder>
            aria-label="Load"
            value={under}
            options={READ_UNDER.map((value) => ({ value, label: UNDER_WORDS[value] }))}
            onChange={(next) => store.getState().setAlignment({ under: next })}
          />
        </label>
      )}
      {during === 'standing' ? (
        <Caution>Engine off, key out, engine cool. Fan, hoses and edges stay hot.</Caution>
      ) : (
        <Caution>
          Keep hands, sleeves and tools away from a running belt. Clamp laser and target with the engine off, stand to
          the side, and read from a photo. A pulley that moves forward under load has a flexing bracket or a loose
          bearing.
        </Caution>
      )}
      <ul
        className={styles['depths']}
        aria-label={during === 'standing' ? 'Readings, engine stopped' : 'Readings, engine running'}
      >
        {reads.map((read) => (
          <Row
            key={`${way} ${during} ${read.pulley}`}
            beltId={beltId}
            read={read}
            way={way}
            during={during}
            reference={read === reference}
          />
        ))}
      </ul>
      {way === 'depth' && <InTheWay reference={reference.pulley} />}
      {counted(reference) === 0 && others.some((read) => counted(read) > 0) && (
        <p role="alert">
          {pulleyName(settled.drive, reference.pulley)} has not been measured. The other readings need it as the
          reference.
        </p>
      )}
    </PanelSection>
  )
}

/** Said where no straightedge reaches the pulley that is read without lying on one that stands further out. */
function InTheWay({ reference }: { readonly reference: string }) {
  const { settled } = useBench()
  const reading = useBenchState((state) => state.alignment.reading)
  const held = reading === null || reading === reference ? null : straightedgeTo(settled, reference, reading)
  if (reading === null || held?.blockedBy == null) return null
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  return (
    <p role="status">
      {nameOf(held.blockedBy)} stands further out, between the crank and {nameOf(reading)}: a straightedge cannot lie
      flat here. Use the laser, or measure from the block.
    </p>
  )
}

interface RowProps {
  readonly beltId: string
  readonly read: LineRead
  readonly way: LineWay
  readonly during: ReadWhile
  readonly reference: boolean
}

/** One pulley: what was read of it this way, and how it so lies against the reference. */
function Row({ beltId, read, way, during, reference }: RowProps) {
  const { store, settled } = useBench()
  const under = useBenchState((state) => state.alignment.under)
  const lengths = useLengths()
  const [doubted, setDoubted] = useState<{ readonly reading: AlongReading; readonly doubt: LineQuestion } | null>(null)
  /** The next reading stands beside those there are; else what is typed over a reading replaces it. */
  const [again, setAgain] = useState(false)
  const { pulley } = read
  const { offset, each, scatter, readings } = during === 'standing' ? read : read.revving
  const name = pulleyName(settled.drive, pulley)
  const label = `${name}${reference ? ', the reference' : ''}`
  const value = wayRead(settled.drive, pulley, way, during)
  const take = (reading: AlongReading): EditResult => {
    setDoubted(null)
    setAgain(false)
    return again
      ? store.getState().edit('add an alignment reading', takeLine(beltId, reading))
      : store.getState().edit('read the alignment', retakeLine(beltId, reading))
  }
  const onRead = (how: Unstamped): EditResult => {
    const reading: AlongReading = {
      ...how,
      ...stampNow(),
      id: newId(),
      pulley,
      ...(during === 'revving' ? { while: during, load: under } : {}),
    }
    if (isLaserAskew(settled.drive, reading, beltId))
      return {
        ok: false,
        message: 'The two marks on the reference differ by more than half a millimetre. Square the laser first.',
      }
    const doubt = lineQuestion(settled.drive, beltId, reading, lengths.text)
    if (doubt === undefined) return take(reading)
    setDoubted({ reading, doubt })
    return EDIT_TAKEN
  }
  return (
    // Where the straightedge goes is drawn for the pulley whose field has the focus.
    <li data-way={way} onFocus={() => store.getState().setAlignment({ reading: pulley })}>
      {way === 'laser' ? (
        <LaserFields label={label} value={value} onRead={(near, far) => onRead({ how: 'laser', near, far })} />
      ) : (
        <ReadingField
          label={label}
          value={again ? null : (value?.value ?? null)}
          placeholder={again ? 'read it once more' : ''}
          onRead={(mm) => (mm === null ? EDIT_TAKEN : onRead({ how: way, value: mm }))}
        />
      )}
      <span className={styles['offset']}>
        {offset !== null && !reference && <b className="figures">{signed(offset, lengths)}</b>}
        {readings > 1 && (
          <small>
            {reference ? `${readings} readings` : each.map((offset) => signed(offset, lengths)).join(' and ')}, ±{' '}
            {lengths.fine(scatter)}
          </small>
        )}
        {way === 'laser' && (
          <LaserTarget
            beltId={beltId}
            pulley={pulley}
            name={name}
            onRead={(near, far) => onRead({ how: 'laser', near, far })}
          />
        )}
        {readings > 0 && (
          <Button
            type="text"
            aria-pressed={again}
            aria-label={`Read ${name} once more`}
            onClick={() => setAgain(!again)}
          >
            Once more
          </Button>
        )}
        {readings > 0 && (
          <Button
            type="text"
            onClick={() => store.getState().edit('delete readings', strikeLines(beltId, pulley, during))}
            aria-label={`Delete the readings of ${name}`}
          >
            Delete
          </Button>
        )}
      </span>
      {doubted !== null && (
        <div className={styles['doubt']} role="alert">
          <p>{doubted.doubt.question}</p>
          {doubted.doubt.meant !== null && (
            <Button type="primary" onClick={() => take(doubted.doubt.meant ?? doubted.reading)}>
              {meantWords(doubted.doubt.meant, lengths.fine)} was meant
            </Button>
          )}
          <Button onClick={() => take(doubted.reading)}>It is correct</Button>
          <Button onClick={() => setDoubted(null)}>Measure it again</Button>
        </div>
      )}
    </li>
  )
}

/** How far in front of the reference an offset behind it lies: forward is plus. */
function signed(offset: Mm, lengths: Lengths): string {
  return `${offset > 0 ? '−' : '+'}${lengths.fine(Math.abs(offset))}`
}

/** A reading before it is known whose, when and by whom. */
type Unstamped =
  | { readonly how: 'laser'; readonly near: Mm; readonly far: Mm }
  | { readonly how: 'depth' | 'block'; readonly value: Mm }

function meantWords(reading: AlongReading, text: (mm: Mm) => string): string {
  return text(reading.how === 'laser' ? (reading.near + reading.far) / 2 : reading.value)
}

/** One mark read, the other still to come. */
interface Half {
  readonly near?: Mm
  readonly far?: Mm
}

interface LaserFieldsProps {
  readonly label: string
  readonly value: { readonly near: Mm; readonly far: Mm } | null
  readonly onRead: (near: Mm, far: Mm) => EditResult
}

/** Both marks of one look at the target; kept once both are there. */
function LaserFields({ label, value, onRead }: LaserFieldsProps) {
  const [half, setHalf] = useState<Half>({})
  const take = (mark: 'near' | 'far') => (mm: Mm | null) => {
    if (mm === null) return EDIT_TAKEN
    const both: Half = { ...half, [mark]: mm }
    if (both.near === undefined || both.far === undefined) {
      setHalf(both)
      return EDIT_TAKEN
    }
    const result = onRead(both.near, both.far)
    if (result.ok) setHalf({})
    return result
  }
  return (
    <div className={styles['marks']}>
      <ReadingField
        label={`${label}, near`}
        value={half.near ?? (half.far === undefined ? (value?.near ?? null) : null)}
        onRead={take('near')}
      />
      <ReadingField
        label={`${label}, far`}
        value={half.far ?? (half.near === undefined ? (value?.far ?? null) : null)}
        onRead={take('far')}
      />
    </div>
  )
}
