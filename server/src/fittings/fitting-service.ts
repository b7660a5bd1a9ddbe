import { IsNull, type DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import type { Fitting, FittingFields } from '@emery/core'
import { DriveEntity } from '../drives/drive.entity.ts'
import { ApiError } from '../http/errors.ts'
import { FittingEntity, type FittingRow } from './fitting.entity.ts'

/** Fittings shown at once; a drive sees a belt every few years. */
const MOST_FITTINGS = 500

/** Which belts were fitted to a drive, when and why. */
export class FittingService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  /** The newest first. */
  async list(driveId: string): Promise<Fitting[]> {
    await this.mustHaveDrive(driveId)
    const rows = await this.source.manager.find(FittingEntity, {
      where: { driveId, deletedAt: IsNull() },
      order: { fittedOn: 'DESC', createdAt: 'DESC' },
      take: MOST_FITTINGS,
    })
    return rows.map(fitting)
  }

  async add(driveId: string, fields: FittingFields, id = newId()): Promise<Fitting> {
    await this.mustHaveDrive(driveId)
    const row: FittingRow = { ...fields, id, driveId, createdAt: this.now(), deletedAt: null }
    await this.source.manager.insert(FittingEntity, row)
    return fitting(row)
  }

  /** Keeps a fitting unless there is, or was, one of this id, or its drive is gone. */
  async addOnce(driveId: string, fields: FittingFields, id: string): Promise<void> {
    const { manager } = this.source
    if (await manager.existsBy(FittingEntity, { id })) return
    if (await manager.existsBy(DriveEntity, { id: driveId, deletedAt: IsNull() })) await this.add(driveId, fields, id)
  }

  async remove(driveId: string, id: string): Promise<void> {
    const { affected } = await this.source.manager.update(
      FittingEntity,
      { id, driveId, deletedAt: IsNull() },
      { deletedAt: this.now() },
    )
    if (affected !== 1) throw new ApiError('FITTING_NOT_FOUND')
  }

  async restore(driveId: string, id: string): Promise<Fitting> {
    await this.source.manager.update(FittingEntity, { id, driveId }, { deletedAt: null })
    const row = await this.source.manager.findOneBy(FittingEntity, { id, driveId })
    if (row === null) throw new ApiError('FITTING_NOT_FOUND')
    return fitting(row)
  }

  private async mustHaveDrive(id: string): Promise<void> {
    if (!(await this.source.manager.existsBy(DriveEntity, { id, deletedAt: IsNull() })))
      throw new ApiError('DRIVE_NOT_FOUND')
  }
}

function fitting({ id, belt, mark, length, fittedOn, distance, reason, spare, by }: FittingRow): Fitting {
  return { id, belt, mark, length, fittedOn, distance, reason, spare, by }
}
