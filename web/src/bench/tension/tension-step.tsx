import { useBench } from '../bench-context.ts'
import { BeltTabs } from '../steps/belt-tabs.tsx'
import panel from '../steps/panel.module.css'
import { GripMapOf } from './grip-map.tsx'
import { Running } from './running.tsx'
import { SetIt } from './set-it.tsx'
import { useTension } from './use-tension.ts'

/** How tight each belt runs and what slips first; how to set it by hand and what a reading means. */
export function TensionStep() {
  const { belt } = useBench()
  const { belts } = useTension()
  const running = belts.find((each) => each.belt === belt?.belt.id)
  if (belt === undefined || running === undefined)
    return (
      <>
        <BeltTabs />
        <section className={panel['section']}>
          <p role="status">
            {belt === undefined
              ? 'This drive has no belt yet.'
              : 'How tight this belt runs follows once its pulleys are measured, it is threaded, and the crank drives it.'}
          </p>
        </section>
      </>
    )
  return (
    <>
      <BeltTabs />
      <Running belt={belt} running={running} />
      <GripMapOf belt={belt} />
      <SetIt key={belt.belt.id} belt={belt} />
    </>
  )
}
