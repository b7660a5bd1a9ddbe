import { DeleteOutlined, SwapOutlined } from '@ant-design/icons'
import { Button, InputNumber, Select } from 'antd'
import { useState } from 'react'
import {
  newAdjuster,
  putAdjuster,
  removeAdjuster,
  setBeltAdjuster,
  swapEnds,
  type Adjuster,
  type AdjusterKind,
} from '@emery/core'
import type { EditResult } from '../../readings/edit-result.ts'
import { ReadingField } from '../../readings/reading-field.tsx'
import { useBench } from '../bench-context.ts'
import { AdjusterCaution } from '../steps/adjuster-words.tsx'
import panel from '../steps/panel.module.css'
import styles from './measure.module.css'

export const KIND_NAMES: Readonly<Record<AdjusterKind, string>> = {
  'spring-arm': 'spring-loaded arm',
  swing: 'part that swings on a bolt, clamped in a slot',
  slide: 'slide along a slot',
  turnbuckle: 'threaded rod between lug and anchor',
  eccentric: 'eccentric bush',
  shim: 'shims in a split pulley',
}

/** What takes the belts up: each adjuster with its readings, to be pulled on the drawing too, and a new one. */
export function AdjusterPanel() {
  const { settled } = useBench()
  const { adjusters } = settled.drive
  return (
    <>
      {adjusters.map((adjuster) => (
        <OneAdjuster key={adjuster.id} adjuster={adjuster} />
      ))}
      <NewAdjuster />
    </>
  )
}

type LengthKey = 'armLength' | 'from' | 'to' | 'lengthMin' | 'lengthMax' | 'throw' | 'diameterPerShim'
type NumberKey =
  'angleReleased' | 'angleFree' | 'angleFrom' | 'angleTo' | 'direction' | 'preload' | 'rate' | 'shimsFrom' | 'shimsTo'

interface Fields {
  readonly lengths: readonly (readonly [LengthKey, string])[]
  readonly numbers: readonly (readonly [NumberKey, string])[]
}

const FIELDS: Readonly<Record<AdjusterKind, Fields>> = {
  'spring-arm': {
    lengths: [['armLength', 'Arm, pivot to centre']],
    numbers: [
      ['angleReleased', 'Released, °'],
      ['angleFree', 'Far stop, °'],
      ['preload', 'Spring at the far stop, N·m'],
      ['rate', 'Spring, N·m per °'],
    ],
  },
  swing: {
    lengths: [],
    numbers: [
      ['angleFrom', 'Released, °'],
      ['angleTo', 'Taken up, °'],
    ],
  },
  slide: {
    lengths: [
      ['from', 'Released'],
      ['to', 'Taken up'],
    ],
    numbers: [['direction', 'Slot runs toward, °']],
  },
  turnbuckle: {
    lengths: [
      ['lengthMin', 'Rod, released'],
      ['lengthMax', 'Rod, never longer than'],
    ],
    numbers: [],
  },
  eccentric: {
    lengths: [['throw', 'Throw']],
    numbers: [
      ['angleFrom', 'Released, °'],
      ['angleTo', 'Taken up, °'],
    ],
  },
  shim: {
    lengths: [['diameterPerShim', 'Diameter for each shim']],
    numbers: [
      ['shimsFrom', 'Shims, released'],
      ['shimsTo', 'Shims, taken up'],
    ],
  },
}

