import { CloseOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { useState } from 'react'
import { placeShaftByDistances, putShaft, unplaceShaft, type Shaft } from '@emery/core'
import { stampNow } from '../../app/preferences.ts'
import type { EditResult } from '../../readings/edit-result.ts'
import { ReadingField } from '../../readings/reading-field.tsx'
import { useLengths } from '../../readings/use-lengths.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import styles from './measure.module.css'

const HOW_PLACED = {
  typed: 'typed',
  dragged: 'pulled there',
  photo: 'from the photo',
  distances: 'from distances',
  file: 'from a file',
} as const

/** The shaft in hand: its place in numbers, how it is known, and how it could be known instead. */
export function ShaftPlace() {
  const { store, settled } = useBench()
  const selected = useBenchState((state) => state.selected)
  const lengths = useLengths()
  const pulley = settled.drive.pulleys.find(({ id }) => id === selected)
  const shaft = settled.drive.shafts.find(({ id }) => id === pulley?.shaft)
  if (shaft === undefined) return null
  const { edit } = store.getState()
  const { placed } = shaft
  return (
    <section className={panel['card']} aria-label={`In hand: ${shaft.name}`}>
      <div className={styles['head']}>
        <h2>{shaft.name}</h2>
        <Button
          type="text"
          aria-label="Let go"
          icon={<CloseOutlined />}
          onClick={() => store.getState().select(null)}
        />
      </div>
      <PlaceFields key={shaft.id} shaft={shaft} />
      <p className={styles['note']}>
        {placed === undefined
          ? shaft.x === null
            ? 'No place yet: type it, pull it onto the drawing, or give distances.'
            : 'Placed, nobody said how.'
          : `Placed: ${HOW_PLACED[placed.how]}${placed.sigma === undefined ? '' : `, ±${lengths.text(placed.sigma)}`}${placed.by === '' ? '' : `, ${placed.by}`}.`}
      </p>
      {shaft.kind !== 'crank' && shaft.x !== null && (
        <div className={styles['row']}>
          {placed?.how !== 'distances' && (
            <Button
              size="small"
              onClick={() => edit('let distances place a part', placeShaftByDistances(shaft.id, stampNow()))}
            >
              Let distances decide
            </Button>
          )}
          <Button size="small" onClick={() => edit('forget a place', unplaceShaft(shaft.id))}>
            Forget its place
          </Button>
        </div>
      )}
    </section>
  )
}

/** Right and up; a place that is not known yet is taken once both are typed. */
function PlaceFields({ shaft }: { readonly shaft: Shaft }) {
  const { store } = useBench()
  const [half, setHalf] = useState<{ readonly x: number | null; readonly y: number | null }>({ x: null, y: null })
  const now = { x: shaft.x ?? half.x, y: shaft.y ?? half.y }
  const take =
    (axis: 'x' | 'y') =>
    (value: number | null): EditResult => {
      if (value === null) return { ok: true }
      const next = { ...now, [axis]: value }
      setHalf(next)
      if (next.x === null || next.y === null) return { ok: true }
      return store.getState().edit('place a part', putShaft(shaft.id, { x: next.x, y: next.y }, 'typed', stampNow()))
    }
  return (
    <div className={panel['fields']}>
      <ReadingField label="Right" value={now.x} onRead={take('x')} />
      <ReadingField label="Up" value={now.y} onRead={take('y')} />
    </div>
  )
}
