import { Button, Slider } from 'antd'
import { useState } from 'react'
import { scaleLinear, scaleUtc } from 'd3-scale'
import type { Adjuster } from '@emery/core/adjusters'
import { travelLimits, type SettledBelt } from '@emery/core/path'
import {
  checkDamping,
  checkPointer,
  checkSpring,
  pointerReadings,
  springTorque,
  strikeTensionReading,
  type PointerReading,
} from '@emery/core/tension'
import { Caution } from '../../ui/caution.tsx'
import fields from '../../ui/fields.module.css'
import { NO_BUBBLE } from '../../ui/slider.ts'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../../bench/bench-context.ts'
import { PanelSection } from '../../ui/panel.tsx'
import styles from '../tension.module.css'
import { KeepReading } from './keep-reading.tsx'
import { FigureInput } from '../../ui/figure-input.tsx'
import { useUnits } from '../../ui/use-units.ts'

type Arm = Extract<Adjuster, { kind: 'spring-arm' }>

/** A belt that a spring sets: where its arm points, now and over time, and whether the spring holds what it should. */
export function Tensioner({ belt, arm }: { readonly belt: SettledBelt; readonly arm: Arm }) {
  const [u, setU] = useState(belt.adjuster?.u ?? 0.5)
  return (
    <>
      <PanelSection title="Pointer">
        <p>
          A spring tensions this belt, so nothing is set by hand. Check where the arm points and how freely it moves.
        </p>
        <Pointer arm={arm} u={u} onMove={setU} />
        <OverTime arm={arm} />
      </PanelSection>
      <PanelSection title="Spring">
        <Caution>Engine off and key out. A released arm can trap fingers: hold the wrench until the arm stops.</Caution>
        <Spring arm={arm} u={u} />
      </PanelSection>
    </>
  )
}

const POINTS = {
  fine: 'within its marks for a good belt.',
  watch: 'past the mark for a new belt: the belt has stretched. Check its wear.',
  act: 'past its last mark: the belt is worn out or too long, or the spring is broken.',
} as const

interface PointerProps {
  readonly arm: Arm
  readonly u: number
  readonly onMove: (u: number) => void
}

function Pointer({ arm, u, onMove }: PointerProps) {
  const [km, setKm] = useState<number | null>(null)
  const verdict = checkPointer(arm, u)
  const { newTo, endTo, restsOn } = travelLimits(arm)
  return (
    <>
      <label className={`${fields['slider'] ?? ''} ${styles['marked'] ?? ''}`}>
        <span>
          It points at <b className="figures">{Math.round(100 * u)} %</b> of its travel
        </span>
        <Slider
          tooltip={NO_BUBBLE}
          min={0}
          max={1}
          step={0.01}
          marks={{ [newTo]: 'new', [endTo]: 'last' }}
          value={u}
          ariaLabelForHandle="Arm position, share of its travel"
          onChange={onMove}
        />
      </label>
      <p className={styles['least']}>
        <VerdictMark verdict={verdict} label="" />
        <span>
          {Math.round(100 * u)} %: {POINTS[verdict]}
          {restsOn === 'nominal' && ' It has no marks, so the limits are nominal.'}
        </span>
      </p>
      <div className={styles['buttons']}>
        <FigureInput
          label="Odometer, km"
          labelled
          placeholder="distance"
          min={0}
          max={5_000_000}
          value={km}
          onRead={setKm}
        />
        <KeepReading kept={{ how: 'pointer', adjuster: arm.id, u, ...(km === null ? {} : { distance: km }) }} />
      </div>
    </>
  )
}

const SIZE = { width: 376, height: 120, left: 40, right: 10, top: 8, bottom: 22 } as const

/** The pointer over time, against its marks. */
function OverTime({ arm }: { readonly arm: Arm }) {
  const { store, settled } = useBench()
  const readings = pointerReadings(settled.drive.tensions ?? [], arm.id)
  const units = useUnits()
  if (readings.length === 0) return null
  return (
    <>
      {readings.length > 1 && <Trend arm={arm} readings={readings} />}
      <ul className={styles['kept']} aria-label="Pointer readings">
        {readings.toReversed().map((reading) => (
          <li key={reading.id}>
            <VerdictMark verdict={checkPointer(arm, reading.u)} />
            <span>
              {new Date(reading.at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })}
              {reading.distance === undefined ? '' : `, ${units.distance.text(reading.distance)}`}
            </span>
            <b className="figures">{Math.round(100 * reading.u)} %</b>
            <Button
              type="text"
              onClick={() => store.getState().edit('delete a reading', strikeTensionReading(reading.id))}
            >
              Delete
            </Button>
          </li>
        ))}
      </ul>
    </>
  )
}

