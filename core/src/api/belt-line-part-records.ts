/** Parts whose belt lines are added up, as the server and its clients say them to each other. */
import type { BeltLinePartFields } from '../belt-line-parts/belt-line-part.ts'

/** Rows the table may hold, and rows one import may bring. */
export const MAX_BELT_LINE_PARTS = 2000

export interface BeltLinePart extends BeltLinePartFields {
  readonly id: string
  readonly version: number
}

export interface BeltLinePartConflict {
  /** The fields that were to be saved; none where the part was to be deleted. */
  readonly yours: { readonly basedOn: number; readonly fields?: BeltLinePartFields }
  readonly current: BeltLinePart
}
