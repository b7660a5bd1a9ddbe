import { fixPlan, usualMoves, type FixPlan } from '@emery/core/alignment'
import { beltLineSets, type BeltLineSets, type LineChoice } from '@emery/core/belt-line-parts'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'

/** What the worker does; the same function runs without one in tests. */
export const alignmentWork = {
  /** The fewest moves; what may be done to a part of which nobody has said so is usual for its kind. */
  plan(drive: CheckedDrive, answered: readonly string[]): FixPlan {
    return fixPlan(settleDrive(drive), { unsaid: usualMoves, answered })
  },
  /** The sets of parts whose belt lines agree within `within` mm. */
  sets(slots: readonly (readonly LineChoice[])[], within: number): BeltLineSets {
    return beltLineSets(slots, { within })
  },
}

export type AlignmentWork = typeof alignmentWork
