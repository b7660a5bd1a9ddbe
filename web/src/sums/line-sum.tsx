import { useState } from 'react'
import { lineSum } from '@emery/core/sums'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { LengthField } from './fields.tsx'
import { SumCard } from './sum-card.tsx'

const NAMES = ['Pulley 1', 'Pulley 2', 'Pulley 3', 'Pulley 4'] as const

/** Depths from a straightedge on the crank pulley: which pulley is out, and by how much. */
export function LineSum() {
  const lengths = useLengths()
  const [crank, setCrank] = useState<number | null>(null)
  const [depths, setDepths] = useState<readonly (number | null)[]>(NAMES.map(() => null))
  const read = NAMES.flatMap((name, i) => {
    const depth = depths[i] ?? null
    return depth === null ? [] : [{ name, depth }]
  })
  const sums =
    crank === null || read.length === 0
      ? null
      : lineSum(
          crank,
          read.map(({ depth }) => depth),
        )
  return (
    <SumCard
      title="Straightedge"
      wants="Lay it on the crank pulley and read the depth to the same rib of each."
      result={
        sums === null ? null : (
          <ul>
            {sums.map(({ offset, out }, i) => (
              <li key={read[i]?.name}>
                <VerdictMark verdict={out ? 'act' : 'fine'} label="" /> {read[i]?.name}:{' '}
                {out
                  ? `${lengths.fine(Math.abs(offset))} too far ${offset > 0 ? 'back' : 'forward'}`
                  : 'in line with the crank'}
              </li>
            ))}
          </ul>
        )
      }
      working={`Depth less the crank’s. More than ${lengths.fine(0.3)} counts as out (nominal).`}
    >
      <LengthField label="Crank, depth" value={crank} onRead={setCrank} />
      {NAMES.map((name, i) => (
        <LengthField
          key={name}
          label={name}
          value={depths[i] ?? null}
          onRead={(depth) => setDepths(depths.map((each, k) => (k === i ? depth : each)))}
        />
      ))}
    </SumCard>
  )
}
