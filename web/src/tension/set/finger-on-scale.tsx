import { Button, InputNumber } from 'antd'
import { useState } from 'react'
import { fingerFromScale } from '@emery/core/tension'
import { usePreferences } from '../../ui/preferences.ts'
import fields from '../../ui/fields.module.css'
import styles from '../tension.module.css'
import { useUnits } from '../../ui/use-units.ts'

const PRESSES = 3
const KG_PER_LB = 0.45359237

/** Tries the finger of whoever works here on a scale, so that its force is no guess. */
export function FingerOnScale() {
  const units = useUnits()
  const { fingers, person, units: lengths, setFinger } = usePreferences()
  const finger = fingers[person]
  const [open, setOpen] = useState(false)
  const [presses, setPresses] = useState<readonly (number | null)[]>(Array<null>(PRESSES).fill(null))
  const unit = lengths === 'mm' ? 'kg' : 'lb'
  const found = fingerFromScale(presses.map((each) => (each ?? 0) * (unit === 'kg' ? 1 : KG_PER_LB)))
  if (!open)
    return (
      <p className="soft">
        {finger === undefined
          ? 'Finger force varies by half from person to person. '
          : `Your finger presses with ${units.force.text(finger.force)}, a ${Math.round(100 * finger.share)} % more or less. `}
        <button type="button" className={styles['keep']} onClick={() => setOpen(true)}>
          Test it on a scale
        </button>
      </p>
    )
  return (
    <div className={styles['scale']} role="group" aria-label="Finger force on a scale">
      <p>Press a kitchen or parcel scale {PRESSES} times, as you would press a belt, and enter what it shows.</p>
      <div className={fields['three']}>
        {presses.map((press, i) => (
          <label key={i}>
            Press {i + 1}
            <InputNumber
              aria-label={`Press ${i + 1}, ${unit}`}
              suffix={unit}
              min={0}
              max={50}
              step={0.1}
              value={press}
              onChange={(next) => setPresses(presses.map((each, k) => (k === i ? next : each)))}
            />
          </label>
        ))}
      </div>
      <div className={styles['buttons']}>
        <Button
          type="primary"
          disabled={found === null}
          onClick={() => {
            setFinger(found)
            setOpen(false)
          }}
        >
          {found === null
            ? 'At least two presses are needed'
            : `My finger presses with ${units.force.text(found.force)}`}
        </Button>
        {finger !== undefined && (
          <Button
            onClick={() => {
              setFinger(null)
              setOpen(false)
            }}
          >
            Delete it
          </Button>
        )}
        <Button onClick={() => setOpen(false)}>Cancel</Button>
      </div>
    </div>
  )
}
