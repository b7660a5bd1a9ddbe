import type { LineUpMove, LineUpVerdict } from '@emery/core'
import type { Verdict } from '../../readings/verdict-mark.tsx'

export const LINE_UP_MARK: Readonly<Record<LineUpVerdict, Verdict>> = { quiet: 'fine', watch: 'watch', act: 'act' }

/** What an entry angle does. */
export const LINE_UP_DOES: Readonly<Record<LineUpVerdict, string>> = {
  quiet: 'runs quietly.',
  watch: 'may chirp when it is damp, and wears one edge.',
  act: 'chirps, worst near idle, wears its edges and may be thrown off.',
}

/** One move as it is done with the hands; positive comes away from the block. */
export function moveWords(move: LineUpMove, part: string, text: (mm: number) => string): string {
  const much = text(Math.abs(move.by))
  const out = move.by > 0
  switch (move.kind) {
    case 'press':
      return out ? `Draw the pulley of ${part} out by ${much}` : `Press the pulley of ${part} in by ${much}`
    case 'shim':
      return out ? `Put ${much} of shims behind ${part}` : `Take ${much} of shims out behind ${part}`
    case 'spacer':
      return out ? `Put the spacer of ${much} behind ${part}` : `Set ${part} back by the spacer of ${much}`
    case 'groove':
      return `Put the belt into groove ${move.groove} of ${part}, counted from the front`
    case 'straighten':
      return `Straighten the bracket of ${part}: its rim stands out ${much}`
  }
}

/** What the move is done with, and what not to do. */
export const MOVE_HOW: Readonly<Record<LineUpMove['kind'], string>> = {
  press: 'With a pulley puller, or a pressing tool on the shaft’s thread; never a hammer, never against the rim.',
  shim: 'Between the part and its bracket, the same at every bolt.',
  spacer: 'Between the part and its bracket; see that the bolts still reach far enough.',
  groove: 'Slacken the belt first; every rib in a groove, none over the edge.',
  straighten: 'Slacken its bolts, look for dirt or a bent ear between the faces, and tighten in order.',
}
