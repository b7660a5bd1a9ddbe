import { useBench, useBenchState } from '../bench-context.ts'
import { Choices } from '../../ui/choices.tsx'

/** One belt of several is in hand; the panel and the tape are about it. */
export function BeltTabs() {
  const { store, settled } = useBench()
  const inHand = useBenchState((state) => state.beltInHand)
  if (settled.belts.length < 2) return null
  return (
    <Choices label="Selected belt">
      {settled.belts.map(({ belt: { id, name } }) => (
        <button key={id} type="button" aria-pressed={id === inHand} onClick={() => store.getState().takeBelt(id)}>
          {name}
        </button>
      ))}
    </Choices>
  )
}
