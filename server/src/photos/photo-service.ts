import { IsNull, type DataSource, type EntityManager } from 'typeorm'
import { v4 as newId, validate as isUuid } from 'uuid'
import { DELETED_DAYS, type PhotoPage, type PhotoRecord, type PhotoUse } from '@emery/core/api'
import { managerOf } from '../database/unit-of-work.ts'
import { driveTitle } from '../deleted/kinds.ts'
import { ApiError } from '../http/errors.ts'
import { PhotoEntity, type PhotoRow } from './photo.entity.ts'
import { preparePicture } from './prepare-picture.ts'

/** The first bytes of the two formats. Anything else is never handed to a decoder. */
const MAGIC = [
  { type: 'image/jpeg', bytes: Buffer.from([0xff, 0xd8, 0xff]) },
  { type: 'image/png', bytes: Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]) },
] as const

/** A deleted picture can be brought back for this long; then its bytes are gone for good. */
const KEPT_MS = DELETED_DAYS * 24 * 3600_000
/** Pictures that are cleared away at once. */
const CLEARED_AT_ONCE = 50
const PAGE = 48
/** Places that are named where a picture is used; one is enough to think twice. */
const MAX_USES = 20

/** Pictures of engines. What is sent is only ever decoded; what is shown is a picture made again from its pixels. */
export class PhotoService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
    /** Bytes that all pictures together may take. */
    private readonly limit: number,
  ) {}

  /** `id` is the name its maker gave it, so that it could be spoken of before it was sent. */
  async add(sent: Buffer, by: string, id = newId()): Promise<PhotoRecord> {
    const kind = MAGIC.find(({ bytes }) => sent.subarray(0, bytes.length).equals(bytes))
    if (kind === undefined) throw new ApiError('PHOTO_NOT_READ')
    const manager = managerOf(this.source)
    if (await manager.existsBy(PhotoEntity, { id })) throw new ApiError('BAD_REQUEST')
    await this.clearAway(manager)
    const { original, screen } = await preparePicture(sent)
    const bytes = original.length + screen.data.length
    if ((await this.taken(manager)) + bytes > this.limit) throw new ApiError('PHOTOS_FULL')
    const row: PhotoRow = {
      id,
      width: screen.info.width,
      height: screen.info.height,
      originalType: kind.type,
      original,
      screen: screen.data,
      bytes,
      addedBy: by,
      addedAt: this.now(),
      deletedAt: null,
    }
    await manager.insert(PhotoEntity, row)
    return photoRecord(row)
  }

  async screen(id: string): Promise<Buffer> {
    return (await this.row(id, { id: true, screen: true })).screen
  }

  async original(id: string): Promise<{ readonly type: string; readonly bytes: Buffer }> {
    const row = await this.row(id, { id: true, original: true, originalType: true })
    return { type: row.originalType, bytes: row.original }
  }

  /** A page of all pictures, the newest first, with the room they take. */
  async page(from: number): Promise<PhotoPage> {
    const manager = managerOf(this.source)
    const rows = await manager.find(PhotoEntity, {
      where: { deletedAt: IsNull() },
      select: { id: true, width: true, height: true, bytes: true, addedBy: true, addedAt: true },
      order: { addedAt: 'DESC', id: 'ASC' },
      skip: from,
      take: PAGE + 1,
    })
    return {
      photos: rows.slice(0, PAGE).map((row) => ({ ...photoRecord(row), bytes: row.bytes })),
      more: rows.length > PAGE,
      taken: await this.taken(manager),
      limit: this.limit,
    }
  }

  /** The drives on which a picture is used: in the document, or in a record kept with it. */
  async uses(id: string): Promise<PhotoUse[]> {
    if (!isUuid(id)) throw new ApiError('PHOTO_NOT_FOUND')
    return managerOf(this.source).query<PhotoUse[]>(
      `SELECT drive.id, ${driveTitle('drive')} AS name FROM drives drive
        WHERE drive.deletedAt IS NULL AND (
          drive.document LIKE ?
          OR EXISTS (SELECT 1 FROM inspections one WHERE one.driveId = drive.id AND one.deletedAt IS NULL AND one.checks LIKE ?)
          OR EXISTS (SELECT 1 FROM jobs one WHERE one.driveId = drive.id AND one.deletedAt IS NULL AND one.document LIKE ?))
        ORDER BY drive.updatedAt DESC LIMIT ${MAX_USES}`,
      Array.from({ length: 3 }, () => `%${id}%`),
    )
  }

  /** Deletes a picture; where it is used, it is said to have been deleted. */
  async remove(id: string): Promise<void> {
    const { affected } = await managerOf(this.source).update(
      PhotoEntity,
      { id, deletedAt: IsNull() },
      { deletedAt: this.now() },
    )
    if (affected !== 1) throw new ApiError('PHOTO_NOT_FOUND')
  }

  async restore(id: string): Promise<PhotoRecord> {
    const manager = managerOf(this.source)
    await this.clearAway(manager)
    await manager.update(PhotoEntity, { id }, { deletedAt: null })
    return photoRecord(await this.row(id, { id: true, width: true, height: true, addedBy: true, addedAt: true }))
  }

  private async row(id: string, select: Readonly<Partial<Record<keyof PhotoRow, true>>>): Promise<PhotoRow> {
    const row = await managerOf(this.source).findOne(PhotoEntity, { where: { id, deletedAt: IsNull() }, select })
    if (row === null) throw new ApiError('PHOTO_NOT_FOUND')
    return row
  }

  private async taken(manager: EntityManager): Promise<number> {
    return (await manager.sum(PhotoEntity, 'bytes', { deletedAt: IsNull() })) ?? 0
  }

  private async clearAway(manager: EntityManager): Promise<void> {
    await manager.query(`DELETE FROM photos WHERE deletedAt < ? LIMIT ${CLEARED_AT_ONCE}`, [
      new Date(this.now().getTime() - KEPT_MS),
    ])
  }
}

function photoRecord({ id, width, height, addedBy, addedAt }: PhotoRow): PhotoRecord {
  return { id, width, height, by: addedBy, addedAt: addedAt.toISOString() }
}
