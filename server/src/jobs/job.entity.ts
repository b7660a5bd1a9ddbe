import { EntitySchema } from 'typeorm'
import type { JobFields, JobStage, JobStatus } from '@emery/core/api'
import type { DriveRow } from '../drives/drive.entity.ts'
import { jsonColumn } from '../rows/json-column.ts'
import { VERSIONED_COLUMNS } from '../rows/versioned-columns.ts'
import type { VersionedRow } from '../rows/versioned-rows.ts'

/** A job as its document, and beside it what it is listed and found by, computed at every save. */
export interface JobRow extends VersionedRow, JobStatus {
  readonly number: number
  readonly driveId: string
  readonly complaint: string
  /** What it is found by and which vehicle it is on, kept by `rewriteWords`. */
  readonly words?: string
  readonly vehicleId?: string | null
  readonly document: JobFields
  readonly stage: JobStage
  readonly promisedFor: string | null
  readonly priority: string
  /** Names, with a bar before, between and after them. */
  readonly hands: string
  readonly estimate: number | null
  /** Noted in all. */
  readonly minutes: number
  readonly openedAt: Date
  readonly closedAt: Date | null
  /** Joined for the Board; no foreign key, since a job outlives its drive. */
  readonly drive?: DriveRow
}

export const JobEntity = new EntitySchema<JobRow>({
  name: 'job',
  tableName: 'jobs',
  columns: {
    ...VERSIONED_COLUMNS,
    number: { type: 'int' },
    driveId: { type: 'char', length: 36 },
    complaint: { type: 'varchar', length: 500 },
    words: { type: 'varbinary', length: 2800, default: '', select: false },
    vehicleId: { type: 'char', length: 36, nullable: true },
    document: jsonColumn,
    stage: { type: 'varchar', length: 20 },
    stepsDone: { type: 'int' },
    stepsAll: { type: 'int' },
    reviewsWaiting: { type: 'int' },
    promisedFor: { type: 'varchar', length: 16, nullable: true },
    priority: { type: 'varchar', length: 10, default: 'normal' },
    hands: { type: 'varchar', length: 800, default: '' },
    estimate: { type: 'int', nullable: true },
    minutes: { type: 'int', default: 0 },
    dueOn: { type: 'varchar', length: 10, nullable: true },
    dueKm: { type: 'double', nullable: true },
    openedAt: { type: 'datetime', precision: 3 },
    closedAt: { type: 'datetime', precision: 3, nullable: true },
  },
  indices: [
    { name: 'jobs_drive', columns: ['driveId'] },
    { name: 'jobs_stage', columns: ['deletedAt', 'stage', 'openedAt'] },
    { name: 'jobs_words', columns: ['deletedAt', 'openedAt', 'words'] },
    { name: 'jobs_vehicle', columns: ['vehicleId'] },
    { name: 'jobs_promised', columns: ['deletedAt', 'closedAt', 'promisedFor'] },
    { name: 'jobs_opened', columns: ['deletedAt', 'openedAt'] },
  ],
  uniques: [{ name: 'jobs_number', columns: ['number'] }],
})

/** One change to a job, for its history: what was done is kept in words, as it was called then. */
export interface JobChangeRow {
  readonly jobId: string
  readonly version: number
  readonly by: string
  readonly at: Date
  readonly words: readonly string[]
}

export const JobChangeEntity = new EntitySchema<JobChangeRow>({
  name: 'job_change',
  tableName: 'job_changes',
  columns: {
    jobId: { type: 'char', length: 36, primary: true },
    version: { type: 'int', primary: true },
    by: { type: 'varchar', length: 80, name: 'changedBy' },
    at: { type: 'datetime', precision: 3, name: 'changedAt' },
    words: jsonColumn,
  },
})

/** What is due on a drive, computed whenever an inspection or a fitting is kept or deleted. */
export interface DriveDueRow {
  readonly driveId: string
  /** 0 for the most urgent. */
  readonly position: number
  readonly words: string
  /** Which part it is, as an inspection knows it, and what is to be done; empty where that was not kept yet. */
  readonly part: string
  readonly partName: string
  readonly what: string
  readonly dueOn: string | null
  readonly dueKm: number | null
  /** Kept by `rewriteWords`, with the km to go until `dueKm`. */
  readonly vehicleId: string | null
  readonly aheadKm: number | null
}

export const DriveDueEntity = new EntitySchema<DriveDueRow>({
  name: 'drive_due',
  tableName: 'drive_dues',
  columns: {
    driveId: { type: 'char', length: 36, primary: true },
    position: { type: 'int', primary: true },
    words: { type: 'varchar', length: 200 },
    part: { type: 'varchar', length: 80, default: '' },
    partName: { type: 'varchar', length: 200, default: '' },
    what: { type: 'varchar', length: 10, default: '' },
    vehicleId: { type: 'char', length: 36, nullable: true },
    aheadKm: { type: 'double', nullable: true },
    dueOn: { type: 'varchar', length: 10, nullable: true },
    dueKm: { type: 'double', nullable: true },
  },
})
