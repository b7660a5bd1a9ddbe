import { useState } from 'react'
import { shimSum, USUAL_FLANK_DEG } from '@emery/core/sums'
import { useLengths } from '../ui/use-lengths.ts'
import { LengthField } from './fields.tsx'
import { SumCard } from './sum-card.tsx'
import { FigureInput } from '../ui/figure-input.tsx'

/** A shim of a split pulley: how much larger it runs without it. */
export function ShimSum() {
  const lengths = useLengths()
  const [thickness, setThickness] = useState<number | null>(null)
  const [angle, setAngle] = useState<number | null>(USUAL_FLANK_DEG)
  const grows = thickness === null || angle === null || angle >= 180 ? null : shimSum(thickness, angle)
  return (
    <SumCard
      title="Shim of a split pulley"
      wants="Enter the shim’s thickness."
      result={
        grows === null ? null : (
          <p>
            Taken out, the belt runs on a diameter <b className="figures">{lengths.fine(grows)}</b> larger.
          </p>
        )
      }
      working="t ÷ tan(φ / 2), φ the angle of the groove"
    >
      <LengthField label="Shim" value={thickness} onRead={setThickness} />
      <FigureInput label="Groove angle, °" value={angle} onRead={setAngle} />
    </SumCard>
  )
}
