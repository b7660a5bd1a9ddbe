import { Segmented } from 'antd'
import { lazy, Suspense } from 'react'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { BeltOrWhy } from '../bench/panels/belt-or-why.tsx'
import { BeltTabs } from '../bench/panels/belt-tabs.tsx'
import type { AlignmentInHand } from '../bench/store/bench-store.ts'
import { BesideReadings } from './beside-readings.tsx'
import { LineComparedToBefore } from './line-compared.tsx'
import { LinePlan } from './line-plan.tsx'
import { LineReadings } from './line-readings.tsx'
import { LineResult } from './line-result.tsx'
import { LineSigns } from './line-signs.tsx'
import { MovesEditor } from './moves-editor.tsx'
import { OffsetsOnly } from './offsets-only.tsx'
import { PanelSection } from '../ui/panel.tsx'

const SetsView = lazy(async () => ({ default: (await import('./belt-line-parts/sets-view.tsx')).SetsView }))

/** What is misaligned, by how much, and the fewest moves that mend it; and which mixed parts would be in line. */
export function AlignmentStep() {
  const { store } = useBench()
  const view = useBenchState((state) => state.alignment.view)
  return (
    <BeltOrWhy
      what="The angle of each span"
      instead={(belt) => (
        <>
          <OffsetsOnly key={`offsets ${belt.belt.id}`} belt={belt} />
          <LineReadings key={`readings ${belt.belt.id}`} beltId={belt.belt.id} />
        </>
      )}
    >
      {(belt) => (
        <>
          <PanelSection>
            <Segmented<AlignmentInHand['view']>
              block
              aria-label="View"
              value={view}
              options={[
                { value: 'read', label: 'Measure and correct' },
                { value: 'sets', label: 'Mixed parts' },
              ]}
              onChange={(next) => store.getState().setAlignment({ view: next })}
            />
          </PanelSection>
          <BeltTabs />
          {view === 'sets' ? (
            <Suspense fallback={<p role="status">Loading …</p>}>
              <SetsView key={belt.belt.id} belt={belt} />
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
