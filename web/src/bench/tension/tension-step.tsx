import { Segmented } from 'antd'
import { lazy, Suspense } from 'react'
import type { SettledBelt } from '@emery/core'
import { useBench } from '../bench-context.ts'
import { BeltOrWhy } from '../steps/belt-or-why.tsx'
import { BeltTabs } from '../steps/belt-tabs.tsx'
import panel from '../steps/panel.module.css'
import type { TensionInHand } from '../store/bench-store.ts'
import { GripMapOf } from './grip-map.tsx'
import { Running } from './running.tsx'
import { useTension } from './use-tension.ts'

const SetAndCheck = lazy(async () => ({ default: (await import('./set/set-and-check.tsx')).SetAndCheck }))

/** How tight each belt runs and what slips first; how to set it by hand and what a reading means. */
export function TensionStep() {
  return <BeltOrWhy what="How tight this belt runs">{(belt) => <OfBelt belt={belt} />}</BeltOrWhy>
}

function OfBelt({ belt }: { readonly belt: SettledBelt }) {
  const { store } = useBench()
  const { belts, view } = useTension()
  const running = belts.find((each) => each.belt === belt.belt.id)
  return (
    <>
      <div className={panel['section']}>
        <Segmented<TensionInHand['view']>
          block
          aria-label="What to look at"
          value={view}
          options={[
            { value: 'running', label: 'Under way' },
            { value: 'set', label: 'Set and check' },
          ]}
          onChange={(next) => store.getState().setTension({ view: next })}
        />
      </div>
      <BeltTabs />
      {view === 'set' ? (
        <Suspense fallback={<p role="status">Fetching …</p>}>
          <SetAndCheck key={belt.belt.id} belt={belt} running={running} />
        </Suspense>
      ) : running === undefined ? (
        <section className={panel['section']}>
          <p role="status">Nothing turns this belt: the crank must drive it before it can run.</p>
        </section>
      ) : (
        <>
          <Running belt={belt} running={running} />
          <GripMapOf belt={belt} />
        </>
      )}
    </>
  )
}
