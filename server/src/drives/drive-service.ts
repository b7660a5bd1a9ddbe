import { Brackets, IsNull, Like, MoreThan, type DataSource, type EntityManager } from 'typeorm'
import { v4 as newId } from 'uuid'
import type { DriveList, DriveRecord, RevisionRecord, RevisionSummary } from '@emery/core/api'
import { openStored, type CheckedDrive } from '@emery/core/drive'
import { rewriteWords } from '../board/find-words.ts'
import { ApiError } from '../http/errors.ts'
import { JobEntity } from '../jobs/job.entity.ts'
import { VehicleEntity } from '../vehicles/vehicle.entity.ts'
import { DriveEntity, DriveRevisionEntity, type DriveRevisionRow, type DriveRow } from './drive.entity.ts'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'

export interface NewDrive {
  readonly id?: string
  readonly vehicleId: string | null
  readonly document: CheckedDrive
  readonly reason: string
  /** Who does it; empty where nobody has said. */
  readonly by: string
}

export interface DriveSave {
  /** The version the change was made on. */
  readonly basedOn: number
  readonly saveId: string
  readonly document: CheckedDrive
  readonly reason: string
  /** Who does it; empty where nobody has said. */
  readonly by: string
}

export interface DriveQuery {
  readonly search: string
  /** Only those on one vehicle. */
  readonly vehicleId?: string | null
  readonly limit: number
  readonly offset: number
}

