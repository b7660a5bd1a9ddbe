import { Button, Select } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { isSized, strikeLines, takeLine, type Mm, type SettledBelt } from '@emery/core'
import { stampNow } from '../../app/preferences.ts'
import { EDIT_TAKEN, type EditResult } from '../../readings/edit-result.ts'
import fields from '../../readings/fields.module.css'
import { ReadingField } from '../../readings/reading-field.tsx'
import { useBench } from '../bench-context.ts'
import { pulleyName } from '../pulley-name.ts'
import panel from '../steps/panel.module.css'
import styles from './lineup.module.css'

type Beside = 'sides' | 'height' | 'margin'

const LABELS: Readonly<Record<Beside, { readonly label: string; readonly first: string; readonly second: string }>> = {
  sides: { label: 'Left and right of its rim', first: 'Left', second: 'Right' },
  height: { label: 'Top and bottom of its rim', first: 'Top', second: 'Bottom' },
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
  const mine = (settled.drive.lineUp ?? []).filter((reading) => reading.pulley === pulleyId)
  return (
    <section className={panel['section']} aria-label="Leaning, or off the middle">
      <h2 className="heading">Leaning, or off the middle</h2>
      <p className={panel['soft']}>
        Depths from the straightedge to two opposite points of one rim tell whether a pulley leans; on a smooth one, the
        bare face in front of the belt and behind it tells whether it runs in the middle.
      </p>
      <div className={fields['two']}>
        <label>
          Pulley
          <Select
            aria-label="Pulley that is looked at"
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
          What is read
          <Select
            aria-label="What is read"
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
                'read beside the belt',
                takeLine(belt.belt.id, { ...reading, id: newId(), pulley: pulley.id, ...stampNow() }),
              )
          }
        />
      )}
      {pulley !== undefined && mine.length > 0 && (
        <Button
          type="text"
          onClick={() => store.getState().edit('strike readings out', strikeLines(belt.belt.id, pulley.id))}
        >
          Strike out what was read on {pulleyName(settled.drive, pulley.id)}
        </Button>
      )}
    </section>
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
        <ReadingField label={words.first} value={first} onRead={set(setFirst)} />
        <ReadingField label={words.second} value={second} onRead={set(setSecond)} />
        {what !== 'margin' && <ReadingField label="Apart" value={apart} onRead={set(setApart)} />}
      </div>
      {what === 'margin' && <p className={panel['soft']}>Where it hangs over the edge, write a minus.</p>}
      {refusal !== null && <p role="alert">{refusal}</p>}
      <div className={styles['buttons']}>
        <Button disabled={!complete} onClick={keep}>
          Keep this reading
        </Button>
      </div>
    </>
  )
}
