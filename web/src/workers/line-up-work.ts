import { fixPlan, settleDrive, USUAL_MOVES, type CheckedDrive, type FixPlan } from '@emery/core'

/** What the worker does; the same function runs without one in tests. */
export const lineUpWork = {
  /** The fewest moves; an accessory of which nobody has said what may be done to it may be pressed a little. */
  plan(drive: CheckedDrive): FixPlan | null {
    return fixPlan(settleDrive(drive), { unsaid: USUAL_MOVES })
  },
}

export type LineUpWork = typeof lineUpWork
