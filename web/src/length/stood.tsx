import { Select } from 'antd'
import type { Standing } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { adjusterWord, standingChoices } from './standings.ts'
import styles from './reading-fields.module.css'

interface StoodProps {
  readonly belt: SettledBelt
  readonly unhung: boolean
  readonly standing: Standing | null
  readonly onChange: (standing: Standing | null) => void
}

/** Where the adjuster stood with the old belt on: without it, all that is known is that the belt fitted. */
export function Stood({ belt, unhung, standing, onChange }: StoodProps) {
  const choices = standingChoices(belt, unhung)
  if (choices.length === 0) return null
  const label = `Where the ${adjusterWord(belt)} stood with it on`
  const at = choices.findIndex(({ place }) => place === standing?.place)
  return (
    <label className={styles['wide']}>
      {label}
      <Select
        aria-label={label}
        value={at}
        options={[
          { value: -1, label: 'nobody saw it' },
          ...choices.map(({ words }, i) => ({ value: i, label: words })),
        ]}
        onChange={(i) => {
          const chosen = choices[i]
          onChange(chosen === undefined ? null : { scale: chosen.scale, place: chosen.place })
        }}
      />
    </label>
  )
}
