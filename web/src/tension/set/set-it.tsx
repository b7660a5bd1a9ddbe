import { Segmented, Select } from 'antd'
import { useState } from 'react'
import type { SettledBelt } from '@emery/core/path'
import { BELT_AGES, tensionWays, type BeltAge, type TensionWay } from '@emery/core/tension'
import { Caution } from '../../ui/caution.tsx'
import fields from '../../ui/fields.module.css'
import { usePreferences } from '../../ui/preferences.ts'
import { useLengths } from '../../ui/use-lengths.ts'
import { useBench } from '../../bench/bench-context.ts'
import { pulleyName } from '../../ui/pulley-name.ts'
import styles from '../tension.module.css'
import { spanKey, useChecked } from '../../bench/use-checked.ts'
import { AskedFor } from './asked-for.tsx'
import { Expected, Wanted } from './expected.tsx'
import { HandReading, WAY_NAMES } from './hand-reading.tsx'
import { Matched, strandName } from './matched.tsx'
import { PanelSection } from '../../ui/panel.tsx'

const AGES: Readonly<Record<BeltAge, string>> = { new: 'New', 'run in': 'After run-in', used: 'Used' }

/** How tight to set a belt by hand, what each tool should show on which span, and what a reading comes to. */
export function SetIt({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const checked = useChecked(belt)
  const { schools, person, setSchool } = usePreferences()
  const [strand, setStrand] = useState(1)
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  if (checked === undefined) return null
  const { age, wanted, spans, longest, span, finger } = checked
  const { setTension } = store.getState()
  const count = belt.belt.count ?? 1
  const ways = tensionWays(belt.belt.section)
  const chosen = schools[person] ?? 'finger'
  const way = ways.includes(chosen) ? chosen : 'finger'
  return (
    <PanelSection title="Set tension" className={styles['setIt']}>
      <Segmented<BeltAge>
        block
        aria-label="Belt age"
        value={age}
        options={BELT_AGES.map((value) => ({ value, label: AGES[value] }))}
        onChange={(next) => setTension({ age: next })}
      />
      <label className={fields['line']}>
        <span>Span</span>
        <Select
          aria-label="Span"
          value={spanKey(span)}
          options={spans.map((each) => ({
            value: spanKey(each),
            label: `${nameOf(each.from)} to ${nameOf(each.to)}, ${lengths.text(each.length)}${each === longest ? ' (longest)' : ''}`,
          }))}
          onChange={(next: string) => setTension({ span: next })}
        />
      </label>
      <Wanted checked={checked} belt={belt} />
      <AskedFor key={`${belt.belt.id} ${spanKey(span)}`} belt={belt.belt} checked={checked} />
      <Segmented<TensionWay>
        block
        aria-label="How it is measured"
        value={way}
        options={ways.map((value) => ({ value, label: WAY_NAMES[value] }))}
        onChange={setSchool}
      />
      <Expected checked={checked} belt={belt} way={way} />
      <Caution>Engine off and key out. Keep fingers out of the pulleys. Never check a running belt by hand.</Caution>
      {count > 1 && (
        <Segmented<number>
          block
          aria-label="Belt of the set"
          value={strand}
          options={Array.from({ length: count }, (_, i) => ({
            value: i + 1,
            label: strandName(i),
          }))}
          onChange={setStrand}
        />
      )}
      <HandReading
        key={`${way} ${spanKey(span)} ${strand} ${finger.force}`}
        way={way}
        span={span}
        belt={belt}
        wanted={wanted}
        strand={strand}
      />
      {count > 1 && <Matched belt={belt} />}
    </PanelSection>
  )
}
