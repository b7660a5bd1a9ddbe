import { Input, InputNumber } from 'antd'
import type { Cause, KnowledgeFile } from '@emery/core/noise'
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
        Name
        <Input value={cause.name} maxLength={400} onChange={({ target }) => set({ name: target.value })} />
      </label>
      <label>
        How common it is, in 100, before any answer
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
        <small>The other causes keep their shares of the rest.</small>
      </label>
      <label>
        Part
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
      <LinesField label="Repairs, one per line" lines={cause.actions} onChange={(actions) => set({ actions })} />
      <LinesField
        label="Related checks, one per line"
        lines={cause.goesWith}
        onChange={(goesWith) => set({ goesWith })}
      />
      <label>
        Proof of repair
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
