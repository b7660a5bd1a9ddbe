import { Segmented } from 'antd'
import { lazy, Suspense } from 'react'
import type { SettledBelt } from '@emery/core/path'
import { useBench } from '../bench/bench-context.ts'
import { BeltOrWhy } from '../bench/panels/belt-or-why.tsx'
import { BeltTabs } from '../bench/panels/belt-tabs.tsx'
import { PanelSection } from '../ui/panel.tsx'
import type { TensionInHand } from '../bench/store/bench-store.ts'
import { GripMapOf } from './grip-map.tsx'
import { Running } from './running.tsx'
import { SpanByHand } from './span-by-hand.tsx'
import { useTension } from '../bench/use-tension.ts'

const RingingChart = lazy(async () => ({ default: (await import('./ringing-chart.tsx')).RingingChart }))
const SetAndCheck = lazy(async () => ({ default: (await import('./set/set-and-check.tsx')).SetAndCheck }))

/** How tight each belt runs and what slips first; how to set it by hand and what a reading means. */
export function TensionStep() {
  return (
    <BeltOrWhy what="What each span carries" instead={(belt) => <SpanByHand key={belt.belt.id} belt={belt} />}>
      {(belt) => <OfBelt belt={belt} />}
    </BeltOrWhy>
  )
}

function OfBelt({ belt }: { readonly belt: SettledBelt }) {
  const { store } = useBench()
  const { belts, view } = useTension()
  const running = belts.find((each) => each.belt === belt.belt.id)
  return (
    <>
      <PanelSection>
        <Segmented<TensionInHand['view']>
          block
          aria-label="View"
          value={view}
          options={[
            { value: 'running', label: 'Running' },
            { value: 'set', label: 'Set tension' },
          ]}
          onChange={(next) => store.getState().setTension({ view: next })}
        />
      </PanelSection>
      <BeltTabs />
      {view === 'set' ? (
        <Suspense fallback={<p role="status">Loading …</p>}>
          <SetAndCheck key={belt.belt.id} belt={belt} running={running} />
        </Suspense>
      ) : running === undefined ? (
        <PanelSection>
          <p role="status">The crank does not drive this belt, so it does not run.</p>
        </PanelSection>
      ) : (
        <>
          <Running belt={belt} running={running} />
          <GripMapOf belt={belt} />
          <Suspense fallback={null}>
            <RingingChart belt={belt} />
          </Suspense>
        </>
      )}
    </>
  )
}