/** Drives and their revisions. Every write names the version it was based on; none is ever overwritten unseen. */
export class DriveService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  async list({ search, vehicleId = null, limit, offset }: DriveQuery): Promise<DriveList> {
    const query = managerOf(this.source)
      .getRepository(DriveEntity)
      .createQueryBuilder('drive')
      .leftJoinAndSelect('drive.vehicle', 'vehicle')
      .where('drive.deletedAt IS NULL')
      .orderBy('drive.updatedAt', 'DESC')
      .addOrderBy('drive.id')
      .take(limit)
      .skip(offset)
    if (vehicleId !== null) query.andWhere('drive.vehicleId = :vehicleId', { vehicleId })
    if (search !== '') {
      const like = `%${search.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`
      query.andWhere(
        new Brackets((either) => {
          either.where({ name: Like(like) }).orWhere('vehicle.name LIKE :like OR vehicle.plate LIKE :like', { like })
        }),
      )
    }
    const [rows, total] = await query.getManyAndCount()
    return { drives: rows.map(driveRecord), total }
  }

  async get(id: string): Promise<DriveRecord> {
    return driveRecord(await this.row(managerOf(this.source), id))
  }

  /** The drive where it is newer than `version`; null where it is not, and where it is gone: whoever asks only follows. */
  async newerThan(id: string, version: number): Promise<DriveRecord | null> {
    const manager = managerOf(this.source)
    // The document is fetched only where there is one to follow.
    const isNewer = await manager.existsBy(DriveEntity, { id, version: MoreThan(version), deletedAt: IsNull() })
    return isNewer ? driveRecord(await this.row(manager, id)) : null
  }

  /** Stores a new drive. With an `id` that is taken already, nothing changes and what stands there comes back. */
  async create({ id = newId(), vehicleId, document, reason, by }: NewDrive): Promise<DriveRecord> {
    return inTransaction(this.source, async (manager) => {
      const there = await manager.findOne(DriveEntity, { where: { id }, relations: { vehicle: true } })
      if (there !== null) return driveRecord(there)
      if (vehicleId !== null) await mustHaveVehicle(manager, vehicleId)
      const at = this.now()
      const text = JSON.stringify(document)
      await manager.insert(DriveEntity, {
        id,
        vehicleId,
        name: document.name,
        document: text,
        version: 1,
        createdAt: at,
        updatedAt: at,
        deletedAt: null,
      })
      await manager.insert(DriveRevisionEntity, {
        driveId: id,
        version: 1,
        saveId: newId(),
        document: text,
        reason,
        savedBy: by,
        savedAt: at,
      })
      await rewriteWords(manager, { driveId: id })
      return driveRecord(await this.row(manager, id))
    })
  }

  /**
   * Saves a change on top of the version it was based on. The same save said twice is stored once; a save based on
   * a version that is no longer the newest is refused with both versions.
   */
  async save(id: string, { basedOn, saveId, document, reason, by }: DriveSave): Promise<DriveRecord> {
    return inTransaction(this.source, async (manager) => {
      if (await manager.existsBy(DriveRevisionEntity, { driveId: id, saveId }))
        return driveRecord(await this.row(manager, id))
      const at = this.now()
      const version = basedOn + 1
      const text = JSON.stringify(document)
      const patch = { name: document.name, document: text, version, updatedAt: at }
      const { affected } = await manager.update(DriveEntity, { id, version: basedOn, deletedAt: IsNull() }, patch)
      if (affected !== 1) {
        const current = driveRecord(await this.row(manager, id))
        throw new ApiError('VERSION_CONFLICT', { conflict: { yours: { basedOn, document }, current } })
      }
      const revision = { driveId: id, version, saveId, document: text, reason, savedBy: by, savedAt: at }
      await manager.insert(DriveRevisionEntity, revision)
      await rewriteWords(manager, { driveId: id })
      return driveRecord(await this.row(manager, id))
    })
  }

  /**
   * Says which vehicle a drive is on; null for none. What the drive is stays as it is, and so does its version. Refused where it is on
   * another than `from`, if that is said: somebody else has moved it.
   */
  async moveTo(id: string, vehicleId: string | null, from?: string | null): Promise<DriveRecord> {
    return inTransaction(this.source, async (manager) => {
      if (vehicleId !== null) await mustHaveVehicle(manager, vehicleId)
      if (from !== undefined) {
        // Held until this is done: of two who move it at once the second finds it moved.
        const there = await manager.findOne(DriveEntity, {
          where: { id, deletedAt: IsNull() },
          select: { id: true, vehicleId: true },
          lock: { mode: 'pessimistic_write' },
        })
        if (there !== null && there.vehicleId !== from && there.vehicleId !== vehicleId)
          throw new ApiError('DRIVE_MOVED')
      }
      await manager.update(DriveEntity, { id, deletedAt: IsNull() }, { vehicleId })
      await rewriteWords(manager, { driveId: id })
      return this.get(id)
    })
  }

  /**
   * Deletes a drive as it was when the caller saw it, and the jobs on it, which would lead nowhere; its revisions stay, and `restore`
   * brings it back.
   */
  async remove(id: string, basedOn: number): Promise<void> {
    const deletedAt = this.now()
    const removed = await inTransaction(this.source, async (manager) => {
      const { affected } = await manager.update(
        DriveEntity,
        { id, version: basedOn, deletedAt: IsNull() },
        { deletedAt },
      )
      if (affected === 1) await manager.update(JobEntity, { driveId: id, deletedAt: IsNull() }, { deletedAt })
      return affected === 1
    })
    if (!removed)
      throw new ApiError('VERSION_CONFLICT', { conflict: { yours: { basedOn }, current: await this.get(id) } })
  }

  /** Brings a drive back with the jobs that went with it; those deleted before stay so. */
  async restore(id: string): Promise<DriveRecord> {
    await inTransaction(this.source, async (manager) => {
      const there = await manager.findOneBy(DriveEntity, { id })
      if (there === null || there.deletedAt === null) return
      await manager.update(JobEntity, { driveId: id, deletedAt: there.deletedAt }, { deletedAt: null })
      await manager.update(DriveEntity, { id }, { deletedAt: null })
    })
    return this.get(id)
  }

  async revisions(id: string): Promise<RevisionSummary[]> {
    await this.row(managerOf(this.source), id)
    const rows = await managerOf(this.source).find(DriveRevisionEntity, {
      where: { driveId: id },
      select: { driveId: true, version: true, reason: true, savedBy: true, savedAt: true },
      order: { version: 'DESC' },
      take: 500,
    })
    return rows.map(revisionSummary)
  }

  async revision(id: string, version: number): Promise<RevisionRecord> {
    const row = await managerOf(this.source).findOneBy(DriveRevisionEntity, { driveId: id, version })
    if (row === null) throw new ApiError('DRIVE_NOT_FOUND')
    return { ...revisionSummary(row), document: openStored(row.document) }
  }

  private async row(manager: EntityManager, id: string): Promise<DriveRow> {
    const row = await manager.findOne(DriveEntity, { where: { id, deletedAt: IsNull() }, relations: { vehicle: true } })
    if (row === null) throw new ApiError('DRIVE_NOT_FOUND')
    return row
  }
}

async function mustHaveVehicle(manager: EntityManager, id: string): Promise<void> {
  // Held until this is done: no drive ends on a vehicle that is deleted meanwhile.
  const there = await manager.findOne(VehicleEntity, {
    where: { id, deletedAt: IsNull() },
    lock: { mode: 'pessimistic_read' },
  })
  if (there === null) throw new ApiError('VEHICLE_NOT_FOUND')
}

function revisionSummary({ version, reason, savedBy, savedAt }: DriveRevisionRow): RevisionSummary {
  return { version, reason, by: savedBy, savedAt: savedAt.toISOString() }
}

/** Documents were checked when they were stored, so they are taken as they are. */
function driveRecord({ id, vehicle, document, version, updatedAt }: DriveRow): DriveRecord {
  return {
    id,
    vehicle:
      vehicle === null || vehicle === undefined ? null : { id: vehicle.id, name: vehicle.name, plate: vehicle.plate },
    document: openStored(document),
    version,
    updatedAt: updatedAt.toISOString(),
  }
}
