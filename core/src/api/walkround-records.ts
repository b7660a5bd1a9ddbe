/** Walks round a drive, as the server and its clients say them to each other. */
import type { WalkroundFields } from '../wear/walkround.ts'

export interface Walkround extends WalkroundFields {
  readonly id: string
  /** ISO, UTC. */
  readonly at: string
}
