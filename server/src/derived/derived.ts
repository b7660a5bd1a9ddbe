import type { DataSource } from 'typeorm'
import { DueService } from '../jobs/due-service.ts'
import { JobService } from '../jobs/job-service.ts'

/**
 * What is computed from other rows, so that lists and searches read no documents: how far a job is, what is due on a drive, the words
 * they are found by. Whoever writes calls the function of what was changed, in the same transaction.
 */
export class Derived {
  private readonly jobs: JobService
  private readonly dues: DueService

  constructor(source: DataSource, now: () => Date) {
    this.jobs = new JobService(source, now)
    this.dues = new DueService(source, now)
  }

  /** What a drive is made of decides how far its jobs are, and what of it is worn. */
  async afterDriveChanged(driveId: string): Promise<void> {
    await this.jobs.driveChanged(driveId)
    await this.dues.refresh(driveId)
  }

  /** An inspection or a fitting was kept, struck out or brought back. */
  async afterRecordsChanged(driveId: string): Promise<void> {
    await this.dues.refresh(driveId)
  }
}
