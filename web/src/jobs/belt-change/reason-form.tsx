import { Button, Input } from 'antd'
import { useState } from 'react'
import styles from './belt-change.module.css'

interface ReasonFormProps {
  /** What the field is called to a screen reader. */
  readonly label: string
  readonly placeholder?: string
  readonly action: string
  readonly onGive: (reason: string) => void
  readonly onCancel: () => void
}

/** Asks for a few words before something is done; Escape leaves it. */
export function ReasonForm({ label, placeholder = 'Why', action, onGive, onCancel }: ReasonFormProps) {
  const [reason, setReason] = useState('')
  return (
    <form
      className={styles['skip']}
      onSubmit={(event) => {
        event.preventDefault()
        if (reason.trim() !== '') onGive(reason.trim())
      }}
    >
      <Input
        autoFocus
        aria-label={label}
        placeholder={placeholder}
        maxLength={300}
        value={reason}
        onChange={({ target }) => setReason(target.value)}
        onKeyDown={({ key }) => key === 'Escape' && onCancel()}
      />
      <Button htmlType="submit" disabled={reason.trim() === ''}>
        {action}
      </Button>
    </form>
  )
}
