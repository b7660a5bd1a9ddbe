import type { LengthStyle } from '@emery/core/units'
import { usePreferences } from '../ui/preferences.ts'
import styles from './shell.module.css'

const CHOICES: readonly { readonly value: LengthStyle; readonly label: string }[] = [
  { value: 'mm', label: 'mm' },
  { value: 'inch', label: 'inch' },
]

/** Millimetres or inch fractions, for everything on every screen. */
export function UnitSwitch() {
  const { units, setUnits } = usePreferences()
  return (
    <div role="radiogroup" aria-label="Units" className={styles['units']}>
      {CHOICES.map(({ value, label }) => (
        <label key={value} data-chosen={units === value}>
          <input type="radio" name="units" value={value} checked={units === value} onChange={() => setUnits(value)} />
          {label}
        </label>
      ))}
    </div>
  )
}
