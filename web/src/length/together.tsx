import { Button } from 'antd'
import { useState } from 'react'
import { setBeltLength } from '@emery/core/drive'
import { beltsTogether, bestSets, type BeltSet } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { listed } from '@emery/core/solution'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import { useBeltName } from '../ui/use-belt-name.ts'
import styles from './length.module.css'

/** Belts that share an adjuster or a moved shaft, chosen together. */
export function Together({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const nameOf = useBeltName()
  const [sets, setSets] = useState<{ readonly of: typeof settled; readonly found: readonly BeltSet[] } | null>(null)
  const ids = [belt.belt.id, ...beltsTogether(settled, belt.belt.id)]
  const belts = ids.flatMap((id) => settled.belts.find((each) => each.belt.id === id)?.belt ?? [])
  if (belts.length < 2) return null
  const found = sets?.of === settled ? sets.found : null
  const fit = ({ lengths }: BeltSet) =>
    store.getState().edit('fit belts together', (draft) => {
      belts.forEach(({ id }, i) => setBeltLength(id, lengths[i] ?? null)(draft))
    })
  return (
    <PanelSection title="Chosen together">
      <p className="soft">
        {listed(belts.map(({ name, id }) => (name === '' ? id : name)))} affect each other, so their lengths are chosen
        together.
      </p>
      {found === null ? (
        <Button onClick={() => setSets({ of: settled, found: bestSets(settled, ids) })}>Find matching sizes</Button>
      ) : found.length === 0 ? (
        <p>No sizes near these lengths fit together, or the length of one of them is not known yet.</p>
      ) : (
        <ul className={styles['pairs']}>
          {found.map((set) => (
            <li key={set.lengths.join()}>
              {belts.map((each, i) => (
                <b key={each.id} className="figures">
                  {nameOf(each, set.lengths[i] ?? 0)}
                </b>
              ))}
              <span>{Math.min(99, Math.round(100 * set.chance))} in 100 that all fit</span>
              <Button onClick={() => fit(set)}>Fit these belts</Button>
            </li>
          ))}
        </ul>
      )}
    </PanelSection>
  )
}
