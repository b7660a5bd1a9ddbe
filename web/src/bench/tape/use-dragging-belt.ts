import { PointerSensor, useSensor, useSensors, type DragEndEvent, type DragMoveEvent } from '@dnd-kit/core'
import { setBeltLength } from '@emery/core/drive'
import { useBench } from '../bench-context.ts'

/** The name of the place a belt is dropped on. */
export const TAPE_ID = 'tape'

/** A belt pulled from the panel over the tape is held up to the drive; let go there, it is put on. */
export function useDraggingBelt() {
  const { store } = useBench()
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }))
  const lengthOf = ({ active }: DragMoveEvent | DragEndEvent) =>
    (active.data.current as { readonly length: number } | undefined)?.length ?? null
  const onDragMove = (event: DragMoveEvent) =>
    store.getState().tryLength(event.over?.id === TAPE_ID ? lengthOf(event) : null)
  const onDragEnd = (event: DragEndEvent) => {
    const { tryLength, edit, beltInHand } = store.getState()
    const length = lengthOf(event)
    tryLength(null)
    if (event.over?.id === TAPE_ID && length !== null && beltInHand !== null)
      edit('fit a belt', setBeltLength(beltInHand, length))
  }
  return { sensors, onDragMove, onDragEnd }
}
