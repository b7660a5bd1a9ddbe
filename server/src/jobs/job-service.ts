import { IsNull, Not, type DataSource, type EntityManager } from 'typeorm'
import { v4 as newId, v5 as idOf } from 'uuid'
import {
  distanceRefusal,
  MAX_JOBS,
  newJob,
  shopRulesOf,
  wholeJob,
  type Job,
  type JobChangeRecord,
  type JobFields,
  type JobStatus,
} from '@emery/core/api'
import { openStored } from '@emery/core/drive'
import { jobChange, jobChangeWords, jobStatus, signedOff, type Changer } from '@emery/core/jobs'
import { settleDrive, type SettledDrive } from '@emery/core/path'
import { DriveEntity } from '../drives/drive.entity.ts'
import { rewriteWords } from '../board/find-words.ts'
import { ApiError } from '../http/errors.ts'
import { fittingsOf } from '../fittings/fittings.ts'
import { inspectionsOf } from '../inspections/inspections.ts'
import { RuleService } from '../rules/rule-service.ts'
import { ShelfService } from '../shelf/shelf-service.ts'
import { VehicleService } from '../vehicles/vehicle-service.ts'
import { DueService } from './due-service.ts'
import { JobChangeEntity, JobEntity, type JobRow } from './job.entity.ts'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'

/** Changes to a job that are told at once; a long job has a hundred. */
const MAX_CHANGES = 500

