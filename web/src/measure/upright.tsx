import { Select } from 'antd'
import { useState } from 'react'
import { setUpright } from '@emery/core/survey'
import { stampNow } from '../ui/preferences.ts'
import { useBench } from '../bench/bench-context.ts'
import styles from './measure.module.css'
import { useNames } from './use-names.ts'

/** Directions as a clock has them: twelve is straight up. */
const CLOCK = Array.from({ length: 12 }, (_, i) => ({ value: 90 - 30 * i, label: `${i === 0 ? 12 : i} o’clock` }))

/** A tape says nothing of which way is up; a clock face does. */
export function Upright() {
  const { store, settled } = useBench()
  const names = useNames()
  const { drive } = settled
  const crank = drive.shafts.find(({ kind }) => kind === 'crank')
  const others = drive.shafts.filter(({ id, placed }) => id !== crank?.id && placed?.how === 'distances')
  const held = drive.shafts.some(({ id, x, placed }) => id !== crank?.id && x !== null && placed?.how !== 'distances')
  const [chosen, setChosen] = useState<string | null>(null)
  const of = others.find(({ id }) => id === chosen) ?? others[0]
  if (crank === undefined || of === undefined || held) return null
  const angle = (Math.atan2((of.y ?? 0) - (crank.y ?? 0), (of.x ?? 0) - (crank.x ?? 0)) * 180) / Math.PI
  const nearest = CLOCK.find(({ value }) => Math.abs(((value - angle + 540) % 360) - 180) < 0.5)
  return (
    <div className={styles['grid']}>
      <label>
        Seen from the {crank.name.toLowerCase()},
        <Select
          aria-label="Which part"
          value={of.id}
          options={others.map(({ id }) => ({ value: id, label: names.shaft(id) }))}
          onChange={setChosen}
        />
      </label>
      <label>
        is at
        <Select
          aria-label="Position"
          value={nearest?.value ?? null}
          placeholder="turn the drawing"
          options={CLOCK}
          onChange={(direction) =>
            store.getState().edit('turn the drawing', setUpright(crank.id, of.id, direction, stampNow()))
          }
        />
      </label>
    </div>
  )
}
