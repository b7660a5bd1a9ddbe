import { DeleteOutlined, SwapOutlined } from '@ant-design/icons'
import { Button, Select } from 'antd'
import { useState } from 'react'
import {
  ADJUSTER_KINDS,
  isAssumed,
  kindOf,
  movedShaft,
  resizedPulley,
  type Adjuster,
  type AdjusterKind,
} from '@emery/core/adjusters'
import { confirmAdjuster, putAdjuster, readAdjuster, removeAdjuster, setBeltAdjuster } from '@emery/core/drive'
import { newAdjuster } from '@emery/core/measure'
import { ReadingField } from '../ui/reading-field.tsx'
import { useBench } from '../bench/bench-context.ts'
import { FigureField } from '../bench/panels/figure-field.tsx'
import { AdjusterCaution } from '../bench/panels/adjuster-words.tsx'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { PanelSection } from '../ui/panel.tsx'
import { PointerMarks, TensionerMarks } from './pointer-marks.tsx'
import { ShimThickness } from './shim-thickness.tsx'
import styles from './measure.module.css'

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
      <TensionerMarks />
    </>
  )
}

function OneAdjuster({ adjuster }: { readonly adjuster: Adjuster }) {
  const { store, settled } = useBench()
  const { drive } = settled
  const { edit } = store.getState()
  const kind = kindOf(adjuster)
  const on = movedShaft(adjuster) ?? drive.pulleys.find(({ id }) => id === resizedPulley(adjuster))?.shaft
  const swapped = kind.swapped(adjuster)
  const values = adjuster as unknown as Readonly<Record<string, number>>
  const shaft = movedShaft(adjuster)
  const hasHandles = shaft !== null && settled.places.has(shaft)
  const isNotRead = (key: string) => adjuster.assumed?.includes(key) === true
  return (
    <PanelSection label={`Adjuster of ${drive.shafts.find(({ id }) => id === on)?.name ?? adjuster.id}`}>
      <h2>{drive.shafts.find(({ id }) => id === on)?.name ?? adjuster.id}</h2>
      <p className="soft">
        Kind: {kind.name}. {hasHandles ? 'Drag its handles on the drawing, or type.' : 'Type what was read.'}
      </p>
      {isAssumed(adjuster) && (
        <p className={styles['assumed']}>
          <span>
            <VerdictMark verdict="unknown" label="" /> Not read yet, only drawn: {notRead(adjuster)}. No advice rests on
            it.
          </span>
          <Button onClick={() => edit('confirm an adjuster', confirmAdjuster(adjuster.id))}>It is as drawn</Button>
        </p>
      )}
      <div className={styles['grid']}>
        {pointsOf(adjuster).flatMap(({ key, label, at }) =>
          (['x', 'y'] as const).map((axis) => (
            <ReadingField
              key={`${key} ${axis}`}
              label={`${label}, ${axis === 'x' ? 'right' : 'up'}`}
              value={at[axis]}
              assumed={isNotRead(key)}
              onRead={(value) =>
                value === null
                  ? { ok: true }
                  : edit('set an adjuster', readAdjuster(adjuster.id, key, axis === 'x' ? { x: value } : { y: value }))
              }
            />
          )),
        )}
        {kind.fields.map(({ key, label, is }) =>
          is === 'length' ? (
            <ReadingField
              key={key}
              label={label}
              value={values[key] ?? null}
              assumed={isNotRead(key)}
              onRead={(value) =>
                value === null ? { ok: true } : edit('set an adjuster', readAdjuster(adjuster.id, key, value))
              }
            />
          ) : (
            <FigureField
              key={key}
              what="set an adjuster"
              label={label}
              value={values[key] ?? null}
              assumed={isNotRead(key)}
              onRead={(value) => (value === null ? () => undefined : readAdjuster(adjuster.id, key, value))}
            />
          ),
        )}
      </div>
      {adjuster.kind === 'shim' && <ShimThickness key={adjuster.id} adjuster={adjuster.id} />}
      {adjuster.kind === 'spring-arm' && <PointerMarks key={adjuster.id} adjuster={adjuster} />}
      <label className={styles['field']}>
        Tensions
        <Select
          mode="multiple"
          aria-label="Belts it tensions"
          value={drive.belts.flatMap(({ id, adjuster: by }) => (by === adjuster.id ? [id] : []))}
          options={drive.belts.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(ids: string[]) =>
            edit('set which belts an adjuster tensions', (draft) => {
              for (const { id, adjuster: by } of [...draft.belts]) {
                if (ids.includes(id)) setBeltAdjuster(id, adjuster.id)(draft)
                else if (by === adjuster.id) setBeltAdjuster(id, null)(draft)
              }
            })
          }
        />
      </label>
      <AdjusterCaution adjuster={adjuster} />
      <div className={styles['row']}>
        {swapped !== null && (
          <Button
            icon={<SwapOutlined aria-hidden />}
            onClick={() => edit('swap an adjuster’s ends', putAdjuster(swapped))}
          >
            Swap ends
          </Button>
        )}
        <Button
          icon={<DeleteOutlined aria-hidden />}
          onClick={() => edit('remove an adjuster', removeAdjuster(adjuster.id))}
        >
          Remove
        </Button>
      </div>
    </PanelSection>
  )
}

const POINT_LABELS = { pivot: 'Pivot', lug: 'Lug', anchor: 'Anchor' } as const

/** The points that an adjuster turns about and is held at. */
function pointsOf(adjuster: Adjuster) {
  const points = adjuster as unknown as Readonly<Partial<Record<string, { readonly x: number; readonly y: number }>>>
  return (['pivot', 'lug', 'anchor'] as const).flatMap((key) => {
    const at = points[key]
    return at === undefined ? [] : [{ key, label: POINT_LABELS[key], at }]
  })
}

/** What of an adjuster nobody has read, in words. */
function notRead(adjuster: Adjuster): string {
  const labels = new Map<string, string>(
    kindOf(adjuster).fields.map(({ key, label }) => [key, label.replace(/,.*$/, '')]),
  )
  return (adjuster.assumed ?? []).map((key) => labels.get(key)?.toLowerCase() ?? key).join(', ')
}

/** Another adjuster on a shaft that has none, with dimensions to start from. */
function NewAdjuster() {
  const { store, settled } = useBench()
  const { drive, places } = settled
  const taken = new Set(drive.adjusters.map(movedShaft))
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
    <PanelSection title="Add an adjuster">
      {on === undefined ? (
        <p className="soft">Place a part first, then give it an adjuster.</p>
      ) : (
        <>
          <div className={styles['grid']}>
            <label>
              Moves
              <Select
                aria-label="Part it moves"
                value={on.id}
                options={free.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={setShaft}
              />
            </label>
            <label>
              Kind
              <Select
                aria-label="Kind of adjuster"
                value={kind}
                popupMatchSelectWidth={false}
                options={ADJUSTER_KINDS.map((value) => ({ value, label: kindOf({ kind: value }).name }))}
                onChange={setKind}
              />
            </label>
          </div>
          <Button size="large" onClick={add}>
            Add
          </Button>
        </>
      )}
    </PanelSection>
  )
}
