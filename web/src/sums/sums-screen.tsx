import { useMemo } from 'react'
import listPage from '../ui/list-page.module.css'
import { useTopBar } from '../ui/top-bar.ts'
import { LabelSum } from './label-sum.tsx'
import { LengthSum } from './length-sum.tsx'
import { LineSum } from './line-sum.tsx'
import { RatioSum } from './ratio-sum.tsx'
import { ShimSum } from './shim-sum.tsx'
import styles from './sums.module.css'
import { TravelSum } from './travel-sum.tsx'
import { TensionSum } from './tension-sum.tsx'

/** One number from two or three, without a drive; nothing is stored. */
export function SumsScreen() {
  useTopBar(
    useMemo(
      () => ({
        title: <strong>Sums</strong>,
        commands: [{ id: 'print', label: 'Print the sums', run: () => window.print() }],
      }),
      [],
    ),
  )
  return (
    <div className={listPage['page']}>
      <div className={listPage['head']}>
        <h1>Sums</h1>
      </div>
      <p className="soft">One number without a drive. Nothing is stored unless you make it a drive.</p>
      <div className={styles['sums']}>
        <RatioSum />
        <TensionSum />
        <LengthSum />
        <LabelSum />
        <LineSum />
        <ShimSum />
        <TravelSum />
      </div>
    </div>
  )
}
