import { Checkbox, Input, InputNumber, Select, Slider } from 'antd'
import { travelWords } from '@emery/core/length'
import { readLabel } from '@emery/core/sections'
import { Caution } from '../ui/caution.tsx'
import { LabelChecks } from './label-checks.tsx'
import { withLength, withMark } from '../ui/labelled-length.ts'
import { LengthField } from './length-field.tsx'
import type { TrialDraft } from './reading-drafts.ts'
import type { FieldsProps } from './fields-props.ts'
import { NO_BUBBLE } from '../ui/slider.ts'
import styles from './reading-fields.module.css'
import { Term } from '../ui/term.tsx'

const OUTCOMES = [
  { value: 'on', label: 'Went on and was tensioned' },
  { value: 'too-short', label: 'Would not go on' },
  { value: 'slack', label: 'Went on but stayed slack' },
] as const

/** A belt that was tried on. */
export function TrialFields({ draft, onChange, belt, section, reach }: FieldsProps<TrialDraft>) {
  const { mark, length, outcome, scale, place, seated } = draft
  const unit = belt.adjuster?.motion.unit
  const scales = [
    { value: 'travel' as const, label: 'by eye, position in its travel' },
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
  const onMark = (next: string) =>
    onChange({ ...draft, ...withMark(draft, next, readLabel(next, belt.belt)[0]), otherMeant: false })
  return (
    <div className={styles['fields']}>
      <label>
        Label
        <Input
          className="figures"
          value={mark}
          maxLength={60}
          placeholder="6PK1725"
          onChange={(event) => onMark(event.target.value)}
        />
      </label>
      <LengthField
        label="Length"
        value={length}
        section={section}
        reach={reach}
        onRead={(read) => onChange({ ...draft, ...withLength(draft, read) })}
      />
      <LabelChecks
        labelled={draft}
        belt={belt.belt}
        confirmed={draft.otherMeant}
        onConfirm={(otherMeant) => onChange({ ...draft, otherMeant })}
      />
      <label className={styles['wide']}>
        Result
        <Select
          aria-label="Result"
          value={outcome}
          options={[...OUTCOMES]}
          onChange={(next) => onChange({ ...draft, outcome: next })}
        />
      </label>
      {outcome === 'on' && (
        <>
          <label>
            Adjuster read
            <Select
              aria-label="How the adjuster was read"
              value={scale}
              options={scales}
              onChange={(next) => onChange({ ...draft, scale: next, place: null })}
            />
          </label>
          {(scale === 'travel' || scale === 'pointer') && (
            <label className={styles['wide']}>
              Position {place === null ? '… (drag the knob)' : travelWords(place)}
              <Slider
                tooltip={NO_BUBBLE}
                min={0}
                max={100}
                value={100 * (place ?? 0)}
                marks={{ 0: 'slack end', 50: 'half-way', 100: 'tight end' }}
                ariaLabelForHandle="Adjuster position, percent of travel"
                onChange={(percent) => onChange({ ...draft, place: percent / 100 })}
              />
            </label>
          )}
          {scale === 'reading' && (
            <label>
              Reading, {unit === 'deg' ? 'degrees from the right, counter-clockwise' : unit}
              <InputNumber value={place} onChange={(read) => onChange({ ...draft, place: read })} />
            </label>
          )}
        </>
      )}
      {outcome === 'too-short' && (
        <div className={styles['wide']}>
          <Caution>
            Confirm first: was the adjuster at its <Term of="slackEnd">slack end</Term>, and did the belt sit in every
            groove? A belt on a pulley’s shoulder seems too short. Never force it over a rim.
          </Caution>
          <Checkbox checked={seated} onChange={(event) => onChange({ ...draft, seated: event.target.checked })}>
            Checked: it sat in every groove
          </Checkbox>
        </div>
      )}
    </div>
  )
}
