import { Select } from 'antd'
import { ADJUSTER_KINDS, kindOf, type AdjusterKind } from '@emery/core/adjusters'
import type { ShaftKind } from '@emery/core/drive'
import type { PartDraft } from '../parts/part-form.tsx'
import { Choices } from '../ui/choices.tsx'
import styles from './new-drive.module.css'

interface TakesUpProps {
  readonly parts: readonly PartDraft[]
  readonly onChange: (parts: readonly PartDraft[]) => void
}

/** Which part is moved to tighten a belt, and how it is moved. Nobody has to know yet. */
export function TakesUp({ parts, onChange }: TakesUpProps) {
  if (parts.length === 0) return null
  const say = (at: number, takesUp: AdjusterKind | null) =>
    onChange(parts.map((part, i) => (i === at ? { ...part, takesUp } : part)))
  return (
    <>
      <h2 className="heading">Which part moves to tighten the belt?</h2>
      <Choices label="Part that tightens the belt">
        {parts.map((part, i) => (
          <button
            key={i}
            type="button"
            aria-label={`${part.name} tightens the belt`}
            aria-pressed={part.takesUp !== null}
            onClick={() => say(i, part.takesUp === null ? usualFor(part.kind) : null)}
          >
            {part.name}
          </button>
        ))}
      </Choices>
      {parts.map(
        (part, i) =>
          part.takesUp !== null && (
            <label key={i} className={styles['how']}>
              How {part.name} is moved
              <Select
                size="large"
                aria-label={`How ${part.name} is moved`}
                value={part.takesUp}
                popupMatchSelectWidth={false}
                options={ADJUSTER_KINDS.map((kind) => ({ value: kind, label: kindOf({ kind }).name }))}
                onChange={(kind) => say(i, kind)}
              />
            </label>
          ),
      )}
      <p className={styles['soft']}>Leave it open if you cannot see it. Its dimensions are read later.</p>
    </>
  )
}

/** How a part of a kind is usually moved, offered first. */
function usualFor(kind: ShaftKind): AdjusterKind {
  return kind === 'tensioner' ? 'spring-arm' : kind === 'idler' ? 'slide' : 'swing'
}
