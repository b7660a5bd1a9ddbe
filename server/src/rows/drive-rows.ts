import { IsNull, type DataSource, type EntitySchema, type FindOptionsOrder, type FindOptionsWhere } from 'typeorm'
import { v4 as newId } from 'uuid'
import { DriveEntity } from '../drives/drive.entity.ts'
import { ApiError, type ErrorCode } from '../http/errors.ts'
import { managerOf } from '../database/unit-of-work.ts'

/** What every row that belongs to a drive carries besides its own fields. */
export interface DriveRow {
  readonly id: string
  readonly driveId: string
  readonly createdAt: Date
  readonly deletedAt: Date | null
  /** Tied by a foreign key, never loaded along. */
  readonly drive?: unknown
}

interface DriveRowsOptions<Fields extends object, Said extends object> {
  readonly entity: EntitySchema<DriveRow & Said>
  /** Columns to sort by, the newest first. */
  readonly newest: readonly (keyof Said & string)[]
  /** Shown at once. */
  readonly max: number
  readonly notFound: ErrorCode
  /** What is stored of fields, and what goes out of a row. */
  readonly stored: (fields: Fields, now: Date) => Omit<Said, 'id'>
  readonly said: (row: DriveRow & Said) => Said
}

/** Records of a drive that are kept, deleted and brought back, never changed. */
export class DriveRows<Fields extends object, Said extends { readonly id: string }> {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
    private readonly options: DriveRowsOptions<Fields, Said>,
  ) {}

  /** The newest first. */
  async list(driveId: string): Promise<Said[]> {
    await this.mustHaveDrive(driveId)
    const { entity, newest, max: most, said } = this.options
    const rows = await managerOf(this.source).find(entity, {
      where: this.where({ driveId, deletedAt: IsNull() }),
      order: Object.fromEntries([...newest, 'createdAt'].map((key) => [key, 'DESC'])) as FindOptionsOrder<
        DriveRow & Said
      >,
      take: most,
    })
    return rows.map(said)
  }

  async add(driveId: string, fields: Fields, id = newId(), now = this.now()): Promise<Said> {
    await this.mustHaveDrive(driveId)
    const { entity, stored, said } = this.options
    const row = { ...stored(fields, now), id, driveId, createdAt: now, deletedAt: null } as unknown as DriveRow & Said
    await managerOf(this.source).insert(entity, row as never)
    return said(row)
  }

  /** Keeps a record as of a moment, unless there is, or was, one of this id, or its drive is gone. */
  async addOnce(driveId: string, fields: Fields, id: string, now = this.now()): Promise<void> {
    const manager = managerOf(this.source)
    if (await manager.existsBy(this.options.entity, this.where({ id }))) return
    if (await manager.existsBy(DriveEntity, { id: driveId, deletedAt: IsNull() }))
      await this.add(driveId, fields, id, now)
  }

  async remove(driveId: string, id: string): Promise<void> {
    const { affected } = await managerOf(this.source).update(
      this.options.entity,
      this.where({ id, driveId, deletedAt: IsNull() }),
      { deletedAt: this.now() } as never,
    )
    if (affected !== 1) throw new ApiError(this.options.notFound)
  }

  async restore(driveId: string, id: string): Promise<Said> {
    const { entity, said, notFound } = this.options
    await managerOf(this.source).update(entity, this.where({ id, driveId }), { deletedAt: null } as never)
    const row = await managerOf(this.source).findOneBy(entity, this.where({ id, driveId }))
    if (row === null) throw new ApiError(notFound)
    return said(row)
  }

  private where(some: object): FindOptionsWhere<DriveRow & Said> {
    return some
  }

  private async mustHaveDrive(id: string): Promise<void> {
    if (!(await managerOf(this.source).existsBy(DriveEntity, { id, deletedAt: IsNull() })))
      throw new ApiError('DRIVE_NOT_FOUND')
  }
}
