import type { CheckedDrive } from '@emery/core/drive'
import type { Taken } from '@emery/core/running'
import { listed } from '@emery/core/solution'
import { PanelSection } from '../ui/panel.tsx'
import { placeName } from './put-faults.tsx'
import styles from './running.module.css'

const WORDS: Readonly<Record<Taken['of'], string>> = {
  load: 'Loads',
  inertia: 'Inertias',
  spring: 'Tensioner springs',
  setting: 'Settings by hand',
  firing: 'Cylinders and strokes',
  line: 'Pulley positions along the shaft',
}

/** What nobody has read and is nominal here, and what is left out because nobody knows it. */
export function TakenList({ drive, taken }: { readonly drive: CheckedDrive; readonly taken: readonly Taken[] }) {
  if (taken.length === 0) return null
  const lines = (Object.keys(WORDS) as Taken['of'][]).flatMap((of) =>
    (['nominal', 'nothing'] as const).flatMap((as) => {
      const ids = taken.filter((each) => each.of === of && each.as === as).map(({ id }) => id)
      if (ids.length === 0) return []
      const names = listed(ids.filter((id) => id !== '').map((id) => placeName(drive, id)))
      const said =
        as === 'nominal'
          ? 'nominal'
          : of === 'load'
            ? 'not known, so these turn free'
            : 'not read, so no entry angle is known there'
      return [`${WORDS[of]}${names === '' ? '' : ` (${names})`}: ${said}.`]
    }),
  )
  return (
    <PanelSection title="What this rests on">
      <ul className={styles['taken']}>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </PanelSection>
  )
}
