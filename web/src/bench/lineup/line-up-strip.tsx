import { useBenchState } from '../bench-context.ts'
import { FromAbove } from './from-above.tsx'
import { StackPicture } from './stack/stack-picture.tsx'

/** Along the bottom of the Line-up step: the belt from above, or the parts that would carry it. */
export function LineUpStrip() {
  const view = useBenchState((state) => state.lineUp.view)
  return view === 'stack' ? <StackPicture /> : <FromAbove />
}
