import { Input } from 'antd'
import { useState } from 'react'
import styles from './belt-change.module.css'

interface LineProps {
  readonly label: string
  readonly value: string
  readonly max?: number
  readonly disabled?: boolean
  readonly onWrite: (value: string) => void
}

/** A line that is written down when it is left. */
export function Line({ label, value, max: most = 500, disabled = false, onWrite }: LineProps) {
  const [draft, setDraft] = useState<string | null>(null)
  const leave = () => {
    if (draft !== null && draft.trim() !== value) onWrite(draft.trim())
    setDraft(null)
  }
  return (
    <label className={styles['line']}>
      {label}
      <Input
        value={draft ?? value}
        maxLength={most}
        disabled={disabled}
        onChange={({ target }) => setDraft(target.value)}
        onBlur={leave}
        onPressEnter={leave}
      />
    </label>
  )
}
