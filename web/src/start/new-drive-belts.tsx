import { DeleteOutlined } from '@ant-design/icons'
import { Button, Select } from 'antd'
import type { NewBelt } from '@emery/core/drive'
import { familyOf } from '@emery/core/sections'
import { Choices } from '../ui/choices.tsx'
import { CountInput } from '../ui/count-input.tsx'
import { sectionOptions } from '../ui/section-options.ts'
import styles from './new-drive.module.css'

/** A second belt of the engine; its pulleys are cut for it under “Change”. */
export function MoreBelt({
  belt,
  onChange,
  onLeaveOut,
}: {
  readonly belt: NewBelt
  readonly onChange: (belt: NewBelt) => void
  readonly onLeaveOut: () => void
}) {
  return (
    <div className={styles['row']}>
      <label className={styles['grow']}>
        {belt.name}
        <Select
          size="large"
          aria-label={belt.name}
          value={belt.section}
          options={sectionOptions()}
          onChange={(section) => onChange({ ...belt, section })}
        />
      </label>
      {!familyOf(belt.section).hasRibs && (
        <SideBySide name={belt.name} count={belt.count ?? 1} onChange={(count) => onChange({ ...belt, count })} />
      )}
      {familyOf(belt.section).hasRibs && (
        <CountInput label="Ribs" large max={30} value={belt.ribs} onRead={(ribs) => onChange({ ...belt, ribs })} />
      )}
      <Button
        size="large"
        type="text"
        aria-label={`Remove ${belt.name}`}
        icon={<DeleteOutlined aria-hidden />}
        onClick={onLeaveOut}
      />
    </div>
  )
}

/** Which belts run on a part. */
export function BeltsOn({
  name,
  belts,
  on,
  onToggle,
}: {
  readonly name: string
  readonly belts: readonly NewBelt[]
  readonly on: readonly number[]
  readonly onToggle: (belt: number) => void
}) {
  return (
    <div className={styles['runsOn']}>
      <Choices label={`Belts on ${name}`}>
        {belts.map(({ name: belt }, k) => (
          <button key={belt} type="button" aria-pressed={on.includes(k)} onClick={() => onToggle(k)}>
            {belt}
          </button>
        ))}
      </Choices>
    </div>
  )
}

/** How many matched belts run side by side. */
export function SideBySide({
  name,
  count,
  onChange,
}: {
  readonly name: string
  readonly count: number
  readonly onChange: (count: number) => void
}) {
  return <CountInput label={`${name}, side by side`} large max={8} value={count} onRead={(to) => onChange(to)} />
}
