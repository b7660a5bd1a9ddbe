import type { DataSource } from 'typeorm'
import { MOST_JOBS, type JobFields } from '@emery/core'
import { VersionedRows } from '../rows/versioned-rows.ts'
import { JobEntity } from './job.entity.ts'

/** The workshop's jobs, each on a drive, with what was ticked and by whom. */
export function jobsOf(source: DataSource, now: () => Date): VersionedRows<JobFields> {
  return new VersionedRows(source, now, {
    entity: JobEntity,
    fields: ['driveId', 'complaint', 'asked', 'ticks', 'torques', 'closedAt'],
    order: ['driveId'],
    most: MOST_JOBS,
    notFound: 'JOB_NOT_FOUND',
    full: 'JOBS_FULL',
  })
}
