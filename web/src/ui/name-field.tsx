import { Input } from 'antd'
import { useState } from 'react'

/** Where the name of a part is written; an empty name is no name, and the old one comes back. */
export function NameField({ name, onName }: { readonly name: string; readonly onName: (name: string) => void }) {
  const [draft, setDraft] = useState(name)
  const take = () => {
    if (draft.trim() === '') setDraft(name)
    else if (draft.trim() !== name) onName(draft.trim())
  }
  return (
    <label>
      Name
      <Input
        value={draft}
        maxLength={80}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onPressEnter={take}
      />
    </label>
  )
}
