import type { AlignmentMove, LineWay } from '@emery/core/alignment'
import type { ReadUnder } from '@emery/core/drive'
import type { Verdict } from '@emery/core/verdict'

/** What an entry angle does. */
export const ALIGNMENT_DOES: Readonly<Record<Verdict, string>> = {
  unknown: 'is not known.',
  fine: 'runs quietly.',
  watch: 'may chirp when damp, and wears on one edge.',
  act: 'chirps, worst near idle; wears its edges, side-loads the bearings and may come off.',
}

/** How each way of reading is called, and how it is done. */
export const LINE_WAY_WORDS: Readonly<Record<LineWay, { readonly label: string; readonly how: string }>> = {
  depth: {
    label: 'Straightedge',
    how: 'Lay a straightedge on the crank pulley’s face where the drawing marks it. Measure with a caliper from it to the same rib on every pulley. Deeper means nearer to the block.',
  },
  laser: {
    label: 'Laser',
    how: 'Clamp the laser to the crank pulley so that both marks of its own target agree. Hold the target in the belt’s first groove of each pulley. Read where the line falls, at the edge near the crank and at the far edge.',
  },
  block: {
    label: 'Block',
    how: 'Measure from one flat face of the block forward to the belt’s first rib, square to the shafts. A larger reading means further forward.',
  },
}

/** What makes a part pull while the running engine is read. */
export const UNDER_WORDS: Readonly<Record<ReadUnder, string>> = {
  steering: 'Steering held against its stop, briefly',
  compressor: 'A/C on, coldest setting',
  electrics: 'Lights, blower and rear window on',
  throttle: 'Throttle blipped',
}

/** One move as it is done with the hands; positive comes away from the block. */
export function moveWords(move: AlignmentMove, part: string, text: (mm: number) => string): string {
  const much = text(Math.abs(move.by))
  const out = move.by > 0
  switch (move.kind) {
    case 'press':
      return out ? `Pull the pulley of ${part} out by ${much}` : `Press the pulley of ${part} in by ${much}`
    case 'shim':
      return out ? `Put ${much} of shims behind ${part}` : `Take ${much} of shims out behind ${part}`
    case 'spacer':
      return out ? `Put the spacer of ${much} behind ${part}` : `Set ${part} back by the spacer of ${much}`
    case 'groove':
      return `Put the belt into groove ${move.groove} of ${part}, counted from the front`
    case 'straighten':
      return `Straighten the bracket of ${part}: its rim is out by ${much}`
  }
}

/** What the move is done with, and what not to do. */
export function moveHow({ kind, by }: AlignmentMove): string {
  if (kind !== 'press') return HOW[kind]
  return by > 0
    ? 'With the puller: its jaws behind the hub’s collar, its screw against the shaft. Never a hammer, never by the rim.'
    : 'With the installer: its screw in the shaft’s thread, its nut against the hub. Never a hammer, never on the rim.'
}

const HOW: Readonly<Record<Exclude<AlignmentMove['kind'], 'press'>, string>> = {
  shim: 'Between the part and its bracket, the same at every bolt.',
  spacer: 'Between the part and its bracket; see that the bolts still reach far enough.',
  groove: 'Slacken the belt first; every rib in a groove, none over the edge.',
  straighten: 'Slacken its bolts, look for dirt or a bent lug between the faces, and tighten in order.',
}
