import {
  beltLineSets,
  fixPlan,
  settleDrive,
  USUAL_MOVES,
  type BeltLineSets,
  type CheckedDrive,
  type FixPlan,
  type LineChoice,
} from '@emery/core'

/** What the worker does; the same function runs without one in tests. */
export const lineUpWork = {
  /** The fewest moves; an accessory of which nobody has said what may be done to it may be pressed a little. */
  plan(drive: CheckedDrive): FixPlan | null {
    return fixPlan(settleDrive(drive), { unsaid: USUAL_MOVES })
  },
  /** The sets of parts whose belt lines agree within `within` mm. */
  sets(slots: readonly (readonly LineChoice[])[], within: number): BeltLineSets {
    return beltLineSets(slots, { within })
  },
}

export type LineUpWork = typeof lineUpWork
