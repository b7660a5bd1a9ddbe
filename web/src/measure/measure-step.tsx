import { useEffect, useRef } from 'react'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import type { Measuring } from '../bench/store/bench-store.ts'
import { AdjusterPanel } from './adjuster-panel.tsx'
import styles from './measure.module.css'
import { PhotoPanel } from './photo-panel.tsx'
import { PlacesPanel } from './places-panel.tsx'
import { PulleysPanel } from './pulleys-panel.tsx'

const PARTS: readonly { readonly id: Measuring; readonly label: string; readonly Panel: () => React.JSX.Element }[] = [
  { id: 'pulleys', label: 'Pulleys', Panel: PulleysPanel },
  { id: 'places', label: 'Positions', Panel: PlacesPanel },
  { id: 'photo', label: 'Photo', Panel: PhotoPanel },
  { id: 'adjusters', label: 'Adjusters', Panel: AdjusterPanel },
]

/** Everything that is read off the engine: sizes of pulleys, their places by tape, photo or hand, and what takes belts up. */
export function MeasureStep() {
  const { store } = useBench()
  const measuring = useBenchState((state) => state.measuring)
  const tabs = useRef<HTMLDivElement>(null)
  // Another part begins at its top, not where the last one was left.
  useEffect(() => {
    const { current } = tabs
    if (current?.parentElement != null) current.parentElement.scrollTop = 0
  }, [measuring])
  const { Panel } = PARTS.find(({ id }) => id === measuring) ?? { Panel: PulleysPanel }
  return (
    <>
      <div ref={tabs} className={styles['tabs']} role="group" aria-label="What to measure">
        {PARTS.map(({ id, label }) => (
          <button key={id} type="button" aria-pressed={id === measuring} onClick={() => store.getState().measure(id)}>
            {label}
          </button>
        ))}
      </div>
      <Panel />
    </>
  )
}
