import { Button, InputNumber, Select, Slider } from 'antd'
import { useState } from 'react'
import { CHOSEN_USES, setEngineFact, setVehicleUse, type ChosenUse, type VehicleUse } from '@emery/core/drive'
import {
  confirmEngineSpeeds,
  ENGINE_SPEEDS,
  engineSpeedRefusal,
  nominalSpeeds,
  setEngineSpeed,
  speedsAt,
  type EngineSpeed,
} from '@emery/core/speeds'
import { FigureField } from '../bench/panels/figure-field.tsx'
import fields from '../ui/fields.module.css'
import { NO_BUBBLE } from '../ui/slider.ts'
import { Term } from '../ui/term.tsx'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import styles from './speeds.module.css'
import { useSpeeds } from './use-speeds.ts'
import { PanelSection } from '../ui/panel.tsx'

const LABELS: Readonly<Record<EngineSpeed, string>> = { idleRpm: 'Idle', cruiseRpm: 'Cruise', maxRpm: 'Maximum' }

export const USE_NAMES: Readonly<Record<VehicleUse['of'], string>> = {
  town: 'Town: a lot of idling',
  motorway: 'Motorway: long at cruise',
  towing: 'Towing',
  'hill-climb': 'Hill-climb: near the top',
  stationary: 'Stationary, one speed',
  own: 'As entered',
}

/** The engine: its speeds, how the vehicle is used, and the speed that is looked at. */
export function EngineSpeeds() {
  const { store, settled } = useBench()
  const { engine } = settled.drive
  const { rpm, use, bins } = useSpeeds()
  const at = speedsAt(settled, rpm)
  const beltName = (id: string) => settled.drive.belts.find((belt) => belt.id === id)?.name || id
  const { edit, setSpeeds, showWorking } = store.getState()
  const chooseUse = (of: VehicleUse['of']) => {
    if (of === use.of) return
    // What was chosen last is what an own use begins from.
    edit('change the vehicle use', setVehicleUse(of === 'own' ? { of, bins: [...bins] } : { of }))
  }
  return (
    <PanelSection title="Engine" className={styles['engine']}>
      <SpeedFields />
      <EngineKind />
      <label className={fields['line']}>
        <span>Used for</span>
        <Select<VehicleUse['of']>
          aria-label="Vehicle use"
          value={use.of}
          options={[...CHOSEN_USES, 'own' as const].map((of: ChosenUse | 'own') => ({
            value: of,
            label: USE_NAMES[of],
          }))}
          onChange={chooseUse}
        />
      </label>
      {settled.drive.use === undefined && (
        <p className="soft">The vehicle use is not known. Speeds are judged for town use (nominal).</p>
      )}
      <label className={fields['slider']}>
        <span>
          At <b className="figures">{Math.round(rpm)}</b> engine rpm
        </span>
        <Slider
          tooltip={NO_BUBBLE}
          min={0}
          max={engine.maxRpm}
          step={10}
          value={rpm}
          ariaLabelForHandle="Engine speed shown, rpm"
          onChange={(engineRpm) => setSpeeds({ engineRpm })}
        />
      </label>
      <ul className={styles['beltSpeeds']}>
        {at.belts.map(({ belt, speed }) => (
          <li key={belt}>
            {beltName(belt)} runs at{' '}
            <button
              type="button"
              className="figures"
              aria-label={`Working of the speed of ${beltName(belt)}`}
              onClick={() => showWorking({ of: 'belt speed', belt, engineRpm: rpm })}
            >
              {speed.toFixed(1)} m/s
            </button>
          </li>
        ))}
      </ul>
    </PanelSection>
  )
}

/** How often the engine fires follows from these; nobody has to know them. */
function EngineKind() {
  const { store, settled } = useBench()
  const { cylinders, strokes } = settled.drive.engine
  const { edit } = store.getState()
  return (
    <div className={fields['two']}>
      <FigureField
        what="say how many cylinders it has"
        label="Cylinders"
        value={cylinders ?? null}
        onRead={(value) => setEngineFact('cylinders', value)}
      />
      <label>
        Strokes
        <Select
          aria-label="Strokes"
          value={strokes ?? null}
          options={[
            { value: null, label: 'not known' },
            { value: 4, label: '4' },
            { value: 2, label: '2' },
          ]}
          onChange={(value: 2 | 4 | null) => edit('say how many strokes it has', setEngineFact('strokes', value))}
        />
      </label>
    </div>
  )
}

/** The engine speeds the drive is judged at; what cannot be is refused in a sentence, and the old number stays. */
function SpeedFields() {
  const { store, settled } = useBench()
  const { engine } = settled.drive
  const { edit } = store.getState()
  const nominal = nominalSpeeds(engine)
  const [refusal, setRefusal] = useState<string | null>(null)
  const change = (key: EngineSpeed, rpm: number) => {
    const { drive, edit } = store.getState()
    const why = engineSpeedRefusal(drive, key, rpm)
    setRefusal(why ?? null)
    const isRead = !nominalSpeeds(drive.engine).includes(key)
    if (why !== undefined || (rpm === drive.engine[key] && isRead)) return
    const result = edit('change an engine speed', setEngineSpeed(key, rpm))
    if (!result.ok) setRefusal(`${LABELS[key]} ${result.message}.`)
  }
  return (
    <>
      <div className={fields['three']}>
        {ENGINE_SPEEDS.map((key) => (
          <label key={`${key} ${engine[key]}`} data-assumed={nominal.includes(key)}>
            {LABELS[key]}, rpm
            <InputNumber
              defaultValue={engine[key]}
              precision={0}
              step={50}
              onBlur={(event) => change(key, Number(event.target.value))}
              onPressEnter={(event) => change(key, Number((event.target as HTMLInputElement).value))}
              onStep={(rpm) => change(key, rpm)}
            />
          </label>
        ))}
      </div>
      {refusal !== null && <p role="alert">{refusal}</p>}
      {nominal.length > 0 && (
        <p className={styles['nominal']}>
          <span>
            <VerdictMark verdict="unknown" label="" /> <Term of="nominal">Nominal</Term>, not read:{' '}
            {nominal.map((key) => LABELS[key].toLowerCase()).join(', ')}. Nothing is called right at them.
          </span>
          <Button onClick={() => edit('confirm the engine speeds', confirmEngineSpeeds())}>They are right</Button>
        </p>
      )}
    </>
  )
}
