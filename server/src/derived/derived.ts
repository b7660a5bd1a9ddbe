import type { DataSource } from 'typeorm'
import { WEAR_RULES } from '@emery/core/rules'
import { managerOf } from '../database/unit-of-work.ts'
import { DueService } from '../jobs/due-service.ts'
import { JobService } from '../jobs/job-service.ts'

/**
 * What is computed from other rows, so that lists and searches read no documents: how far a job is, what is due on a drive, the words
 * they are found by. Whoever writes calls the function of what was changed, in the same transaction.
 */
export class Derived {
  private readonly jobs: JobService
  private readonly dues: DueService

  constructor(
    private readonly source: DataSource,
    now: () => Date,
  ) {
    this.jobs = new JobService(source, now)
    this.dues = new DueService(source, now)
  }

  /** What a drive is made of decides how far its jobs are, and what of it is worn. */
  async afterDriveChanged(driveId: string): Promise<void> {
    await this.jobs.driveChanged(driveId)
    await this.dues.refresh(driveId)
  }

  /** A limit of wear decides what is due on every drive of which something was recorded. */
  async afterRuleChanged(key: string): Promise<void> {
    if (!WEAR_RULES.some((rule) => rule.key === key)) return
    const recorded = await managerOf(this.source).query<{ readonly id: string }[]>(
      `SELECT drive.id FROM drives drive WHERE drive.deletedAt IS NULL AND (
         EXISTS (SELECT 1 FROM inspections one WHERE one.driveId = drive.id AND one.deletedAt IS NULL)
         OR EXISTS (SELECT 1 FROM fittings one WHERE one.driveId = drive.id AND one.deletedAt IS NULL))`,
    )
    for (const { id } of recorded) await this.dues.refresh(id)
    // When a belt is looked at again is one of them.
    const waiting = await managerOf(this.source).query<{ readonly driveId: string }[]>(
      "SELECT DISTINCT driveId FROM jobs WHERE deletedAt IS NULL AND stage = 're-check'",
    )
    for (const { driveId } of waiting) await this.jobs.driveChanged(driveId)
  }

  /** An inspection or a fitting was kept, deleted or brought back. */
  async afterRecordsChanged(driveId: string): Promise<void> {
    await this.dues.refresh(driveId)
  }
}
