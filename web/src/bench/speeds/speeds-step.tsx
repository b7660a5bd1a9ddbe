import { Segmented } from 'antd'
import { lazy, Suspense } from 'react'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import { BeltsNow } from './belts-now.tsx'
import { CheckSum } from './check-sum.tsx'
import { EngineSpeeds } from './engine-speeds.tsx'
import { Findings } from './findings.tsx'
import { PartFigures } from './part-figures.tsx'
import { SpeedChart } from './speed-chart.tsx'
import { SpeedFiles } from './speed-files.tsx'
import { SpeedTable } from './speed-table.tsx'
import { useSpeeds } from './use-speeds.ts'

const PutRight = lazy(async () => ({ default: (await import('./put-right/put-right.tsx')).PutRight }))

/** How fast everything turns, whether that is right, and which pulley would put it right. */
export function SpeedsStep() {
  const { store } = useBench()
  const { view } = useSpeeds()
  return (
    <>
      <div className={panel['section']}>
        <Segmented<'now' | 'right'>
          block
          aria-label="What to look at"
          value={view}
          options={[
            { value: 'now', label: 'As it is' },
            { value: 'right', label: 'Put it right' },
          ]}
          onChange={(next) => store.getState().setSpeeds({ view: next, trying: null })}
        />
      </div>
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
        <Suspense fallback={<p role="status">Fetching …</p>}>
          <PutRight />
        </Suspense>
      )}
    </>
  )
}
