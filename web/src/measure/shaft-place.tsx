import { CloseOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { useState } from 'react'
import { putShaft, unplaceShaft, type Shaft } from '@emery/core/drive'
import { placeShaftByDistances } from '@emery/core/survey'
import { stampNow } from '../ui/preferences.ts'
import type { EditResult } from '../ui/edit-result.ts'
import { ReadingField } from '../ui/reading-field.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import styles from './measure.module.css'
import { PanelCard, PanelFields } from '../ui/panel.tsx'

const HOW_PLACED = {
  typed: 'typed',
  dragged: 'dragged',
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
    <PanelCard label={`Selected: ${shaft.name}`}>
      <div className={styles['head']}>
        <h2>{shaft.name}</h2>
        <Button
          type="text"
          aria-label="Deselect"
          icon={<CloseOutlined aria-hidden />}
          onClick={() => store.getState().select(null)}
        />
      </div>
      <PlaceFields key={shaft.id} shaft={shaft} />
      <p className={styles['note']}>
        {placed === undefined
          ? shaft.x === null
            ? 'Not placed. Enter coordinates, drag it onto the drawing, or add distances.'
            : 'Placed, method unknown.'
          : `Placed: ${HOW_PLACED[placed.how]}${placed.sigma === undefined ? '' : `, ±${lengths.text(placed.sigma)}`}${placed.by === '' ? '' : `, ${placed.by}`}.`}
      </p>
      {shaft.kind !== 'crank' && shaft.x !== null && (
        <div className={styles['row']}>
          {placed?.how !== 'distances' && (
            <Button
              size="small"
              onClick={() => edit('place a part by distances', placeShaftByDistances(shaft.id, stampNow()))}
            >
              Place by distances
            </Button>
          )}
          <Button size="small" onClick={() => edit('remove a position', unplaceShaft(shaft.id))}>
            Remove position
          </Button>
        </div>
      )}
    </PanelCard>
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
    <PanelFields>
      <ReadingField label="Right" value={now.x} onRead={take('x')} />
      <ReadingField label="Up" value={now.y} onRead={take('y')} />
    </PanelFields>
  )
}
