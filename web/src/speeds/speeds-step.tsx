import { Segmented } from 'antd'
import { lazy, Suspense } from 'react'
import { useBench } from '../bench/bench-context.ts'
import { BeltsNow } from './belts-now.tsx'
import { CheckSum } from './check-sum.tsx'
import { EngineSpeeds } from './engine-speeds.tsx'
import { Findings } from './speed-verdicts.tsx'
import { PartFigures } from './part-figures.tsx'
import { SpeedChart } from './speed-chart.tsx'
import { SpeedFiles } from './speed-files.tsx'
import { SpeedTable } from './speed-table.tsx'
import { useSpeeds } from './use-speeds.ts'
import { PanelSection } from '../ui/panel.tsx'

const ChangeSizes = lazy(async () => ({ default: (await import('./change-sizes/change-sizes.tsx')).ChangeSizes }))

/** How fast everything turns, whether that is right, and which pulley would put it right. */
export function SpeedsStep() {
  const { store } = useBench()
  const { view } = useSpeeds()
  return (
    <>
      <PanelSection>
        <Segmented<'now' | 'right'>
          block
          aria-label="View"
          value={view}
          options={[
            { value: 'now', label: 'Now' },
            { value: 'right', label: 'Change sizes' },
          ]}
          onChange={(next) => store.getState().setSpeeds({ view: next, trying: null })}
        />
      </PanelSection>
      {view === 'now' ? (
        <>
          <Findings />
          <BeltsNow />
          <EngineSpeeds />
          <SpeedTable />
          <SpeedChart />
          <PartFigures />
          <SpeedFiles />
          <CheckSum />
        </>
      ) : (
        <Suspense fallback={<p role="status">Loading …</p>}>
          <ChangeSizes />
        </Suspense>
      )}
    </>
  )
}
