import { fixPlan, usualMoves, type FixPlan } from '@emery/core/alignment'
import { beltLineSets, type BeltLineSets, type LineChoice } from '@emery/core/belt-line-parts'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'

/** What the worker does; the same function runs without one in tests. */
export const alignmentWork = {
  /** The fewest moves; an accessory of which nobody has said what may be done to it may be pressed a little. */
  plan(drive: CheckedDrive): FixPlan {
    return fixPlan(settleDrive(drive), { unsaid: usualMoves })
  },
  /** The sets of parts whose belt lines agree within `within` mm. */
  sets(slots: readonly (readonly LineChoice[])[], within: number): BeltLineSets {
    return beltLineSets(slots, { within })
  },
}

export type AlignmentWork = typeof alignmentWork
