import { Button } from 'antd'
import { useState } from 'react'
import { beltLabel, bestPairs, beltsTogether, setBeltLength, type BeltPair, type SettledBelt } from '@emery/core'
import { FIT_MARK } from '../../readings/fit-mark.ts'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import styles from './length.module.css'

/** Two belts that share an adjuster or a moved shaft, chosen together. */
export function Pair({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const [pairs, setPairs] = useState<{ readonly of: typeof settled; readonly found: readonly BeltPair[] } | null>(null)
  const [otherId] = beltsTogether(settled, belt.belt.id)
  const other = settled.belts.find((each) => each.belt.id === otherId)?.belt
  if (other === undefined) return null
  const one = belt.belt
  const found = pairs?.of === settled ? pairs.found : null
  const putOn = ({ lengths: [a, b] }: BeltPair) =>
    store.getState().edit('put on two belts', (draft) => {
      setBeltLength(one.id, a)(draft)
      setBeltLength(other.id, b)(draft)
    })
  return (
    <section className={panel['section']} aria-label="Chosen together">
      <h2 className="heading">Chosen together</h2>
      <p className={panel['soft']}>
        {one.name} and {other.name} move each other: one adjuster serves both.
      </p>
      {found === null ? (
        <Button onClick={() => setPairs({ of: settled, found: bestPairs(settled.drive, [one.id, other.id]) })}>
          Find pairs that fit together
        </Button>
      ) : found.length === 0 ? (
        <p>No two sizes near the wanted ones fit together.</p>
      ) : (
        <ul className={styles['pairs']}>
          {found.map((pair) => (
            <li key={pair.lengths.join()}>
              {[one, other].map((each, i) => (
                <span key={each.id}>
                  <VerdictMark verdict={FIT_MARK[pair.verdicts[i] ?? 'good']} label="" />{' '}
                  <b className="figures">{beltLabel(each.section, each.ribs, pair.lengths[i] ?? 0)}</b>{' '}
                  {pair.verdicts[i]}
                </span>
              ))}
              <Button onClick={() => putOn(pair)}>Put both on</Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
