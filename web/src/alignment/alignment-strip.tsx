import { Segmented } from 'antd'
import { useState } from 'react'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import styles from './alignment.module.css'
import { AllPlanes } from './all-planes.tsx'
import { FromAbove } from './from-above.tsx'
import { SetsPicture } from './belt-line-parts/sets-picture.tsx'

type Shown = 'this' | 'all'

/** Along the bottom of the Alignment step: the belt from above, the planes of all of them, or the parts that would carry it. */
export function AlignmentStrip() {
  const { settled } = useBench()
  const view = useBenchState((state) => state.alignment.view)
  const [shown, setShown] = useState<Shown>('this')
  if (view === 'sets') return <SetsPicture />
  if (settled.belts.length < 2) return <FromAbove />
  return (
    <div className={styles['strip']}>
      <Segmented<Shown>
        aria-label="Belts from above"
        value={shown}
        options={[
          { value: 'this', label: 'This belt' },
          { value: 'all', label: 'All belts' },
        ]}
        onChange={setShown}
      />
      {shown === 'this' ? <FromAbove /> : <AllPlanes />}
    </div>
  )
}
