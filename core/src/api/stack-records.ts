/** Parts whose belt lines are added up, as the server and its clients say them to each other. */
import type { StackFields } from '../lineup/stack-part.ts'

/** Rows the table may hold, and rows one import may bring. */
export const MOST_STACK_ROWS = 2000

export interface StackPart extends StackFields {
  readonly id: string
  readonly version: number
}

export interface StackConflict {
  /** The fields that were to be saved; none where the part was to be struck out. */
  readonly yours: { readonly basedOn: number; readonly fields?: StackFields }
  readonly current: StackPart
}
