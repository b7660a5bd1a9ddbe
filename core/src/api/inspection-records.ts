/** Walks round a drive, as the server and its clients say them to each other. */
import type { InspectionFields } from '../wear/inspection.ts'

export interface Inspection extends InspectionFields {
  readonly id: string
  /** ISO, UTC. */
  readonly at: string
}
