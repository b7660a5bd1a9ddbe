import { Select } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { AID_FIGURES } from '@emery/core/length'
import { beltLabel, familyOf, type Section } from '@emery/core/sections'
import { lengthDrive, lengthSum } from '@emery/core/sums'
import { stampNow } from '../ui/preferences.ts'
import { useLengths } from '../ui/use-lengths.ts'
import { LengthField, SectionField } from './fields.tsx'
import { SumCard } from './sum-card.tsx'
import { FigureInput } from '../ui/figure-input.tsx'

type Aid = keyof typeof AID_FIGURES
const AIDS: readonly { readonly value: Aid; readonly label: string }[] = [
  { value: 'string', label: 'String' },
  { value: 'strap', label: 'Strap' },
  { value: 'rope', label: 'Rope' },
  { value: 'wire', label: 'Wire' },
  { value: 'tape', label: 'Tape' },
  { value: 'oldbelt', label: 'Old belt, along its back' },
]
/** Sizes that are named; more are no help. */
const MAX_SIZES = 5

/** Something laid along the route: the belt's length, and the sizes near it. */
export function LengthSum() {
  const lengths = useLengths()
  const [section, setSection] = useState<Section>('PK')
  const [ribs, setRibs] = useState<number | null>(6)
  const [aid, setAid] = useState<Aid>('string')
  const [reading, setReading] = useState<number | null>(null)
  const [backTurns, setBackTurns] = useState(0)
  const hasRibs = familyOf(section).hasRibs
  const sum =
    reading === null || reading === 0
      ? null
      : lengthSum(section, { aid, thickness: AID_FIGURES[aid].usual, reading }, backTurns)
  return (
    <SumCard
      title="Belt from a string or strap"
      wants="Lay it where the belt runs, then enter its length."
      result={
        sum === null ? null : (
          <>
            <p>
              <b className="figures">{lengths.text(sum.statedLength)}</b> ± {lengths.text(sum.spread)}
            </p>
            <p>
              Sizes near it:{' '}
              {sum.sizes
                .slice(0, MAX_SIZES)
                .map((size) => beltLabel(section, hasRibs ? (ribs ?? 1) : 1, size))
                .join(', ')}
            </p>
          </>
        )
      }
      asDrive={() =>
        lengthDrive(
          { section, ribs: hasRibs ? (ribs ?? 1) : 1 },
          { aid, thickness: AID_FIGURES[aid].usual, reading: reading ?? 0 },
          backTurns,
          { id: newId(), ...stampNow() },
        )
      }
      working={
        sum === null
          ? undefined
          : `${lengths.text(sum.aidLength)} ${sum.correction < 0 ? '−' : '+'} ${lengths.text(Math.abs(sum.correction))}, one wrap on the ribs in all${backTurns > 0 ? ` and ${backTurns} more on ribs and back each` : ''} (nominal). Buy more than one size and take back what does not fit.`
      }
    >
      <label>
        Laid with
        <Select aria-label="Laid with" value={aid} options={[...AIDS]} onChange={setAid} />
      </label>
      <LengthField label="It reads" value={reading} onRead={setReading} />
      <SectionField value={section} onPick={setSection} />
      {hasRibs && <FigureInput label="Ribs" value={ribs} onRead={setRibs} />}
      <label>
        Pulleys on its back
        <Select
          aria-label="Pulleys on its back"
          value={backTurns}
          options={[
            { value: 0, label: 'none' },
            { value: 0.3, label: 'one' },
            { value: 0.6, label: 'two or more' },
          ]}
          onChange={setBackTurns}
        />
      </label>
    </SumCard>
  )
}