function Trend({ arm, readings }: { readonly arm: Arm; readonly readings: readonly PointerReading[] }) {
  const times = readings.map(({ at }) => Date.parse(at))
  const { newTo, endTo } = travelLimits(arm)
  const day = 86_400_000
  const [first, last] = [Math.min(...times), Math.max(...times)]
  const x = scaleUtc([first, Math.max(last, first + day)], [SIZE.left, SIZE.width - SIZE.right])
  const y = scaleLinear([0, 1], [SIZE.height - SIZE.bottom, SIZE.top])
  const points = readings.map(({ u }, i) => `${x(times[i] ?? 0)},${y(u)}`)
  return (
    <svg
      className={`${styles['chart'] ?? ''} ${styles['trend'] ?? ''}`}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      width="100%"
      role="img"
      aria-label={`The pointer over time: from ${Math.round(100 * (readings[0]?.u ?? 0))} % to ${Math.round(100 * (readings.at(-1)?.u ?? 0))} % of its travel.`}
    >
      {[
        [newTo, 'new'],
        [endTo, 'last'],
      ].map(([mark, name]) => (
        <g key={name}>
          <line x1={SIZE.left} x2={SIZE.width - SIZE.right} y1={y(Number(mark))} y2={y(Number(mark))} />
          <text x={SIZE.left - 6} y={y(Number(mark)) + 4} textAnchor="end">
            {name}
          </text>
        </g>
      ))}
      <polyline points={points.join(' ')} />
      {readings.map(({ id, u }, i) => (
        <circle key={id} cx={x(times[i] ?? 0)} cy={y(u)} r={4} />
      ))}
      {x.ticks(3).map((tick) => (
        <text key={tick.getTime()} x={x(tick)} y={SIZE.height - 6} textAnchor="middle">
          {tick.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}
        </text>
      ))}
    </svg>
  )
}

const SPRING_SAYS = {
  weak: 'weak: it lets the belt slip. Replace the tensioner and check the belt.',
  stiff: 'more than its spring can give: the arm binds and cannot follow the belt. Replace it.',
  correct: 'correct.',
} as const

const DAMPING_SAYS = {
  dead: 'its damper is worn out, and the arm will flutter. Replace the tensioner.',
  binds: 'it binds and cannot follow the belt. Replace it.',
  correct: 'correct (nominal: 10 to 30 %).',
} as const

/** A torque wrench on the arm, against what the spring should hold there. */
function Spring({ arm, u }: { readonly arm: Arm; readonly u: number }) {
  const [torque, setTorque] = useState<number | null>(null)
  const [letDown, setLetDown] = useState<number | null>(null)
  const units = useUnits()
  const read = torque === null ? null : { u, torque, ...(letDown === null ? {} : { letDown }) }
  const check = read === null ? null : checkSpring(arm, read)
  const damping = read === null ? null : checkDamping(read)
  return (
    <>
      <p>
        Pry the arm up slowly with a torque wrench, then let it down slowly: the mean is the spring, half the difference
        the damping. At {Math.round(100 * u)} % of its travel it should need{' '}
        <b className="figures">{units.torque.text(springTorque(arm, u))}</b>; at the slack end{' '}
        <span className="figures">{units.torque.bare(springTorque(arm, 0))}</span>, at its far stop{' '}
        <span className="figures">{units.torque.bare(springTorque(arm, 1))}</span>.
      </p>
      <div className={`${fields['two'] ?? ''} ${styles['reading'] ?? ''}`}>
        <FigureInput label="Torque, N·m" min={0} max={1000} value={torque} onRead={setTorque} />
        <FigureInput
          label="Let down, N·m"
          placeholder="not read"
          min={0}
          max={1000}
          value={letDown}
          onRead={setLetDown}
        />
      </div>
      {check !== null && read !== null && (
        <div className={styles['answer']} role="status">
          <p>
            <VerdictMark verdict={check.verdict} label="" size={18} />
            <span>
              <b className="figures">
                {check.off > 0 ? '+' : ''}
                {Math.round(100 * check.off)} %
              </b>{' '}
              of its own: {SPRING_SAYS[check.why]}
            </span>
          </p>
          {damping !== null && (
            <p>
              <VerdictMark verdict={damping.verdict} label="" size={18} />
              <span>
                Damping <b className="figures">{Math.round(100 * damping.share)} %</b> of its spring:{' '}
                {DAMPING_SAYS[damping.why]}
              </span>
            </p>
          )}
          <KeepReading kept={{ how: 'torque', adjuster: arm.id, ...read }} />
        </div>
      )}
    </>
  )
}
