import { Button, Select } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { strikeLines, takeLine } from '@emery/core/alignment'
import { isSized } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import type { Mm } from '@emery/core/units'
import { stampNow } from '../ui/preferences.ts'
import { EDIT_TAKEN, type EditResult } from '../ui/edit-result.ts'
import fields from '../ui/fields.module.css'
import { ReadingField } from '../ui/reading-field.tsx'
import { useBench } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './alignment.module.css'
import { Term } from '../ui/term.tsx'

type Beside = 'sides' | 'height' | 'margin'

const LABELS: Readonly<Record<Beside, { readonly label: string; readonly first: string; readonly second: string }>> = {
  sides: { label: 'Left and right edge', first: 'Left', second: 'Right' },
  height: { label: 'Top and bottom edge', first: 'Top', second: 'Bottom' },
  margin: { label: 'Bare face beside the belt', first: 'In front', second: 'Behind' },
}

/** Whether a pulley leans, and where the belt runs on a smooth one. */
export function BesideReadings({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const [pulleyId, setPulley] = useState<string | null>(null)
  const [what, setWhat] = useState<Beside>('sides')
  const pulley = belt.pulleys.find(({ id }) => id === pulleyId)
  const smooth = pulley?.face === 'smooth'
  const asked = what === 'margin' && !smooth ? 'sides' : what
  const rim = pulley !== undefined && pulley.face !== 'toothed' && isSized(pulley) ? Math.round(pulley.diameter) : null
  const mine = (settled.drive.alignment ?? []).filter((reading) => reading.pulley === pulleyId)
  return (
    <PanelSection title="Tilt, or belt off centre">
      <p className="soft">
        Depths from the straightedge to two opposite points of a rim show whether a pulley is{' '}
        <Term of="tilt">tilted</Term>. On a smooth pulley, the bare face in front of and behind the belt shows whether
        the belt runs in the middle.
      </p>
      <div className={fields['two']}>
        <label>
          Pulley
          <Select
            aria-label="Pulley"
            value={pulleyId}
            placeholder="Choose one"
            options={belt.pulleys.map(({ id }) => ({ value: id, label: pulleyName(settled.drive, id) }))}
            onChange={(next) => {
              setPulley(next)
              const face = belt.pulleys.find(({ id }) => id === next)?.face
              setWhat(face === 'smooth' ? 'margin' : 'sides')
            }}
          />
        </label>
        <label>
          Measurement
          <Select
            aria-label="Measurement"
            value={asked}
            options={(['sides', 'height', ...(smooth ? (['margin'] as const) : [])] as const).map((value) => ({
              value,
              label: LABELS[value].label,
            }))}
            onChange={setWhat}
          />
        </label>
      </div>
      {pulley !== undefined && (
        <Fields
          key={`${pulley.id} ${asked}`}
          what={asked}
          apart={rim}
          onTake={(reading) =>
            store
              .getState()
              .edit(
                'add a tilt reading',
                takeLine(belt.belt.id, { ...reading, id: newId(), pulley: pulley.id, ...stampNow() }),
              )
          }
        />
      )}
      {pulley !== undefined && mine.length > 0 && (
        <Button
          type="text"
          onClick={() => store.getState().edit('delete readings', strikeLines(belt.belt.id, pulley.id))}
        >
          Delete the readings of {pulleyName(settled.drive, pulley.id)}
        </Button>
      )}
    </PanelSection>
  )
}

type Taken =
  | {
      readonly how: 'lean'
      readonly across: 'sides' | 'height'
      readonly first: Mm
      readonly second: Mm
      readonly apart: Mm
    }
  | { readonly how: 'margin'; readonly front: Mm; readonly back: Mm }

interface FieldsProps {
  readonly what: Beside
  /** How far opposite points of the rim lie apart, where its size is known. */
  readonly apart: Mm | null
  readonly onTake: (reading: Taken) => EditResult
}

function Fields({ what, apart: rim, onTake }: FieldsProps) {
  const [first, setFirst] = useState<Mm | null>(null)
  const [second, setSecond] = useState<Mm | null>(null)
  const [apart, setApart] = useState<Mm | null>(rim)
  const [refusal, setRefusal] = useState<string | null>(null)
  const words = LABELS[what]
  const set = (keep: (mm: Mm | null) => void) => (mm: Mm | null) => {
    keep(mm)
    return EDIT_TAKEN
  }
  const complete = first !== null && second !== null && (what === 'margin' || apart !== null)
  const keep = () => {
    if (first === null || second === null) return
    const result =
      what === 'margin'
        ? onTake({ how: 'margin', front: first, back: second })
        : onTake({ how: 'lean', across: what, first, second, apart: apart ?? 0 })
    setRefusal(result.ok ? null : `The reading ${result.message}.`)
    if (!result.ok) return
    setFirst(null)
    setSecond(null)
  }
  return (
    <>
      <div className={fields['three']}>
        <ReadingField label={words.first} value={first} live mayBeEmpty onRead={set(setFirst)} />
        <ReadingField label={words.second} value={second} live mayBeEmpty onRead={set(setSecond)} />
        {what !== 'margin' && <ReadingField label="Apart" value={apart} live mayBeEmpty onRead={set(setApart)} />}
      </div>
      {what === 'margin' && <p className="soft">Enter a minus where the belt hangs over the edge.</p>}
      {refusal !== null && <p role="alert">{refusal}</p>}
      <div className={styles['buttons']}>
        <Button disabled={!complete} onClick={keep}>
          Save this reading
        </Button>
      </div>
    </>
  )
}
