import { Input } from 'antd'
import { useState } from 'react'
import { MAX_NOTES, setNotes } from '@emery/core/drive'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'

/** Anything that has no field of its own; kept when it is left. */
export function DriveNotes() {
  const { store, settled } = useBench()
  const { notes } = settled.drive
  const [draft, setDraft] = useState({ of: notes, text: notes })
  // Taken back, or changed in another tab: what stands there now is shown.
  if (draft.of !== notes) setDraft({ of: notes, text: notes })
  return (
    <PanelSection title="Notes">
      <Input.TextArea
        aria-label="Notes of the drive"
        autoSize={{ minRows: 2, maxRows: 8 }}
        maxLength={MAX_NOTES}
        value={draft.text}
        onChange={({ target }) => setDraft({ of: notes, text: target.value })}
        onBlur={() => {
          if (draft.text !== notes) store.getState().edit('write notes', setNotes(draft.text))
        }}
      />
    </PanelSection>
  )
}
