import { isAssumed, type Adjuster } from '@emery/core/adjusters'
import { InputNumber } from 'antd'
import type { SettledBelt } from '@emery/core/path'
import {
  bearingLife,
  moveForTension,
  setTurnGives,
  SETTING_SHARE,
  turnGives,
  turnWords,
  worstBearing,
  type ReadTension,
} from '@emery/core/tension'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useLengths, type Lengths } from '../../ui/use-lengths.ts'
import { useBench } from '../../bench/bench-context.ts'
import { pulleyName } from '../../ui/pulley-name.ts'
import styles from '../tension.module.css'
import { KeepReading, type Kept } from './keep-reading.tsx'
import { useUnits } from '../../ui/use-units.ts'

interface AnswerProps {
  readonly read: ReadTension
  readonly kept: Kept
  readonly belt: SettledBelt
  readonly wanted: number
}

/** What a reading comes to against what is wanted, what to do next, and a button that keeps it. */
export function Answer({ read: { tension, sigma }, kept, belt, wanted }: AnswerProps) {
  const units = useUnits()
  const off = tension / wanted - 1
  const right = Math.abs(off) <= SETTING_SHARE
  return (
    <div className={styles['answer']} role="status">
      <p>
        <VerdictMark
          verdict={right ? 'fine' : Math.abs(off) <= 2 * SETTING_SHARE ? 'watch' : 'act'}
          label=""
          size={18}
        />
        <span>
          <b className="figures">{units.force.text(tension)}</b> ± {units.force.bare(sigma)}:{' '}
          {right
            ? 'correct.'
            : off < 0
              ? `too loose by ${units.force.text(wanted - tension)}.`
              : `too tight by ${units.force.text(tension - wanted)}.`}
        </span>
      </p>
      {off > SETTING_SHARE && <Bearing belt={belt} tension={tension} wanted={wanted} />}
      {!right && <Move belt={belt} tension={tension} wanted={wanted} />}
      <KeepReading
        kept={kept}
        setting={Math.round(tension)}
      >{`Save ${units.force.text(tension)} as its setting`}</KeepReading>
    </div>
  )
}

interface OffProps {
  readonly belt: SettledBelt
  readonly tension: number
  readonly wanted: number
}

/** Which bearing carries how much more than it should. */
function Bearing({ belt, tension, wanted }: OffProps) {
  const units = useUnits()
  const { settled } = useBench()
  const worst = worstBearing(
    settled,
    belt.belt.id,
    { now: tension, wanted },
    { rpm: settled.drive.engine.cruiseRpm, load: 1 },
  )
  if (worst === null) return null
  const more = worst.now - worst.wanted
  return (
    <p>
      <span>
        At cruise the bearing of <b className={styles['name']}>{pulleyName(settled.drive, worst.pulley)}</b> then
        carries {units.force.text(worst.now)}, {units.force.text(more)} too much
        {worst.max === null
          ? '.'
          : worst.now > worst.max
            ? `; it is made for ${units.force.text(worst.max)}.`
            : `, of the ${units.force.text(worst.max)} it is made for.`}{' '}
        {lifeWords(bearingLife(worst.now, worst.wanted))}
      </span>
    </p>
  )
}

/** How far the adjuster has to go, in what it is read in and in turns of its screw. */
function Move({ belt, tension, wanted }: OffProps) {
  const { store } = useBench()
  const lengths = useLengths()
  const move = moveForTension(belt, tension, wanted)
  if (belt.adjuster !== null && isAssumed(belt.adjuster.adjuster))
    return (
      <p>
        {wanted > tension ? 'Tighten it' : 'Slacken it'} with its adjuster. How far is not known: the adjuster’s
        dimensions are not read. Read or confirm them in Measure.
      </p>
    )
  if (move === null)
    return (
      <p>
        {belt.adjuster === null
          ? 'This belt has no adjuster. Only another length changes its tension.'
          : 'Its adjuster has no effect in this position.'}
      </p>
    )
  const adjuster = belt.adjuster?.adjuster
  const gives = adjuster === undefined ? null : turnGives(adjuster)
  return (
    <>
      <p>
        <span>
          {settingWords(move, adjuster, lengths)} This stretches the belt by {lengths.fine(Math.abs(move.stretch))}{' '}
          {move.by > 0 ? 'more' : 'less'}. Clamp it and measure again.
        </span>
      </p>
      {move.beyond !== null && (
        <p role="note">
          The adjuster reaches its {move.beyond} before that.{' '}
          {move.beyond === 'tight end'
            ? 'The belt is too long, or has stretched: fit a shorter one.'
            : 'The belt is too short for this drive.'}
        </p>
      )}
      {adjuster !== undefined && gives !== null && (
        <label className={styles['perTurn']}>
          One turn gives
          <InputNumber
            aria-label="One turn gives, mm"
            suffix="mm"
            min={0.1}
            max={20}
            step={0.25}
            value={gives}
            onChange={(mm) => store.getState().edit('set the travel per turn', setTurnGives(adjuster.id, mm))}
          />
          {!('perTurn' in adjuster) && '(nominal)'}
        </label>
      )}
    </>
  )
}

/** How the adjuster is moved, in the terms of its own kind; which way first, then how far. */
function settingWords(
  { by, unit, atShaft, turns }: NonNullable<ReturnType<typeof moveForTension>>,
  adjuster: Adjuster | undefined,
  lengths: Lengths,
): string {
  const out = by > 0
  const mm = (much: number) => lengths.fine(Math.abs(much))
  const screw = turns === null ? '' : `, ${turnWords(Math.abs(turns))} of its screw`
  const degrees = `${Math.abs(by).toFixed(1)}°`
  switch (adjuster?.kind) {
    case 'shim': {
      const shims = Math.round(Math.abs(by))
      if (shims === 0) return 'Less than half a shim is missing: leave the shims as they are.'
      return `${out ? 'Take' : 'Put'} ${shims} ${shims === 1 ? 'shim' : 'shims'} ${out ? 'out from' : 'in'} between the halves: whole shims only.`
    }
    case 'turnbuckle':
      return `${out ? 'Lengthen' : 'Shorten'} the rod by ${mm(by)}${turns === null ? '' : `: turn it ${turnWords(Math.abs(turns))}, both eyes together`}. Never beyond its marked length.`
    case 'eccentric':
      return `Turn the bush ${degrees} toward its ${out ? 'tight' : 'slack'} end.`
    case 'swing':
      return `Slacken the pivot and the clamp, and ${out ? 'lever the part out' : 'let it back'} by ${atShaft === null ? degrees : `${mm(atShaft)} at its shaft (${degrees})`}${screw}.`
    case 'slide':
    case 'spring-arm':
    case undefined:
      return `Move the part ${out ? 'out' : 'back'} ${unit === 'mm' ? `${mm(by)} along its slot` : degrees}${screw}.`
  }
}

/** What a load other than the wanted one does to a bearing's life. */
function lifeWords(share: number): string {
  if (share > 0.9) return ''
  const parts = Math.round(1 / share)
  return parts < 2
    ? `It lasts about ${Math.round(100 * share)} % as long.`
    : `It lasts about a ${['half', 'third', 'quarter', 'fifth'][parts - 2] ?? `${parts}th`} as long.`.replace(
        'a half',
        'half',
      )
}