function OneAdjuster({ adjuster }: { readonly adjuster: Adjuster }) {
  const { store, settled } = useBench()
  const { drive } = settled
  const { edit } = store.getState()
  const { lengths, numbers } = FIELDS[adjuster.kind]
  const on = adjuster.kind === 'shim' ? drive.pulleys.find(({ id }) => id === adjuster.pulley)?.shaft : adjuster.shaft
  const values = adjuster as unknown as Readonly<Record<LengthKey | NumberKey, number>>
  const change =
    (key: LengthKey | NumberKey) =>
    (value: number | null): EditResult =>
      value === null ? { ok: true } : edit('set an adjuster', putAdjuster({ ...adjuster, [key]: value }))
  return (
    <section
      className={panel['section']}
      aria-label={`Adjuster of ${drive.shafts.find(({ id }) => id === on)?.name ?? adjuster.id}`}
    >
      <h2>{drive.shafts.find(({ id }) => id === on)?.name ?? adjuster.id}</h2>
      <p className={panel['soft']}>Kind: {KIND_NAMES[adjuster.kind]}. Pull its handles on the drawing, or type.</p>
      <div className={styles['grid']}>
        {lengths.map(([key, label]) => (
          <ReadingField key={key} label={label} value={values[key]} onRead={change(key)} />
        ))}
        {numbers.map(([key, label]) => (
          <label key={key}>
            {label}
            <InputNumber
              value={values[key]}
              step={key === 'rate' ? 0.05 : 1}
              onChange={(value) => void change(key)(value)}
            />
          </label>
        ))}
      </div>
      <label className={styles['field']}>
        Takes up
        <Select
          mode="multiple"
          aria-label="Belts it takes up"
          value={drive.belts.flatMap(({ id, adjuster: by }) => (by === adjuster.id ? [id] : []))}
          options={drive.belts.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(ids: string[]) =>
            edit('say which belts an adjuster takes up', (draft) => {
              for (const { id, adjuster: by } of [...draft.belts]) {
                if (ids.includes(id)) setBeltAdjuster(id, adjuster.id)(draft)
                else if (by === adjuster.id) setBeltAdjuster(id, null)(draft)
              }
            })
          }
        />
      </label>
      <AdjusterCaution kind={adjuster.kind} />
      <div className={styles['row']}>
        {adjuster.kind !== 'turnbuckle' && adjuster.kind !== 'shim' && (
          <Button
            icon={<SwapOutlined />}
            onClick={() => edit('swap an adjuster’s ends', putAdjuster(swapEnds(adjuster)))}
          >
            Swap its ends
          </Button>
        )}
        <Button icon={<DeleteOutlined />} onClick={() => edit('take an adjuster off', removeAdjuster(adjuster.id))}>
          Take it off
        </Button>
      </div>
    </section>
  )
}

/** Another adjuster on a shaft that has none, with dimensions to start from. */
function NewAdjuster() {
  const { store, settled } = useBench()
  const { drive, places } = settled
  const taken = new Set(drive.adjusters.flatMap((each) => (each.kind === 'shim' ? [] : [each.shaft])))
  const free = drive.shafts.filter(({ id, kind }) => kind !== 'crank' && !taken.has(id) && places.has(id))
  const [shaft, setShaft] = useState<string | null>(null)
  const [kind, setKind] = useState<AdjusterKind>('spring-arm')
  const on = free.find(({ id }) => id === shaft) ?? free.find(({ kind: of }) => of === 'tensioner') ?? free[0]
  const [belt] = drive.belts.filter(({ adjuster }) => adjuster === null)
  const pulley = drive.pulleys.find((each) => each.shaft === on?.id)
  const add = () => {
    if (on === undefined || pulley === undefined) return
    const forBelt = belt ?? drive.belts[0]
    const made = newAdjuster(drive, kind, { shaft: on.id, pulley: pulley.id, belt: forBelt?.id ?? '' })
    if (made !== undefined)
      store.getState().edit('add an adjuster', putAdjuster(made, belt === undefined ? [] : [belt.id]))
  }
  return (
    <section className={panel['section']}>
      <h2 className="heading">Another adjuster</h2>
      {on === undefined ? (
        <p className={panel['soft']}>Give a part its place first; then it can be moved by an adjuster.</p>
      ) : (
        <>
          <div className={styles['grid']}>
            <label>
              It moves
              <Select
                aria-label="What it moves"
                value={on.id}
                options={free.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={setShaft}
              />
            </label>
            <label>
              It is a
              <Select
                aria-label="What kind it is"
                value={kind}
                popupMatchSelectWidth={false}
                options={(Object.keys(KIND_NAMES) as AdjusterKind[]).map((value) => ({
                  value,
                  label: KIND_NAMES[value],
                }))}
                onChange={setKind}
              />
            </label>
          </div>
          <Button size="large" onClick={add}>
            Add it
          </Button>
        </>
      )}
    </section>
  )
}
