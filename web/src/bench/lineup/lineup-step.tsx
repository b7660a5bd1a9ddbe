import { Segmented } from 'antd'
import { lazy, Suspense } from 'react'
import { useBench, useBenchState } from '../bench-context.ts'
import { BeltOrWhy } from '../steps/belt-or-why.tsx'
import { BeltTabs } from '../steps/belt-tabs.tsx'
import panel from '../steps/panel.module.css'
import type { LineUpInHand } from '../store/bench-store.ts'
import { BesideReadings } from './beside-readings.tsx'
import { LineComparedToBefore } from './line-compared.tsx'
import { LinePlan } from './line-plan.tsx'
import { LineReadings } from './line-readings.tsx'
import { LineResult } from './line-result.tsx'
import { LineSigns } from './line-signs.tsx'
import { MovesEditor } from './moves-editor.tsx'

const StackView = lazy(async () => ({ default: (await import('./stack/stack-view.tsx')).StackView }))

/** What is out of line, by how much, and the fewest moves that mend it; and which mixed parts would be in line. */
export function LineUpStep() {
  const { store } = useBench()
  const view = useBenchState((state) => state.lineUp.view)
  return (
    <BeltOrWhy what="How its pulleys line up">
      {(belt) => (
        <>
          <div className={panel['section']}>
            <Segmented<LineUpInHand['view']>
              block
              aria-label="What to look at"
              value={view}
              options={[
                { value: 'read', label: 'Read and mend' },
                { value: 'stack', label: 'Mixed parts' },
              ]}
              onChange={(next) => store.getState().setLineUp({ view: next })}
            />
          </div>
          <BeltTabs />
          {view === 'stack' ? (
            <Suspense fallback={<p role="status">Fetching …</p>}>
              <StackView key={belt.belt.id} belt={belt} />
            </Suspense>
          ) : (
            <>
              <LineResult belt={belt} />
              <LineSigns key={`signs ${belt.belt.id}`} beltId={belt.belt.id} />
              <LineComparedToBefore />
              <LineReadings key={`readings ${belt.belt.id}`} beltId={belt.belt.id} />
              <LinePlan />
              <BesideReadings key={`beside ${belt.belt.id}`} belt={belt} />
              <MovesEditor />
            </>
          )}
        </>
      )}
    </BeltOrWhy>
  )
}
