import { fixPlan, usualMoves, type FixPlan } from '@emery/core/alignment'
import { beltLineSets, worthBuying, type BeltLineSets, type LineChoice } from '@emery/core/belt-line-parts'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'

/** Sets that are put in order, and the few of them that are worth a look. */
const SETS_SOUGHT = 60
const SETS_SHOWN = 8

/** What the worker does; the same function runs without one in tests. */
export const alignmentWork = {
  /** The fewest moves; what may be done to a part of which nobody has said so is usual for its kind. */
  plan(drive: CheckedDrive, answered: readonly string[]): FixPlan {
    return fixPlan(settleDrive(drive), { unsaid: usualMoves, answered })
  },
  /** The sets of parts whose belt lines agree within `within` mm: how many, and the few worth buying. */
  sets(slots: readonly (readonly LineChoice[])[], within: number): BeltLineSets {
    const { sets, ...found } = beltLineSets(slots, { within, max: SETS_SOUGHT })
    return { ...found, sets: worthBuying(sets).slice(0, SETS_SHOWN) }
  },
}

export type AlignmentWork = typeof alignmentWork
