/** Jobs on a drive, as the server and its clients say them to each other. */
import type { InferType } from 'yup'
import { at, by, choice, list, record, text } from '../drive/schema-kit.ts'

/** Jobs kept in all. */
export const MOST_JOBS = 50_000

export const jobFieldsSchema = record({
  driveId: text('The drive it is on.', 36).required('must name a drive'),
  complaint: text('What is complained of.', 500).trim(),
  asked: text('What was asked for.', 500).trim(),
  ticks: list(
    record({
      step: text('The step of the plan.', 120).required('must name a step'),
      title: text('The step as it was called then.', 300),
      is: choice(['done', 'skipped'], 'Whether it was done or left out.'),
      reason: text('Why it was left out.', 300).trim(),
      by,
      at,
    }),
    'Steps that were done or left out, oldest first.',
    { most: 400 },
  ),
  torques: list(
    record({
      step: text('The step of the plan.', 120).required('must name a step'),
      value: text('What the vehicle’s maker says.', 60).trim(),
    }),
    'Torques out of the vehicle’s service data.',
    { most: 100 },
  ),
  closedAt: at.nullable(),
})

export type JobFields = Readonly<InferType<typeof jobFieldsSchema>>
export type JobTick = JobFields['ticks'][number]

export interface Job extends JobFields {
  readonly id: string
  /** Goes up by one with every save; a save names the one it was based on. */
  readonly version: number
}

export interface JobConflict {
  /** The fields that were to be saved; none where the job was to be struck out. */
  readonly yours: { readonly basedOn: number; readonly fields?: JobFields }
  readonly current: Job
}
