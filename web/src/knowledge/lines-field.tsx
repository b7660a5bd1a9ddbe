import { Input } from 'antd'
import { useState } from 'react'

interface LinesFieldProps {
  readonly label: string
  readonly lines: readonly string[]
  readonly onChange: (lines: string[]) => void
}

/** A list of sentences, one on each line; empty lines do not count. */
export function LinesField({ label, lines, onChange }: LinesFieldProps) {
  // What is being typed keeps its empty line until the field is left.
  const [draft, setDraft] = useState<string | null>(null)
  return (
    <label>
      {label}
      <Input.TextArea
        value={draft ?? lines.join('\n')}
        autoSize
        maxLength={4000}
        onChange={({ target }) => {
          setDraft(target.value)
          onChange(target.value.split('\n').filter((line) => line.trim() !== ''))
        }}
        onBlur={() => setDraft(null)}
      />
    </label>
  )
}
