import { Select, Slider } from 'antd'
import {
  CONDITION_SHARE,
  leastTensions,
  setBeltCondition,
  type BeltCondition,
  type BeltTension,
  type SettledBelt,
  type TensionSource,
} from '@emery/core'
import fields from '../../readings/fields.module.css'
import { NO_BUBBLE } from '../../readings/slider.ts'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import { pulleyName } from '../pulley-name.ts'
import panel from '../steps/panel.module.css'
import styles from './tension.module.css'
import { reserveVerdict, RESERVE } from './reserve.ts'
import { useTension } from './use-tension.ts'

const CONDITIONS: Readonly<Record<BeltCondition, string>> = {
  dry: 'dry',
  wet: 'wet',
  glazed: 'glazed or polished',
  oily: 'oily',
  worn: 'ribs worn through',
}

interface RunningProps {
  readonly belt: SettledBelt
  readonly running: BeltTension
}

/** One belt under way: what holds it, what slips first, every span and bearing, at any engine speed and load. */
export function Running({ belt, running }: RunningProps) {
  const { store, settled } = useBench()
  const { point, condition } = useTension()
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const { worst } = running
  const toothed = worst.gripReserve === Infinity
  return (
    <>
      <section className={panel['section']} aria-label="What slips first">
        <h2 className="heading">What slips first</h2>
        <p className={styles['first']}>
          <VerdictMark verdict={reserveVerdict(worst.gripReserve)} size={18} />
          <span>
            {toothed ? (
              'Its teeth hold it: nothing slips before a tooth jumps.'
            ) : worst.gripReserve === 0 ? (
              <>
                <b>{nameOf(worst.pulley)} slips:</b> at this speed the belt throws itself off.
              </>
            ) : worst.gripReserve < 1 ? (
              <>
                <b>{nameOf(worst.pulley)} slips.</b> It asks for {(1 / worst.gripReserve).toFixed(2)} times the grip
                there is.
              </>
            ) : (
              <>
                <b>{nameOf(worst.pulley)}</b>, with <b className="figures">{worst.gripReserve.toFixed(1)}</b> times the
                grip it needs.
              </>
            )}
          </span>
        </p>
        <p className={panel['soft']}>
          {sourceWords(running.source)}{' '}
          {!toothed && (
            <button
              type="button"
              className={styles['keep']}
              onClick={() => store.getState().showWorking({ of: 'grip', belt: belt.belt.id, point, condition })}
            >
              Show the working
            </button>
          )}
        </p>
        <Point belt={belt} />
        <Least belt={belt} />
      </section>
      <section className={panel['section']} aria-label="Spans and bearings">
        <h2 className="heading">Spans and bearings</h2>
        <table className={panel['table']}>
          <thead>
            <tr>
              <th scope="col">pulley</th>
              <th scope="col">span after, N</th>
              <th scope="col">grip, times</th>
              <th scope="col">bearing, N</th>
            </tr>
          </thead>
          <tbody>
            {running.pulleys.map(({ pulley, gripUse, hubLoad }, i) => {
              const shaft = settled.drive.shafts.find(
                ({ id }) => id === settled.drive.pulleys.find((each) => each.id === pulley)?.shaft,
              )
              const over = shaft?.maxSideLoad !== undefined && hubLoad > shaft.maxSideLoad
              return (
                <tr key={pulley}>
                  <th scope="row">{nameOf(pulley)}</th>
                  <td className="figures">{Math.round(running.spans[i] ?? 0)}</td>
                  <td className="figures">
                    <span className={styles['cell']}>
                      {gripUse === 0 ? '–' : gripUse === Infinity ? '0' : atMost(1 / gripUse)}
                      {gripUse > 1 / RESERVE.watch && <VerdictMark verdict={reserveVerdict(1 / gripUse)} size={12} />}
                    </span>
                  </td>
                  <td className="figures">
                    <span className={styles['cell']}>
                      {Math.round(hubLoad)}
                      {over && (
                        <VerdictMark
                          verdict="act"
                          size={12}
                          label={`its bearing takes ${String(shaft.maxSideLoad)} N: ${Math.round(100 * (hubLoad / (shaft.maxSideLoad ?? 1) - 1))} % too much`}
                        />
                      )}
                    </span>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
        <p className={panel['soft']}>
          The belt runs at {running.beltSpeed.toFixed(1)} m/s; its own throw takes {Math.round(running.centrifugal)} N
          of every span.
        </p>
      </section>
    </>
  )
}

/** Beyond this many times nobody asks for digits. */
function atMost(reserve: number): string {
  return reserve > 99 ? '> 99' : reserve.toFixed(1)
}

function sourceWords(source: TensionSource): string {
  const n = `${Math.round(source.tension)} N`
  switch (source.of) {
    case 'spring':
      return `Its tensioner’s spring holds ${n} in the spans beside it.`
    case 'strain':
      return `It is stretched over its fixed centres, which holds ${n}.`
    case 'set':
      return `It was set to ${n}.`
    case 'nominal':
      return `Nobody has said how tight it was set: ${n} stand for a used belt (nominal).`
  }
}

/** Engine speed, load and condition to look at. */
function Point({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const { point, condition } = useTension()
  const { setTension, edit } = store.getState()
  const own = belt.belt.condition ?? 'dry'
  return (
    <div className={styles['point']}>
      <label className={fields['slider']}>
        <span>
          At <b className="figures">{Math.round(point.rpm)}</b> rpm of the engine
        </span>
        <Slider
          tooltip={NO_BUBBLE}
          min={settled.drive.engine.idleRpm}
          max={settled.drive.engine.maxRpm}
          step={10}
          value={point.rpm}
          ariaLabelForHandle="Engine speed, rpm"
          onChange={(engineRpm) => setTension({ engineRpm })}
        />
      </label>
      <label className={fields['slider']}>
        <span>
          Accessories at <b className="figures">{Math.round(100 * point.load)} %</b> of their load
        </span>
        <Slider
          tooltip={NO_BUBBLE}
          min={0}
          max={1}
          step={0.05}
          value={point.load}
          ariaLabelForHandle="Load of the accessories"
          onChange={(load) => setTension({ load })}
        />
      </label>
      <label className={fields['line']}>
        <span>Belt</span>
        <Select<BeltCondition>
          aria-label="Condition looked at"
          value={condition ?? own}
          options={(Object.keys(CONDITION_SHARE) as BeltCondition[]).map((each) => ({
            value: each,
            label: each === own ? `${CONDITIONS[each]} (as it is)` : CONDITIONS[each],
          }))}
          onChange={(each) => setTension({ condition: each === own ? null : each })}
        />
      </label>
      {condition !== null && condition !== own && (
        <button
          type="button"
          className={styles['keep']}
          onClick={() => {
            setTension({ condition: null })
            edit('say how a belt is', setBeltCondition(belt.belt.id, condition))
          }}
        >
          This belt is {CONDITIONS[condition]}: keep it so
        </button>
      )}
    </div>
  )
}

/** Engine speeds and loads at which the least tension is looked for. */
const LOADS = [0, 0.5, 1]
const SPEEDS = 8

/** The tension with which nothing slips anywhere between idle and the highest speed. */
function Least({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const { condition } = useTension()
  const { idleRpm, maxRpm } = settled.drive.engine
  const points = Array.from({ length: SPEEDS }, (_, i) => idleRpm + ((maxRpm - idleRpm) * i) / (SPEEDS - 1)).flatMap(
    (rpm) => LOADS.map((load) => ({ rpm, load })),
  )
  const found = leastTensions(settled, points, condition === null ? {} : { condition }).find(
    (each) => each.belt === belt.belt.id,
  )
  if (found?.least == null) return null
  const enough = found.least <= found.now
  return (
    <p className={styles['least']}>
      <VerdictMark verdict={enough ? 'fine' : 'act'} label="" />
      <span>
        {Math.max(0, Math.round(found.least))} N at rest would be enough at every speed and load, with 1.3 times the
        grip in hand (nominal); it is worst at {Math.round(found.at.rpm)} rpm and {Math.round(100 * found.at.load)} %
        load. {enough ? 'There is more than that.' : 'There is less than that.'}
      </span>
    </p>
  )
}
