import { Button } from 'antd'
import { useEffect, useState } from 'react'
import { useBench } from '../../bench/bench-context.ts'
import { PanelSection } from '../../ui/panel.tsx'
import { useSpeeds } from '../use-speeds.ts'
import { BestSet } from './best-set.tsx'
import { Candidates } from './candidates.tsx'
import { Compare } from './compare.tsx'
import styles from './change-sizes.module.css'
import { WantedForm } from './wanted-form.tsx'

/** Which pulley would put a speed right, what else it changes, and which of several to keep. */
export function ChangeSizes() {
  const { store } = useBench()
  const { compared, judged } = useSpeeds()
  const [comparing, setComparing] = useState(false)
  // What was held up to the drawing goes with the panel that held it.
  useEffect(() => () => store.getState().setSpeeds({ trying: null }), [store])
  if (judged.length === 0)
    return (
      <PanelSection>
        <p role="status">No measured pulley is driven yet. Measure the pulleys and route the belt first.</p>
      </PanelSection>
    )
  return (
    <>
      <WantedForm />
      <Candidates />
      <BestSet />
      {compared.length > 0 && (
        <div className={styles['tray']} role="region" aria-label="Versions to compare">
          <span>{compared.length} of 3 beside the present drive</span>
          <Button type="text" onClick={() => store.getState().setSpeeds({ compared: [] })}>
            Clear
          </Button>
          <Button type="primary" onClick={() => setComparing(true)}>
            Compare
          </Button>
        </div>
      )}
      {comparing && <Compare onClose={() => setComparing(false)} />}
    </>
  )
}
