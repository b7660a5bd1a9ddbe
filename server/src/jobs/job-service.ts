import { IsNull, Not, type DataSource, type EntityManager } from 'typeorm'
import { v4 as newId } from 'uuid'
import {
  distanceRefusal,
  jobChange,
  jobStanding,
  MOST_JOBS,
  settleDrive,
  type CheckedDrive,
  type Changer,
  type Job,
  type JobFields,
  type JobStanding,
} from '@emery/core'
import { DriveEntity } from '../drives/drive.entity.ts'
import { rewriteWords } from '../board/find-words.ts'
import { ApiError } from '../http/errors.ts'
import { VehicleService } from '../vehicles/vehicle-service.ts'
import { JobEntity, type JobRow } from './job.entity.ts'

/** The workshop's jobs. How far one is, is computed here from it and its drive, never taken from who saves it. */
export class JobService {
  private readonly vehicles: VehicleService

  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {
    this.vehicles = new VehicleService(source, now)
  }

  /** Jobs on a drive, the newest first. */
  async ofDrive(driveId: string): Promise<Job[]> {
    const rows = await this.source.manager.find(JobEntity, {
      where: { driveId, deletedAt: IsNull() },
      order: { openedAt: 'DESC', number: 'DESC' },
    })
    return rows.map(jobOf)
  }

  async get(id: string): Promise<Job> {
    return jobOf(await rowOf(this.source.manager, id))
  }

  /** Opens a job as of a moment, unless there is, or was, one of this id, or its drive is gone. */
  async addOnce(fields: JobFields, who: Changer, id: string, at: Date): Promise<void> {
    const { manager } = this.source
    if (await manager.existsBy(JobEntity, { id })) return
    if (await manager.existsBy(DriveEntity, { id: fields.driveId, deletedAt: IsNull() }))
      await this.add(fields, who, id, at)
  }

  /** Opens a job. With an `id` that is taken already, nothing changes and what stands there comes back. */
  async add(fields: JobFields, who: Changer, id = newId(), at = this.now()): Promise<Job> {
    const judged = await this.judged(null, fields, who)
    const added = await this.insert(judged, id, at)
    await this.keepDistance(judged)
    return added
  }

  /** Opens a job as it was elsewhere, with the names that stand in it. */
  async bringIn(fields: JobFields, at: Date): Promise<Job> {
    const { settled } = await this.driveOf(fields)
    return this.insert({ job: fields, standing: jobStanding(settled, fields) }, newId(), at)
  }

  private async insert({ job, standing }: Pick<Judged, 'job' | 'standing'>, id: string, at: Date): Promise<Job> {
    return this.source.transaction(async (manager) => {
      const there = await manager.findOneBy(JobEntity, { id })
      if (there !== null) return jobOf(there)
      if ((await manager.countBy(JobEntity, { deletedAt: IsNull() })) >= MOST_JOBS) throw new ApiError('JOBS_FULL')
      const row: JobRow = {
        ...{ id, version: 1, number: await nextNumber(manager), updatedAt: at, deletedAt: null },
        ...{ ...listed(job), ...standing, openedAt: at },
      }
      await manager.insert(JobEntity, row)
      await rewriteWords(manager, { driveId: job.driveId })
      return jobOf(row)
    })
  }

  /** Changes a job on top of the version the change was based on. */
  async save(id: string, basedOn: number, fields: JobFields, who: Changer): Promise<Job> {
    const before = await rowOf(this.source.manager, id)
    if (before.version !== basedOn) throw conflict({ basedOn, fields }, jobOf(before))
    const judged = await this.judged(before.document, fields, who)
    const { job, standing } = judged
    const change = { ...listed(job), ...standing, version: basedOn + 1, updatedAt: this.now() }
    const { affected } = await this.source.manager.update(
      JobEntity,
      { id, version: basedOn, deletedAt: IsNull() },
      change,
    )
    if (affected !== 1) throw conflict({ basedOn, fields }, await this.get(id))
    if (job.complaint !== before.complaint || job.driveId !== before.driveId)
      await rewriteWords(this.source, { driveId: job.driveId })
    await this.keepDistance(judged)
    return jobOf({ ...before, ...change })
  }

