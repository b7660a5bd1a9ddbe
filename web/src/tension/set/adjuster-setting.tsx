import { InputNumber } from 'antd'
import { isAssumed, type Adjuster } from '@emery/core/adjusters'
import type { SettledBelt } from '@emery/core/path'
import { moveForTension, setTurnGives, turnGives, turnWords } from '@emery/core/tension'
import { useBench } from '../../bench/bench-context.ts'
import { useLengths, type Lengths } from '../../ui/use-lengths.ts'
import styles from '../tension.module.css'

export interface SettingProps {
  readonly belt: SettledBelt
  /** N at rest of one belt of the set: what it has, and what it should have. */
  readonly tension: number
  readonly wanted: number
}

/** How far the adjuster has to go, in what it is read in and in turns of its screw. */
export function AdjusterSetting({ belt, tension, wanted }: SettingProps) {
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
            // The nominal stands beside the field, so that typing the same makes it read.
            value={'perTurn' in adjuster ? gives : null}
            placeholder={`${gives} nominal`}
            onChange={(mm) => store.getState().edit('set the travel per turn', setTurnGives(adjuster.id, mm))}
          />
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
