import { Segmented } from 'antd'
import { SHOWN_UNITS, type ShownQuantity } from '@emery/core/units'
import { usePreferences } from '../ui/preferences.ts'
import styles from './people.module.css'

const QUANTITIES: Readonly<Record<ShownQuantity, string>> = {
  force: 'Force',
  torque: 'Torque',
  distance: 'Distance',
}

/** In which units a person sees forces, torques and distances; a unit typed behind a number always wins. */
export function UnitsChosen() {
  const { shown, setShown } = usePreferences()
  return (
    <div className={styles['unitsChosen']}>
      {(Object.keys(QUANTITIES) as ShownQuantity[]).map((quantity) => (
        <label key={quantity}>
          {QUANTITIES[quantity]}
          <Segmented<string>
            aria-label={`Unit of ${QUANTITIES[quantity].toLowerCase()}`}
            value={shown[quantity]}
            options={[...SHOWN_UNITS[quantity]]}
            onChange={(unit) => setShown({ ...shown, [quantity]: unit })}
          />
        </label>
      ))}
    </div>
  )
}
