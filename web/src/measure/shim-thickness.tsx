import { Button } from 'antd'
import { useState } from 'react'
import { readAdjuster } from '@emery/core/drive'
import { shimSum, USUAL_FLANK_DEG } from '@emery/core/sums'
import type { Mm } from '@emery/core/units'
import { useBench } from '../bench/bench-context.ts'
import { FigureInput } from '../ui/figure-input.tsx'
import { LengthInput } from '../ui/length-input.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import styles from './measure.module.css'

/** A shim as a caliper reads it, and what it does to the running diameter: nobody can measure that itself. */
export function ShimThickness({ adjuster }: { readonly adjuster: string }) {
  const { store } = useBench()
  const lengths = useLengths()
  const [thickness, setThickness] = useState<Mm | null>(null)
  const [angle, setAngle] = useState<number | null>(USUAL_FLANK_DEG)
  const grows = thickness === null || angle === null || angle >= 180 ? null : shimSum(thickness, angle)
  return (
    <>
      <div className={styles['grid']}>
        <LengthInput label="Thickness of one shim" value={thickness} onRead={setThickness} />
        <FigureInput label="Groove angle, °" value={angle} onRead={setAngle} />
      </div>
      {grows !== null && (
        <Button
          onClick={() => store.getState().edit('set an adjuster', readAdjuster(adjuster, 'diameterPerShim', grows))}
        >
          Each shim gives {lengths.fine(grows)} of diameter: keep it
        </Button>
      )}
    </>
  )
}