/** Who makes a change; when, is the server's to say. */
type Who = Omit<Changer, 'at'>

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
    const rows = await managerOf(this.source).find(JobEntity, {
      where: { driveId, deletedAt: IsNull() },
      order: { openedAt: 'DESC', number: 'DESC' },
    })
    return rows.map(jobOf)
  }

  async get(id: string): Promise<Job> {
    return jobOf(await rowOf(managerOf(this.source), id))
  }

  /** Opens a job as of a moment and as it stands, unless there is, or was, one of this id, or its drive is gone. */
  async addOnce(fields: JobFields, id: string, at: Date): Promise<void> {
    const manager = managerOf(this.source)
    if (await manager.existsBy(JobEntity, { id })) return
    if (await manager.existsBy(DriveEntity, { id: fields.driveId, deletedAt: IsNull() }))
      await this.bringIn(fields, at, id)
  }

  /** Opens a job. */
  async add(fields: JobFields, who: Who): Promise<Job> {
    const at = this.now()
    const judged = await this.judged(null, fields, who, at)
    const added = await this.insert(judged, newId(), at)
    await this.keepDistance(judged)
    const words = jobChangeWords(newJob(fields.driveId), judged.job)
    await this.remember(added, who, ['opened the job', ...words], at)
    return added
  }

  /** Every change to a job, the last first. */
  async history(id: string): Promise<JobChangeRecord[]> {
    const manager = managerOf(this.source)
    await rowOf(manager, id)
    const rows = await manager.find(JobChangeEntity, {
      where: { jobId: id },
      order: { version: 'DESC' },
      take: MAX_CHANGES,
    })
    return rows.map(({ version, at, by, words }) => ({ version, at: at.toISOString(), by, words }))
  }

  private async remember({ id, version }: Job, { name }: Who, words: readonly string[], at: Date): Promise<void> {
    await managerOf(this.source).insert(JobChangeEntity, { jobId: id, version, by: name, at, words })
  }

  /** Opens a job as it was elsewhere, with the names that stand in it. */
  async bringIn(fields: JobFields, at: Date, id = newId()): Promise<Job> {
    const { settled, rules } = await this.driveOf(fields)
    return this.insert({ job: fields, status: jobStatus(settled, fields, rules) }, id, at)
  }

  private async insert({ job, status }: Pick<Judged, 'job' | 'status'>, id: string, at: Date): Promise<Job> {
    return inTransaction(this.source, async (manager) => {
      const there = await manager.findOneBy(JobEntity, { id })
      if (there !== null) return jobOf(there)
      if ((await manager.countBy(JobEntity, { deletedAt: IsNull() })) >= MAX_JOBS) throw new ApiError('JOBS_FULL')
      const row: JobRow = {
        id,
        version: 1,
        number: await nextNumber(manager),
        updatedAt: at,
        deletedAt: null,
        ...listed(job),
        ...status,
        openedAt: at,
      }
      await manager.insert(JobEntity, row)
      await rewriteWords(manager, { driveId: job.driveId })
      return jobOf(row)
    })
  }

  /** Changes a job on top of the version the change was based on. */
  async save(id: string, basedOn: number, fields: JobFields, who: Who): Promise<Job> {
    const before = await rowOf(managerOf(this.source), id)
    if (before.version !== basedOn) throw conflict({ basedOn, fields }, jobOf(before))
    const at = this.now()
    const judged = await this.judged(before.document, fields, who, at)
    const { job, status } = judged
    const change = { ...listed(job), ...status, version: basedOn + 1, updatedAt: at }
    const { affected } = await managerOf(this.source).update(
      JobEntity,
      { id, version: basedOn, deletedAt: IsNull() },
      change,
    )
    if (affected !== 1) throw conflict({ basedOn, fields }, await this.get(id))
    if (job.complaint !== before.complaint || job.driveId !== before.driveId)
      await rewriteWords(managerOf(this.source), { driveId: job.driveId })
    await this.keepDistance(judged)
    const saved = jobOf({ ...before, ...change })
    if (before.closedAt === null && job.closedAt !== null) await this.keepRecords(judged, saved, at)
    await this.remember(saved, who, jobChangeWords(before.document, job), at)
    return saved
  }

  async remove(id: string, basedOn: number): Promise<void> {
    const { affected } = await managerOf(this.source).update(
      JobEntity,
      { id, version: basedOn, deletedAt: IsNull() },
      { deletedAt: this.now() },
    )
    if (affected !== 1) throw conflict({ basedOn }, await this.get(id))
  }

  async restore(id: string): Promise<Job> {
    await managerOf(this.source).update(JobEntity, { id }, { deletedAt: null })
    return this.get(id)
  }

  /** Computes again how far the open jobs on a drive are, after the drive was changed. */
  async driveChanged(driveId: string): Promise<void> {
    const manager = managerOf(this.source)
    const open = await manager.findBy(JobEntity, { driveId, deletedAt: IsNull(), stage: Not('done') })
    if (open.length === 0) return
    const { settled, rules } = await this.driveOf({ driveId })
    // What is computed is no change of anyone's: the version stays, and so does whoever is at work on it.
    for (const { id, version, document } of open)
      await manager.update(JobEntity, { id, version }, jobStatus(settled, wholeJob(document), rules))
  }

  private async judged(before: JobFields | null, after: JobFields, who: Who, at: Date): Promise<Judged> {
    const { settled, rules, vehicleId } = await this.driveOf(after)
    const asOpen = jobStatus(settled, { ...after, closedAt: null }, rules)
    const change = jobChange(before, after, { ...who, at: at.toISOString() }, asOpen)
    if (!change.ok) throw badJob(change.path, change.message)
    const { job } = change
    const status: JobStatus = job.closedAt === null ? asOpen : jobStatus(settled, job, rules)
    // Only what was read just now: what stands in the job already was right when it was written.
    const read = job.distance === (before?.distance ?? null) ? null : job.distance
    if (read === null || vehicleId === null) return { job, status, settled, hasRun: null }
    const refusal = distanceRefusal((await this.vehicles.get(vehicleId)).distance, read)
    if (refusal !== undefined) throw badJob('$.distance', `The odometer reading ${refusal}, on the vehicle’s page.`)
    return { job, status, settled, hasRun: { vehicleId, distance: read } }
  }

  /** What signing off puts on record, once: a job that is opened and signed off again says nothing twice. */
  private async keepRecords({ job, settled }: Judged, { id, number, signedBy }: Job, at: Date): Promise<void> {
    const { fittings, renewed, shelf } = signedOff(settled, job, { number, by: signedBy })
    const { driveId } = job
    const fitted = fittingsOf(this.source, this.now)
    for (const fitting of fittings) await fitted.addOnce(driveId, fitting, idOf(`fitting ${fitting.belt}`, id), at)
    if (renewed !== null)
      await inspectionsOf(this.source, this.now).addOnce(
        driveId,
        renewed,
        idOf(`renewed ${renewed.renewed.join(' ')}`, id),
        at,
      )
    const { belts } = new ShelfService(this.source, this.now)
    for (const [i, belt] of shelf.entries()) await belts.addOnce(belt, idOf(`shelf ${i} ${belt.mark}`, id))
    await new DueService(this.source, this.now).refresh(driveId)
  }

  private async keepDistance({ hasRun }: Judged): Promise<void> {
    if (hasRun !== null) await this.vehicles.hasRun(hasRun.vehicleId, hasRun.distance)
  }

  private async driveOf({ driveId }: Pick<JobFields, 'driveId'>) {
    const drive = await managerOf(this.source).findOneBy(DriveEntity, { id: driveId, deletedAt: IsNull() })
    if (drive === null) throw new ApiError('DRIVE_NOT_FOUND')
    const rules = shopRulesOf(await new RuleService(this.source, this.now).list())
    return { settled: settleDrive(openStored(drive.document)), rules, vehicleId: drive.vehicleId }
  }
}

