import { Button } from 'antd'
import { useState } from 'react'
import { setBeltLength } from '@emery/core/drive'
import { bestPairs, beltsTogether, type BeltPair } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { FIT_MARK } from '../ui/fit-mark.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './length.module.css'
import { useBeltName } from '../ui/use-belt-name.ts'

/** Two belts that share an adjuster or a moved shaft, chosen together. */
export function Pair({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const nameOf = useBeltName()
  const [pairs, setPairs] = useState<{ readonly of: typeof settled; readonly found: readonly BeltPair[] } | null>(null)
  const [otherId] = beltsTogether(settled, belt.belt.id)
  const other = settled.belts.find((each) => each.belt.id === otherId)?.belt
  if (other === undefined) return null
  const one = belt.belt
  const found = pairs?.of === settled ? pairs.found : null
  const putOn = ({ lengths: [a, b] }: BeltPair) =>
    store.getState().edit('fit two belts', (draft) => {
      setBeltLength(one.id, a)(draft)
      setBeltLength(other.id, b)(draft)
    })
  return (
    <PanelSection title="Chosen together">
      <p className="soft">
        {one.name} and {other.name} affect each other: one adjuster tensions both.
      </p>
      {found === null ? (
        <Button onClick={() => setPairs({ of: settled, found: bestPairs(settled.drive, [one.id, other.id]) })}>
          Find matching pairs
        </Button>
      ) : found.length === 0 ? (
        <p>No two sizes near these lengths fit together.</p>
      ) : (
        <ul className={styles['pairs']}>
          {found.map((pair) => (
            <li key={pair.lengths.join()}>
              {[one, other].map((each, i) => (
                <span key={each.id}>
                  <VerdictMark verdict={FIT_MARK[pair.verdicts[i] ?? 'good']} label="" />{' '}
                  <b className="figures">{nameOf(each, pair.lengths[i] ?? 0)}</b> {pair.verdicts[i]}
                </span>
              ))}
              <Button onClick={() => putOn(pair)}>Fit both belts</Button>
            </li>
          ))}
        </ul>
      )}
    </PanelSection>
  )
}
