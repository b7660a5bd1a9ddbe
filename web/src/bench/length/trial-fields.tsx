import { Checkbox, Input, InputNumber, Select, Slider } from 'antd'
import { readLabel, travelWords } from '@emery/core'
import { Caution } from '../../readings/caution.tsx'
import { LengthField } from './length-field.tsx'
import type { TrialDraft } from './reading-drafts.ts'
import type { FieldsProps } from './fields-props.ts'
import { NO_BUBBLE } from '../../readings/slider.ts'
import styles from './reading-fields.module.css'

const OUTCOMES = [
  { value: 'on', label: 'It went on and was taken up' },
  { value: 'too-short', label: 'It would not go on' },
  { value: 'slack', label: 'It went on and stayed slack' },
] as const

/** A belt that was tried on. */
export function TrialFields({ draft, onChange, belt, section, reach }: FieldsProps<TrialDraft>) {
  const { text, value, outcome, scale, place, seated } = draft
  const unit = belt.adjuster?.motion.unit
  const scales = [
    { value: 'travel' as const, label: 'by eye, along its travel' },
    { value: 'pointer' as const, label: 'by its pointer' },
    ...(unit === undefined
      ? []
      : [
          {
            value: 'reading' as const,
            label: { deg: 'arm angle, degrees', mm: 'slot or rod, mm', shims: 'shims left' }[unit],
          },
        ]),
    { value: 'unread' as const, label: 'not read' },
  ]
  const onText = (next: string) => {
    const [meant] = readLabel(next, { section, ribs: belt.belt.ribs })
    onChange({ ...draft, text: next, value: meant?.length ?? value })
  }
  return (
    <div className={styles['fields']}>
      <label>
        What stands on it
        <Input
          className="figures"
          value={text}
          maxLength={60}
          placeholder="6PK1725"
          onChange={(event) => onText(event.target.value)}
        />
      </label>
      <LengthField
        label="Its length"
        value={value}
        section={section}
        reach={reach}
        onRead={(read) => onChange({ ...draft, value: read })}
      />
      <label className={styles['wide']}>
        How it went
        <Select
          aria-label="How it went"
          value={outcome}
          options={[...OUTCOMES]}
          onChange={(next) => onChange({ ...draft, outcome: next })}
        />
      </label>
      {outcome === 'on' && (
        <>
          <label>
            The adjuster was read
            <Select
              aria-label="How the adjuster was read"
              value={scale}
              options={scales}
              onChange={(next) => onChange({ ...draft, scale: next, place: null })}
            />
          </label>
          {(scale === 'travel' || scale === 'pointer') && (
            <label className={styles['wide']}>
              It sits {place === null ? '… (pull the knob)' : travelWords(place)}
              <Slider
                tooltip={NO_BUBBLE}
                min={0}
                max={100}
                value={100 * (place ?? 0)}
                marks={{ 0: 'released', 50: 'half-way', 100: 'taken up' }}
                ariaLabelForHandle="Where the adjuster sits, percent taken up"
                onChange={(percent) => onChange({ ...draft, place: percent / 100 })}
              />
            </label>
          )}
          {scale === 'reading' && (
            <label>
              It reads, {unit === 'deg' ? 'degrees from the right, counter-clockwise' : unit}
              <InputNumber value={place} onChange={(read) => onChange({ ...draft, place: read })} />
            </label>
          )}
        </>
      )}
      {outcome === 'too-short' && (
        <div className={styles['wide']}>
          <Caution>
            Before this counts: was the adjuster fully released, and did the belt sit in every groove? A belt riding on
            one pulley’s shoulder reads as too short. Never force it over a rim.
          </Caution>
          <Checkbox checked={seated} onChange={(event) => onChange({ ...draft, seated: event.target.checked })}>
            Looked at every pulley: it sat in every groove
          </Checkbox>
        </div>
      )}
    </div>
  )
}