interface Judged {
  readonly job: JobFields
  readonly status: JobStatus
  readonly settled: SettledDrive
  /** What was read of the vehicle with this change; null for nothing. */
  readonly hasRun: { readonly vehicleId: string; readonly distance: number } | null
}

function badJob(path: string, message: string): ApiError {
  return new ApiError('BAD_REQUEST', { problems: [{ path, message }] })
}

/** The columns a job is listed and found by, with its document. */
function listed(job: JobFields) {
  const { driveId, complaint, closedAt, promisedFor, priority, estimate } = job
  return {
    driveId,
    complaint,
    document: job,
    promisedFor: promisedFor === '' ? null : promisedFor,
    priority,
    hands: handsColumn(job.hands),
    estimate,
    minutes: job.time.reduce((sum, each) => sum + each.minutes, 0),
    closedAt: closedAt === null ? null : new Date(closedAt),
  }
}

/** Names so that one is found among them and no part of another; beyond what the column holds, the document alone has them. */
export function handsColumn(hands: readonly string[]): string {
  return hands.length === 0 ? '' : `|${hands.join('|')}|`.slice(0, 800)
}

/** The next number of all; whoever opens a job at the same moment waits until this one is there. */
async function nextNumber(manager: EntityManager): Promise<number> {
  await manager.query(`UPDATE counters SET value = LAST_INSERT_ID(value + 1) WHERE name = 'jobs'`)
  const [last] = await manager.query<{ number: string }[]>('SELECT LAST_INSERT_ID() AS number')
  return Number(last?.number)
}

async function rowOf(manager: EntityManager, id: string): Promise<JobRow> {
  const row = await manager.findOneBy(JobEntity, { id, deletedAt: IsNull() })
  if (row === null) throw new ApiError('JOB_NOT_FOUND')
  return { ...row, document: wholeJob(row.document) }
}

function conflict(yours: { basedOn: number; fields?: JobFields }, current: Job): ApiError {
  return new ApiError('VERSION_CONFLICT', { conflict: { yours, current } })
}

function jobOf({ id, number, version, document, openedAt, ...row }: JobRow): Job {
  const { stage, stepsDone, stepsAll, reviewsWaiting, dueOn, dueKm } = row
  const status = { stage, stepsDone, stepsAll, reviewsWaiting, dueOn, dueKm }
  return { ...wholeJob(document), id, number, version, openedAt: openedAt.toISOString(), status }
}
