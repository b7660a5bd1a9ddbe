import { useBenchState } from '../bench/bench-context.ts'
import { FromAbove } from './from-above.tsx'
import { SetsPicture } from './belt-line-parts/sets-picture.tsx'

/** Along the bottom of the Alignment step: the belt from above, or the parts that would carry it. */
export function AlignmentStrip() {
  const view = useBenchState((state) => state.alignment.view)
  return view === 'sets' ? <SetsPicture /> : <FromAbove />
}
