import { CloseOutlined } from '@ant-design/icons'
import { Button, InputNumber, Select } from 'antd'
import { v4 as newId } from 'uuid'
import {
  DIAMETER_PLACES,
  holdOf,
  placeShaft,
  MEASURED_WITH,
  setDiameterPlace,
  setMeasuredWith,
  type MeasuredWith,
  setPulleyLength,
  setShaftFact,
  type DiameterPlace,
  type PulleyLength,
} from '@emery/core/drive'
import { takeReading } from '@emery/core/measure'
import { stampNow } from '../../ui/preferences.ts'
import { HubField } from '../../ui/hub-field.tsx'
import { ReadingField } from '../../ui/reading-field.tsx'
import { TurnMark } from '../../ui/turn-mark.tsx'
import { whichPulley } from '@emery/core/solution'
import { faceWords } from '../../ui/face-words.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import styles from './pulley-card.module.css'
import { Choices } from '../../ui/choices.tsx'
import { PanelCard, PanelFields } from '../../ui/panel.tsx'

const MEANS: Readonly<Record<MeasuredWith, string>> = {
  caliper: 'a caliper',
  round: 'a tape round it',
  across: 'a tape across it',
  eye: 'by eye',
}

const ACROSS: Readonly<Record<DiameterPlace, string>> = {
  outside: 'across the outside',
  effective: 'effective',
  pitch: 'at the cord line',
  overBelt: 'over the belt in place',
}

const AXES = { centre: { x: 'Right', y: 'Up' }, pivot: { x: 'Pivot, right', y: 'Pivot, up' } } as const

const ALONG_SHAFT: readonly { readonly key: PulleyLength; readonly label: string }[] = [
  { key: 'z', label: 'Depth' },
  { key: 'width', label: 'Width' },
  { key: 'flange', label: 'Flange' },
]

/** The pulley in hand: what it is, how it turns, and its readings to change. */
export function PulleyCard() {
  const { store, settled, solution } = useBench()
  const selected = useBenchState((state) => state.selected)
  const { drive } = settled
  const pulley = drive.pulleys.find(({ id }) => id === selected)
  if (pulley === undefined) return null
  const shaft = drive.shafts.find(({ id }) => id === pulley.shaft)
  const speed = solution.shafts.find(({ id }) => id === pulley.shaft)
  const hold = holdOf(drive, pulley.shaft)
  const siblings = drive.pulleys.filter((other) => other.shaft === pulley.shaft)
  const { edit, select, showWorking } = store.getState()

  return (
    <PanelCard label={`Selected: ${shaft?.name ?? pulley.id}`}>
      <header>
        <h2>{shaft?.name ?? pulley.id}</h2>
        <span>{faceWords(pulley)}</span>
        <Button type="text" aria-label="Deselect" icon={<CloseOutlined aria-hidden />} onClick={() => select(null)} />
      </header>
      {siblings.length > 1 && (
        <Choices label="Pulleys on this shaft">
          {siblings.map(({ id }) => (
            <button key={id} type="button" aria-pressed={id === pulley.id} onClick={() => select(id)}>
              {whichPulley(drive, id)}
            </button>
          ))}
        </Choices>
      )}
      <PanelFields key={pulley.id}>
        {pulley.face === 'toothed' ? (
          <label className={styles['plain']}>
            Teeth
            <InputNumber
              min={6}
              max={400}
              precision={0}
              value={pulley.teeth}
              onChange={(teeth) =>
                teeth !== null &&
                edit(
                  'change the teeth',
                  takeReading({
                    id: newId(),
                    pulley: pulley.id,
                    how: 'teeth',
                    value: teeth,
                    written: '',
                    ...stampNow(),
                  }),
                )
              }
            />
          </label>
        ) : (
          <ReadingField
            label="Diameter"
            value={pulley.diameter}
            onRead={(value) =>
              value === null
                ? { ok: true }
                : edit(
                    'change a diameter',
                    takeReading({
                      id: newId(),
                      pulley: pulley.id,
                      how: pulley.diameterAt,
                      value,
                      written: '',
                      ...stampNow(),
                    }),
                  )
            }
          />
        )}
        {hold !== undefined &&
          (['x', 'y'] as const).map((axis) => (
            <ReadingField
              key={axis}
              label={AXES[hold.of][axis]}
              value={hold[axis]}
              onRead={(value) =>
                value === null ? { ok: true } : edit('move a pulley', placeShaft(pulley.shaft, axis, value, stampNow()))
              }
            />
          ))}
      </PanelFields>
      {pulley.face !== 'toothed' && (
        <label className={styles['across']}>
          Measured with
          <Select<MeasuredWith | 'unsaid'>
            value={pulley.measuredWith ?? 'unsaid'}
            aria-label="What the diameter was measured with"
            options={[
              { value: 'unsaid', label: 'not said' },
              ...MEASURED_WITH.map((value) => ({ value, label: MEANS[value] })),
            ]}
            onChange={(value) =>
              edit(
                'say what a diameter was measured with',
                setMeasuredWith(pulley.id, value === 'unsaid' ? null : value),
              )
            }
          />
        </label>
      )}
      {pulley.face !== 'toothed' && (
        <label className={styles['across']}>
          Diameter read
          <Select
            value={pulley.diameterAt}
            aria-label="How the diameter was measured"
            options={DIAMETER_PLACES.map((value) => ({ value, label: ACROSS[value] }))}
            onChange={(value) => edit('change how a diameter was measured', setDiameterPlace(pulley.id, value))}
          />
        </label>
      )}
      <details className={styles['more']}>
        <summary>Depth, width and flange</summary>
        <PanelFields key={pulley.id}>
          {ALONG_SHAFT.map(({ key, label }) => (
            <ReadingField
              key={key}
              label={label}
              mayBeEmpty
              value={('width' in pulley || key !== 'width' ? pulley[key] : undefined) ?? null}
              onRead={(value) => edit(`read a ${label.toLowerCase()}`, setPulleyLength(pulley.id, key, value))}
            />
          ))}
        </PanelFields>
        {shaft !== undefined && shaft.kind !== 'crank' && (
          <PanelFields key={shaft.id}>
            <HubField
              label="Hub, where the part wants it"
              value={shaft.hubDepth ?? null}
              onRead={(value) => edit('read a hub’s depth', setShaftFact(shaft.id, 'hubDepth', value))}
            />
          </PanelFields>
        )}
        <p className="soft">Depth: middle of the face in front of the engine’s front plane. Not read: not known.</p>
      </details>
      {speed?.turns != null && speed.ratio !== null && (
        <button
          type="button"
          className={styles['speedLine']}
          onClick={() => showWorking({ of: 'ratio', shaft: pulley.shaft })}
          disabled={shaft?.kind === 'crank'}
        >
          <TurnMark turn={speed.turns} size={17} />
          <span className="figures">{speed.ratio.toFixed(3)} ×</span>
          <span className="figures">
            {Math.round(speed.rpm?.idle ?? 0)} rpm idle, {Math.round(speed.rpm?.max ?? 0)} at most
          </span>
        </button>
      )}
    </PanelCard>
  )
}