  async remove(id: string, basedOn: number): Promise<void> {
    const { affected } = await this.source.manager.update(
      JobEntity,
      { id, version: basedOn, deletedAt: IsNull() },
      { deletedAt: this.now() },
    )
    if (affected !== 1) throw conflict({ basedOn }, await this.get(id))
  }

  async restore(id: string): Promise<Job> {
    await this.source.manager.update(JobEntity, { id }, { deletedAt: null })
    return this.get(id)
  }

  /** Computes anew how far the open jobs on a drive are, after the drive was changed. */
  async driveChanged(driveId: string): Promise<void> {
    const { manager } = this.source
    const open = await manager.findBy(JobEntity, { driveId, deletedAt: IsNull(), stage: Not('done') })
    if (open.length === 0) return
    const { settled } = await this.driveOf({ driveId })
    // What is computed is no change of anyone's: the version stays, and so does whoever is at work on it.
    for (const { id, version, document } of open)
      await manager.update(JobEntity, { id, version }, jobStanding(settled, document))
  }

  private async judged(before: JobFields | null, after: JobFields, who: Changer): Promise<Judged> {
    const { settled, vehicleId } = await this.driveOf(after)
    const asOpen = jobStanding(settled, { ...after, closedAt: null })
    const change = jobChange(before, after, who, asOpen)
    if (!change.ok) throw badJob(change.path, change.message)
    const { job } = change
    const standing: JobStanding = job.closedAt === null ? asOpen : jobStanding(settled, job)
    // Only what was read just now: what stands in the job already was right when it was written.
    const read = job.distance === (before?.distance ?? null) ? null : job.distance
    if (read === null || vehicleId === null) return { job, standing, hasRun: null }
    const refusal = distanceRefusal((await this.vehicles.get(vehicleId)).distance, read)
    if (refusal !== undefined) throw badJob('$.distance', `What the vehicle had run ${refusal}, on the vehicle’s page.`)
    return { job, standing, hasRun: { vehicleId, distance: read } }
  }

  private async keepDistance({ hasRun }: Judged): Promise<void> {
    if (hasRun !== null) await this.vehicles.hasRun(hasRun.vehicleId, hasRun.distance)
  }

  private async driveOf({ driveId }: Pick<JobFields, 'driveId'>) {
    const drive = await this.source.manager.findOneBy(DriveEntity, { id: driveId, deletedAt: IsNull() })
    if (drive === null) throw new ApiError('DRIVE_NOT_FOUND')
    return { settled: settleDrive(JSON.parse(drive.document) as CheckedDrive), vehicleId: drive.vehicleId }
  }
}

interface Judged {
  readonly job: JobFields
  readonly standing: JobStanding
  /** What was read of the vehicle with this change; null for nothing. */
  readonly hasRun: { readonly vehicleId: string; readonly distance: number } | null
}

function badJob(path: string, message: string): ApiError {
  return new ApiError('BAD_REQUEST', { problems: [{ path, message }] })
}

/** The columns a job is listed and found by, with its document. */
function listed(job: JobFields) {
  const { driveId, complaint, closedAt } = job
  return { driveId, complaint, document: job, closedAt: closedAt === null ? null : new Date(closedAt) }
}

/** One more than the highest there ever was; whoever opens a job at the same moment waits for this one. */
async function nextNumber(manager: EntityManager): Promise<number> {
  const [last] = await manager.query<{ number: number }[]>(
    'SELECT number FROM jobs ORDER BY number DESC LIMIT 1 FOR UPDATE',
  )
  return (last?.number ?? 0) + 1
}

async function rowOf(manager: EntityManager, id: string): Promise<JobRow> {
  const row = await manager.findOneBy(JobEntity, { id, deletedAt: IsNull() })
  if (row === null) throw new ApiError('JOB_NOT_FOUND')
  return row
}

function conflict(yours: { basedOn: number; fields?: JobFields }, current: Job): ApiError {
  return new ApiError('VERSION_CONFLICT', { conflict: { yours, current } })
}

function jobOf({ id, number, version, document, openedAt, ...row }: JobRow): Job {
  const { stage, stepsDone, stepsAll, looks, dueOn, dueKm } = row
  const standing = { stage, stepsDone, stepsAll, looks, dueOn, dueKm }
  return { ...document, id, number, version, openedAt: openedAt.toISOString(), standing }
}
