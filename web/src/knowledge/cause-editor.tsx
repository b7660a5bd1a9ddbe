import { Input, InputNumber } from 'antd'
import type { Cause, KnowledgeFile } from '@emery/core'
import { setCause, setPrior } from './knowledge-edits.ts'
import styles from './knowledge.module.css'
import { LinesField } from './lines-field.tsx'

interface CauseEditorProps {
  readonly file: KnowledgeFile
  readonly cause: Cause
  readonly onEdit: (file: KnowledgeFile) => void
}

/** One cause: what it is, how often it comes, what mends it, what goes with it, how the repair is proved. */
export function CauseEditor({ file, cause, onEdit }: CauseEditorProps) {
  const set = (change: Partial<Cause>) => onEdit(setCause(file, cause.id, change))
  return (
    <section className={styles['form']} aria-label={`Cause: ${cause.name}`}>
      <label>
        What it is called
        <Input value={cause.name} maxLength={400} onChange={({ target }) => set({ name: target.value })} />
      </label>
      <label>
        How often it is that, in 100, before anything is asked
        <InputNumber
          min={0.05}
          max={90}
          step={0.5}
          precision={2}
          value={100 * cause.prior}
          onChange={(value) => {
            if (value !== null) onEdit(setPrior(file, cause.id, value / 100))
          }}
        />
        <small>The other causes share the rest as before.</small>
      </label>
      <label>
        Found on
        <Input value={cause.part} maxLength={400} onChange={({ target }) => set({ part: target.value })} />
      </label>
      <label>
        What happens
        <Input.TextArea
          value={cause.what}
          maxLength={400}
          autoSize
          onChange={({ target }) => set({ what: target.value })}
        />
      </label>
      <LinesField label="What mends it, a line each" lines={cause.actions} onChange={(actions) => set({ actions })} />
      <LinesField
        label="What usually goes with it, a line each"
        lines={cause.goesWith}
        onChange={(goesWith) => set({ goesWith })}
      />
      <label>
        How to prove the repair
        <Input.TextArea
          value={cause.prove}
          maxLength={400}
          autoSize
          onChange={({ target }) => set({ prove: target.value })}
        />
      </label>
    </section>
  )
}
