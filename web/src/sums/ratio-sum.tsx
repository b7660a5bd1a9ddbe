import { useState } from 'react'
import type { Section } from '@emery/core/sections'
import { ratioDrive, ratioSum } from '@emery/core/sums'
import { useLengths } from '../ui/use-lengths.ts'
import { LengthField, SectionField } from './fields.tsx'
import { SumCard } from './sum-card.tsx'
import { FigureInput } from '../ui/figure-input.tsx'

/** Two diameters: the ratio both ways, and how fast the driven pulley turns. */
export function RatioSum() {
  const lengths = useLengths()
  const [driving, setDriving] = useState<number | null>(null)
  const [driven, setDriven] = useState<number | null>(null)
  const [rpm, setRpm] = useState<number | null>(null)
  const [section, setSection] = useState<Section>('PK')
  const sum = driving === null || driven === null ? undefined : ratioSum(driving, driven, section)
  return (
    <SumCard
      title="Ratio and speed"
      wants="Enter both diameters, measured across the outside."
      result={
        sum === undefined ? null : (
          <>
            <p>
              <b className="figures">{sum.ratio.toFixed(3)} ×</b> the driven pulley turns {sum.ratio.toFixed(2)} times
              for one turn of the driving.
            </p>
            <p>One turn of the driven takes {(1 / sum.ratio).toFixed(3)} turns of the driving.</p>
            {rpm !== null && (
              <p>
                At {Math.round(rpm)} rpm it turns at <b className="figures">{Math.round(rpm * sum.ratio)} rpm</b>.
              </p>
            )}
          </>
        )
      }
      {...(driving === null || driven === null ? {} : { asDrive: () => ratioDrive(driving, driven, section) })}
      working={
        sum === undefined
          ? undefined
          : `Cord radii ${lengths.fine(sum.radii[0])} ÷ ${lengths.fine(sum.radii[1])}. The outside diameters alone give ${sum.outside.toFixed(3)}.`
      }
    >
      <LengthField label="Driving, diameter" value={driving} onRead={setDriving} />
      <LengthField label="Driven, diameter" value={driven} onRead={setDriven} />
      <FigureInput label="Driving, rpm" value={rpm} onRead={setRpm} />
      <SectionField value={section} onPick={setSection} />
    </SumCard>
  )
}
