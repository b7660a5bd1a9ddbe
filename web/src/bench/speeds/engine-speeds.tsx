import { InputNumber } from 'antd'
import { useState } from 'react'
import { ENGINE_SPEEDS, engineSpeedRefusal, setEngineSpeed, type EngineSpeed } from '@emery/core'
import { useBench } from '../bench-context.ts'
import styles from './speeds.module.css'

const LABELS: Readonly<Record<EngineSpeed, string>> = { idleRpm: 'Idle', cruiseRpm: 'Cruise', maxRpm: 'Most' }

/** The engine speeds the drive is judged at; what cannot be is refused in a sentence, and the old number stays. */
export function EngineSpeeds() {
  const { store, settled } = useBench()
  const { engine } = settled.drive
  const [refusal, setRefusal] = useState<string | null>(null)
  const change = (key: EngineSpeed, rpm: number) => {
    const { drive, edit } = store.getState()
    const why = engineSpeedRefusal(drive, key, rpm)
    setRefusal(why ?? null)
    if (why !== undefined || rpm === drive.engine[key]) return
    const result = edit('change an engine speed', setEngineSpeed(key, rpm))
    if (!result.ok) setRefusal(`${LABELS[key]} ${result.message}.`)
  }
  return (
    <>
      <div className={styles['engine']}>
        {ENGINE_SPEEDS.map((key) => (
          <label key={`${key} ${engine[key]}`}>
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
    </>
  )
}
