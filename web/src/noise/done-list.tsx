import type { Knowledge } from '@emery/core/noise'
import { Button } from 'antd'
import styles from './noise.module.css'
import type { NoiseSearch } from './noise-store.ts'

interface DoneListProps {
  readonly knowledge: Knowledge
  readonly search: NoiseSearch
  readonly onTakeBack: (test: string) => void
}

/** Tests that were done or left out, each to be taken back. */
export function DoneList({ knowledge: { tests }, search: { answers, skipped }, onTakeBack }: DoneListProps) {
  const done = answers.flatMap(({ test: id, outcome, detail }) => {
    const test = tests.find((each) => each.id === id)
    if (test === undefined || (test.ask !== 'test' && test.ask !== 'sound')) return []
    const { name, means } = test.outcomes.find((each) => each.id === outcome) ?? { name: outcome, means: '' }
    return [{ id, name: test.name, came: detail ?? name, means }]
  })
  const left = skipped.map((id) => ({
    id,
    came: 'left out',
    means: '',
    name: tests.find((each) => each.id === id)?.name ?? id,
  }))
  const all = [...done, ...left]
  if (all.length === 0) return null
  return (
    <section aria-label="Done">
      <h2 className="heading">Done</h2>
      <ul className={styles['done']}>
        {all.map(({ id, name, came, means }) => (
          <li key={id}>
            <b>{name}</b>
            <span>{came}</span>
            <span className="soft">{means}</span>
            <Button type="text" aria-label={`Undo: ${name}`} onClick={() => onTakeBack(id)}>
              Undo
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}
