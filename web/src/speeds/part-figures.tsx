import { InputNumber } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Shaft } from '@emery/core/drive'
import { partSpeedRefusal, setPartSpeed, type PartSpeed, type RangeEnd } from '@emery/core/speeds'
import fields from '../ui/fields.module.css'
import { ReadingField } from '../ui/reading-field.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './speeds.module.css'
import { useSpeeds } from './use-speeds.ts'

export const PART_FIGURES_ID = 'part-figures'

/** What stands on the part asked about; where nothing does, the rule for its kind counts and is said to. */
export function PartFigures() {
  const { settled } = useBench()
  const { focus, nameOf } = useSpeeds()
  const shaft = settled.drive.shafts.find(({ id }) => id === focus?.shaft)
  if (focus === undefined || shaft === undefined) return null
  const { min: least, max: most, needsBlades } = focus.range
  return (
    <PanelSection
      label={`Limits of ${nameOf(shaft.id)}`}
      title={<>What {nameOf(shaft.id)} is made for</>}
      id={PART_FIGURES_ID}
    >
      <p className="soft">
        {needsBlades
          ? 'A fan’s maximum speed follows from its blade tip speed. Measure across the blades.'
          : 'A figure from the part or its service data overrides the rule for its kind.'}{' '}
        <Link to="/rules" className={styles['rulesLink'] ?? ''}>
          Rules
        </Link>
      </p>
      <div className={`${fields['three'] ?? ''} ${styles['figures'] ?? ''}`} key={shaft.id}>
        <RpmField shaft={shaft} part="minRpm" label="Minimum useful, rpm" rule={least} />
        <RpmField shaft={shaft} part="maxRpm" label="Maximum, rpm" rule={most} />
        {shaft.kind === 'fan' && <BladeField shaft={shaft} />}
      </div>
    </PanelSection>
  )
}

interface RpmFieldProps {
  readonly shaft: Shaft
  readonly part: 'minRpm' | 'maxRpm'
  readonly label: string
  /** What counts at the moment. */
  readonly rule: RangeEnd | null
}

function RpmField({ shaft, part, label, rule }: RpmFieldProps) {
  const [refusal, take] = usePartSpeed(shaft, part)
  const own = shaft[part]
  const note = own !== undefined ? 'its own figure' : rule === null ? 'not limited' : rule.restsOn
  return (
    <label>
      {label}
      <InputNumber<number>
        key={own ?? 'rule'}
        {...(own === undefined ? {} : { defaultValue: own })}
        placeholder={rule === null ? 'none' : String(Math.round(rule.rpm))}
        precision={0}
        controls={false}
        aria-invalid={refusal !== null}
        onBlur={(event) => take(event.target.value.trim() === '' ? null : Number(event.target.value))}
        onPressEnter={(event) => event.currentTarget.blur()}
      />
      <small role={refusal === null ? undefined : 'alert'}>{refusal ?? note}</small>
    </label>
  )
}

function BladeField({ shaft }: { readonly shaft: Shaft }) {
  const [, take] = usePartSpeed(shaft, 'bladeDiameter')
  return (
    <ReadingField
      label="Blade diameter"
      value={shaft.bladeDiameter ?? null}
      mayBeEmpty
      onRead={(mm) => {
        const why = take(mm)
        return why === null ? { ok: true } : { ok: false, message: why }
      }}
    />
  )
}

/** Takes a figure of a part, or why it cannot be, in a sentence. */
function usePartSpeed(
  shaft: Shaft,
  part: PartSpeed,
): readonly [string | null, (value: number | null) => string | null] {
  const { store } = useBench()
  const [refusal, setRefusal] = useState<string | null>(null)
  const take = (value: number | null) => {
    if (value === (shaft[part] ?? null)) {
      setRefusal(null)
      return null
    }
    const why = value === null ? undefined : partSpeedRefusal(shaft, part, value)
    const result =
      why === undefined ? store.getState().edit('a part’s limits', setPartSpeed(shaft.id, part, value)) : null
    const said = why ?? (result?.ok === false ? `It ${result.message}.` : null)
    setRefusal(said)
    return said
  }
  return [refusal, take]
}
