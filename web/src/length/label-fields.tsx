import { Input } from 'antd'
import type { LabelReading } from '@emery/core/sections'
import { LabelReadings } from '../ui/label-readings.tsx'
import type { LabelDraft } from './reading-drafts.ts'
import type { FieldsProps } from './fields-props.ts'
import { Stood } from './stood.tsx'
import styles from './reading-fields.module.css'

/** The mark on the belt that was on the engine. */
export function LabelFields({
  draft,
  onChange,
  section,
  belt,
  unhung,
  meant,
}: FieldsProps<LabelDraft> & { readonly meant: readonly LabelReading[] }) {
  const { text, picked, standing } = draft
  return (
    <div className={styles['stack']}>
      <label>
        Label on the belt
        <Input
          className="figures"
          value={text}
          maxLength={60}
          autoFocus
          placeholder="6PK1725, 679K6, 13x1015 …"
          onChange={(event) => onChange({ ...draft, text: event.target.value, picked: 0 })}
        />
      </label>
      {text.trim() !== '' && meant.length === 0 && (
        <p role="alert">
          “{text.trim()}” cannot be read as a belt label. Clean the belt and look for digits with letters between them.
        </p>
      )}
      <LabelReadings
        meant={meant}
        picked={picked}
        section={section}
        onPick={(next) => onChange({ ...draft, picked: next })}
      />
      <Stood
        belt={belt}
        unhung={unhung}
        standing={standing}
        onChange={(next) => onChange({ ...draft, standing: next })}
      />
    </div>
  )
}
