import { Button, Select } from 'antd'
import { useState } from 'react'
import { onlyLeads, setMinWrap, setShaftFact, type Shaft } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import {
  loadKnown,
  ownTorque,
  plateOf,
  setBearingLimit,
  setRating,
  setTorque,
  type BeltTension,
  type LoadKnown,
  type RatingKey,
} from '@emery/core/tension'
import { useBench } from '../bench/bench-context.ts'
import { FigureField } from '../bench/panels/figure-field.tsx'
import { useTension } from '../bench/use-tension.ts'
import fields from '../ui/fields.module.css'
import { PanelSection } from '../ui/panel.tsx'
import { Term } from '../ui/term.tsx'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useSpeedOf } from './use-speed-of.ts'
import styles from './tension.module.css'
import { useUnits } from '../ui/use-units.ts'

const PLATE_LABELS: Readonly<Record<RatingKey, string>> = {
  amps: 'Rated current, A',
  volts: 'Voltage, V',
  bar: 'Highest pressure, bar',
  cm3PerTurn: 'cm³ per turn',
  kW: 'Power, kW',
  atRpm: 'at its own rpm',
}

interface LoadsProps {
  readonly belt: SettledBelt
  readonly running: BeltTension
}

/** What each part of a belt takes from it, how far that is known, and where it is entered. */
export function Loads({ belt, running }: LoadsProps) {
  const { settled } = useBench()
  const [open, setOpen] = useState<string | null>(null)
  const driver = running.pulleys.find(({ torque }) => torque === 0)?.pulley
  const shafts = belt.pulleys
    .filter(({ id }) => id !== driver)
    .flatMap(({ shaft: id }) => settled.drive.shafts.find((shaft) => shaft.id === id) ?? [])
    .filter(({ kind }) => kind !== 'crank' && !onlyLeads(kind))
  if (shafts.length === 0) return null
  return (
    <PanelSection title="Loads">
      <ul className={styles['loads']} aria-label="Loads">
        {shafts.map((shaft) => (
          <OneLoad
            key={shaft.id}
            shaft={shaft}
            open={open === shaft.id}
            onToggle={() => setOpen(open === shaft.id ? null : shaft.id)}
          />
        ))}
      </ul>
    </PanelSection>
  )
}

interface OneLoadProps {
  readonly shaft: Shaft
  readonly open: boolean
  readonly onToggle: () => void
}

function OneLoad({ shaft, open, onToggle }: OneLoadProps) {
  const units = useUnits()
  const { rules } = useBench()
  const { point } = useTension()
  const rpm = useSpeedOf(shaft.id)
  const known = loadKnown(shaft)
  const torque = rpm === null ? null : ownTorque(shaft, rpm, point.load, rules)
  const name = shaft.name === '' ? shaft.id : shaft.name
  return (
    <li>
      <span>
        <b>{name}</b> {torque !== null && <span className="figures">{units.torque.text(torque)}</span>}{' '}
        <Known known={known} />
      </span>
      <Button aria-expanded={open} aria-label={`Load of ${name}`} onClick={onToggle}>
        {open ? 'Done' : 'Enter'}
      </Button>
      {open && <LoadFields shaft={shaft} />}
    </li>
  )
}

function Known({ known }: { readonly known: LoadKnown }) {
  if (known === 'read') return null
  if (known === 'nominal')
    return (
      <span className="soft">
        <Term of="nominal">nominal</Term> for its kind
      </span>
    )
  return (
    <span>
      <VerdictMark verdict="unknown" label="" /> not known
    </span>
  )
}

/** What stands on the part, its torque as somebody read it, and what its bearing takes. */
function LoadFields({ shaft }: { readonly shaft: Shaft }) {
  const { kind, id, rating, load, maxSideLoad } = shaft
  const light = load?.light.length === 1 ? (load.light[0]?.[1] ?? null) : null
  const heavy = load?.heavy.length === 1 ? (load.heavy[0]?.[1] ?? null) : null
  const isCurve = load !== undefined && heavy === null
  return (
    <div className={styles['loadFields']}>
      <p className="soft">From its plate:</p>
      <div className={fields['two']}>
        {plateOf(kind).map((key) => (
          <FigureField
            what="enter a load"
            key={key}
            label={PLATE_LABELS[key]}
            value={rating?.[key] ?? null}
            onRead={(value) => setRating(id, key, value)}
          />
        ))}
      </div>
      <p className="soft">
        {isCurve ? 'A torque over its speed is kept with the drive; a figure here takes its place.' : 'Or its torque:'}
      </p>
      <div className={fields['two']}>
        <FigureField
          what="enter a load"
          label="Light, N·m"
          value={light}
          onRead={(value) => setTorque(id, torqueFrom(value, heavy))}
        />
        <FigureField
          what="enter a load"
          label="Heavy, N·m"
          value={heavy}
          onRead={(value) => setTorque(id, torqueFrom(light, value))}
        />
      </div>
      <Pulley shaft={shaft} />
      <div className={fields['two']}>
        <FigureField
          what="enter a load"
          label="Bearing limit, N"
          value={maxSideLoad ?? null}
          onRead={(value) => setBearingLimit(id, value)}
        />
        <FigureField
          what="enter a least wrap"
          label="Least wrap, °"
          placeholder="nominal"
          value={shaft.minWrap ?? null}
          onRead={(value) => setMinWrap(id, value)}
        />
      </div>
    </div>
  )
}

const CLUTCH_NAMES = {
  none: 'Fixed',
  'one-way': 'Turns freely one way',
  decoupler: 'Over a spring (decoupler)',
} as const

/** kg·cm² in a kg·m². */
const CM2_PER_M2 = 1e4

/** How the part hangs on its pulley, and how heavy it is to speed up. */
function Pulley({ shaft: { id, clutch, inertia } }: { readonly shaft: Shaft }) {
  const { store } = useBench()
  return (
    <div className={fields['two']}>
      <label>
        Its pulley
        <Select<keyof typeof CLUTCH_NAMES>
          aria-label="Its pulley"
          value={clutch ?? 'none'}
          options={(Object.keys(CLUTCH_NAMES) as (keyof typeof CLUTCH_NAMES)[]).map((value) => ({
            value,
            label: CLUTCH_NAMES[value],
          }))}
          onChange={(value) =>
            store
              .getState()
              .edit('say how a pulley is fixed', setShaftFact(id, 'clutch', value === 'none' ? null : value))
          }
        />
      </label>
      <FigureField
        what="enter an inertia"
        label="Inertia, kg·cm²"
        value={inertia === undefined ? null : inertia * CM2_PER_M2}
        onRead={(value) => setShaftFact(id, 'inertia', value === null ? null : value / CM2_PER_M2)}
      />
    </div>
  )
}

/** A torque of which one end is told: heavy is at least light, and what is not told is none. */
function torqueFrom(light: number | null, heavy: number | null) {
  if (light === null && heavy === null) return null
  return { light: light ?? 0, heavy: Math.max(heavy ?? 0, light ?? 0) }
}
