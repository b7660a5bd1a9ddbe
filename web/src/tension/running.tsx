import { Checkbox, Select, Slider } from 'antd'
import type { SettledBelt } from '@emery/core/path'
import { ruleKey, ruleWords } from '@emery/core/rules'
import { familyOf } from '@emery/core/sections'
import { nominalSpeeds } from '@emery/core/speeds'
import {
  CONDITION_SHARE,
  inertiaOf,
  minTensions,
  setBeltCondition,
  type BeltCondition,
  type BeltTension,
  type TensionSource,
  reserveVerdict,
  RESERVE,
  throttleBlip,
} from '@emery/core/tension'
import fields from '../ui/fields.module.css'
import { NO_BUBBLE } from '../ui/slider.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { Term } from '../ui/term.tsx'
import { PanelSection, PanelTable } from '../ui/panel.tsx'
import styles from './tension.module.css'
import { Loads } from './loads.tsx'
import { useTension } from '../bench/use-tension.ts'
import { useUnits, type Units } from '../ui/use-units.ts'

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
  const units = useUnits()
  const { store, settled } = useBench()
  const { point, condition } = useTension()
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const { worst } = running
  const toothed = worst.gripReserve === Infinity
  return (
    <>
      <PanelSection title="What slips first">
        <p className={styles['first']}>
          <VerdictMark verdict={reserveVerdict(worst.gripReserve)} size={18} />
          <span>
            {toothed ? (
              'A toothed belt does not slip; teeth jump first.'
            ) : worst.gripReserve === null ? (
              <>
                <b>Not known.</b>{' '}
                {running.loads === 'unknown'
                  ? `What ${nameOf(worst.pulley)} takes from the belt is not known. Enter it below.`
                  : 'The tensioner’s spring is not read. Read or confirm it in Measure.'}
              </>
            ) : worst.gripReserve === 0 ? (
              <>
                <b>{nameOf(worst.pulley)} slips:</b> at this speed the belt lifts off the pulley.
              </>
            ) : worst.gripReserve < 1 ? (
              <>
                <b>{nameOf(worst.pulley)} slips.</b> It needs {(1 / worst.gripReserve).toFixed(2)} times the available
                grip.
              </>
            ) : (
              <>
                <b>{nameOf(worst.pulley)}</b>, with <b className="figures">{worst.gripReserve.toFixed(1)}</b> times the
                grip it needs.
              </>
            )}
          </span>
        </p>
        <p className="soft">
          {sourceWords(running.source, units)} {running.loads === 'nominal' && 'A load is nominal: see below. '}
          {nominalSpeeds(settled.drive.engine).length > 0 && 'Nobody has read this engine’s speeds: they are nominal. '}
          {!toothed && worst.gripReserve !== null && (
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
        <Least belt={belt} source={running.source} />
      </PanelSection>
      <Loads belt={belt} running={running} />
      <PanelSection title="Spans and bearings">
        <PanelTable>
          <thead>
            <tr>
              <th scope="col">pulley</th>
              <th scope="col">
                <Term of="span">span</Term> after, {units.force.unit}
              </th>
              <th scope="col">
                <Term of="grip">grip</Term>, times
              </th>
              <th scope="col">
                <Term of="hubLoad">bearing</Term>, {units.force.unit}
              </th>
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
                  <td className="figures">{units.force.bare(running.spans[i] ?? 0)}</td>
                  <td className="figures">
                    <span className={styles['cell']}>
                      {gripUse === null ? '?' : gripUse === 0 ? '–' : gripUse === Infinity ? '0' : atMost(1 / gripUse)}
                      {gripUse !== null && gripUse > 1 / RESERVE.watch && (
                        <VerdictMark verdict={reserveVerdict(1 / gripUse)} size={12} />
                      )}
                    </span>
                  </td>
                  <td className="figures">
                    <span className={styles['cell']}>
                      {units.force.bare(hubLoad)}
                      {over && (
                        <VerdictMark
                          verdict="act"
                          size={12}
                          label={`its bearing limit is ${units.force.text(shaft.maxSideLoad ?? 0)}: ${Math.round(100 * (hubLoad / (shaft.maxSideLoad ?? 1) - 1))} % too much`}
                        />
                      )}
                    </span>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </PanelTable>
        <p className="soft">
          The belt runs at {running.beltSpeed.toFixed(1)} m/s; centrifugal force takes {Math.round(running.centrifugal)}{' '}
          N from every span.{running.loads === 'unknown' && ' A load is not known: the spans are those at rest.'}
        </p>
      </PanelSection>
    </>
  )
}

/** Beyond this many times nobody asks for digits. */
function atMost(reserve: number): string {
  return reserve > 99 ? '> 99' : reserve.toFixed(1)
}

function sourceWords(source: TensionSource, units: Units): string {
  const n = units.force.text(source.tension)
  switch (source.of) {
    case 'spring':
      if (source.assumed) return 'Its tensioner’s spring is assumed, not read.'
      return `Its tensioner’s spring holds ${n} in the spans beside it.`
    case 'strain':
      return `It is stretched over fixed centres, which gives ${n}.`
    case 'set':
      return `It was set to ${n}.`
    case 'book':
      return `The set tension is not known. ${n} is used, which the vehicle’s book asks for.`
    case 'nominal':
      return `The set tension is not known. ${n} is used, the value for a used belt (nominal).`
  }
}

/** Engine speed, load and condition to look at. */
function Point({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const { point, condition, blip } = useTension()
  const { setTension, edit } = store.getState()
  const own = belt.belt.condition ?? 'dry'
  return (
    <div className={styles['point']}>
      <label className={fields['slider']}>
        <span>
          At <b className="figures">{Math.round(point.rpm)}</b> engine rpm
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
      <Checkbox
        className={styles['blip'] ?? ''}
        checked={blip}
        onChange={({ target }) => setTension({ blip: target.checked })}
      >
        Throttle blip
      </Checkbox>
      {blip && <BlipWords belt={belt} />}
      <label className={fields['line']}>
        <span>Belt</span>
        <Select<BeltCondition>
          aria-label="Belt condition shown"
          value={condition ?? own}
          options={(Object.keys(CONDITION_SHARE) as BeltCondition[]).map((each) => ({
            value: each,
            label: each === own ? `${CONDITIONS[each]} (now)` : CONDITIONS[each],
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
            edit('set a belt’s condition', setBeltCondition(belt.belt.id, condition))
          }}
        >
          This belt is {CONDITIONS[condition]}: save
        </button>
      )}
    </div>
  )
}

/** How hard a throttle blip pulls, and whose inertia that counts. */
function BlipWords({ belt }: { readonly belt: SettledBelt }) {
  const { settled, rules } = useBench()
  const { point } = useTension()
  const heavy = belt.pulleys.flatMap(({ shaft: id }) => {
    const shaft = settled.drive.shafts.find((each) => each.id === id)
    const inertia = shaft === undefined ? null : inertiaOf(shaft, rules)
    return shaft === undefined || inertia === null ? [] : [{ name: shaft.name || shaft.id, ...inertia }]
  })
  return (
    <p className="soft" role="note">
      The engine speeds up by {point.throttle} rpm a second ({ruleWords(rules, ruleKey.throttleBlip)}).{' '}
      {heavy.length === 0
        ? 'No part of this belt has an inertia that is known: enter one under Loads.'
        : `Counted: the inertia of ${heavy.map(({ name, known }) => `${name}${known === 'nominal' ? ' (nominal)' : ''}`).join(', ')}. Other parts are left out until theirs is entered under Loads.`}
    </p>
  )
}

/** Engine speeds and loads at which the least tension is looked for. */
const LOADS = [0, 0.5, 1]
const SPEEDS = 8

const HAS_WORDS = {
  fine: 'The belt has more than that.',
  act: 'The belt has less than that.',
  unknown: 'What the belt is set to is not known. Measure it under Set tension.',
} as const

/** The tension with which nothing slips anywhere between idle and the highest speed. */
function Least({ belt, source }: { readonly belt: SettledBelt; readonly source: TensionSource }) {
  const units = useUnits()
  const { settled, rules } = useBench()
  const { condition, blip } = useTension()
  const { idleRpm, maxRpm } = settled.drive.engine
  const points = Array.from({ length: SPEEDS }, (_, i) => idleRpm + ((maxRpm - idleRpm) * i) / (SPEEDS - 1)).flatMap(
    (rpm) => LOADS.map((load) => (blip ? throttleBlip({ rpm, load }, rules) : { rpm, load })),
  )
  const found = minTensions(settled, points, condition === null ? {} : { condition }).find(
    (each) => each.belt === belt.belt.id,
  )
  // Slip is not what sets a toothed belt: a slack one jumps teeth long before a smooth pulley slips on its back.
  if (familyOf(belt.belt.section).meshes)
    return (
      <p className="soft">
        How tight a toothed belt has to be follows from when it jumps teeth, not from grip. Set it to the service data.
      </p>
    )
  if (found?.min == null) return null
  // What stands in for a tension that nobody has set is no tension that the belt has.
  const has = source.of === 'nominal' ? 'unknown' : found.min <= found.now ? 'fine' : 'act'
  return (
    <p className={styles['least']}>
      <VerdictMark verdict={has} label="" />
      <span>
        {units.force.text(Math.max(0, found.min))} at rest would be enough at every speed and load
        {blip && ', throttle blipped'}, with 1.3 times the grip needed (nominal). The worst point is{' '}
        {Math.round(found.at.rpm)} rpm and {Math.round(100 * found.at.load)} % load. {HAS_WORDS[has]}
      </span>
    </p>
  )
}
