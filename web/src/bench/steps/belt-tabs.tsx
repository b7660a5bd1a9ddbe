import { useBench, useBenchState } from '../bench-context.ts'
import styles from './panel.module.css'

/** One belt of several is in hand; the panel and the tape are about it. */
export function BeltTabs() {
  const { store, settled } = useBench()
  const inHand = useBenchState((state) => state.beltInHand)
  if (settled.belts.length < 2) return null
  return (
    <div className={styles['tabs']} role="group" aria-label="Belt in hand">
      {settled.belts.map(({ belt: { id, name } }) => (
        <button key={id} type="button" aria-pressed={id === inHand} onClick={() => store.getState().takeBelt(id)}>
          {name}
        </button>
      ))}
    </div>
  )
}
