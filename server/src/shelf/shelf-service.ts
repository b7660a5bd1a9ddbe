import { IsNull, type DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import {
  FIT_RANK,
  MOST_SHELF_ROWS,
  placesForBelt,
  type BeltOnShelf,
  type CheckedDrive,
  type DriveForBelt,
  type ShelfBelt,
  type ShelfFields,
} from '@emery/core'
import { DriveEntity } from '../drives/drive.entity.ts'
import { ApiError } from '../http/errors.ts'
import { ShelfEntity, type ShelfRow } from './shelf.entity.ts'

/** Rows written by one statement; a statement of all would be larger than the database takes. */
const ROWS_AT_ONCE = 1000

/** Drives looked through for a belt, the newest first. */
const MOST_DRIVES = 2000

/** The workshop's belts. */
export class ShelfService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  async list(): Promise<ShelfBelt[]> {
    const rows = await this.source.manager.find(ShelfEntity, {
      where: { deletedAt: IsNull() },
      order: { section: 'ASC', ribs: 'ASC', length: 'ASC', id: 'ASC' },
    })
    return rows.map(shelfBelt)
  }

  /** Puts belts on a shelf on which nothing has ever been. */
  async fillEmpty(belts: readonly ShelfFields[]): Promise<void> {
    if ((await this.source.manager.count(ShelfEntity)) === 0) await this.add(belts)
  }

  /** Puts belts on the shelf, all of them or none. */
  async add(belts: readonly ShelfFields[]): Promise<ShelfBelt[]> {
    return this.source.transaction(async (manager) => {
      const there = await manager.countBy(ShelfEntity, { deletedAt: IsNull() })
      if (there + belts.length > MOST_SHELF_ROWS) throw new ApiError('SHELF_FULL')
      const rows = belts.map((fields): ShelfRow => ({
        ...fields,
        id: newId(),
        version: 1,
        updatedAt: this.now(),
        deletedAt: null,
      }))
      for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
        await manager
          .createQueryBuilder()
          .insert()
          .into(ShelfEntity)
          .values(rows.slice(i, i + ROWS_AT_ONCE))
          .updateEntity(false)
          .execute()
      return rows.map(shelfBelt)
    })
  }

  /** Changes a belt on top of the version the change was based on. */
  async save(id: string, basedOn: number, fields: ShelfFields): Promise<ShelfBelt> {
    const { affected } = await this.source.manager.update(
      ShelfEntity,
      { id, version: basedOn, deletedAt: IsNull() },
      { ...fields, version: basedOn + 1, updatedAt: this.now() },
    )
    const current = await this.get(id)
    if (affected !== 1) throw new ApiError('VERSION_CONFLICT', { conflict: { yours: { basedOn, fields }, current } })
    return current
  }

  async remove(id: string, basedOn: number): Promise<void> {
    const { affected } = await this.source.manager.update(
      ShelfEntity,
      { id, version: basedOn, deletedAt: IsNull() },
      { deletedAt: this.now() },
    )
    if (affected === 1) return
    throw new ApiError('VERSION_CONFLICT', { conflict: { yours: { basedOn }, current: await this.get(id) } })
  }

  async restore(id: string): Promise<ShelfBelt> {
    await this.source.manager.update(ShelfEntity, { id }, { deletedAt: null })
    return this.get(id)
  }

  /** The drives that a belt would go on, those first that it fits best. */
  async drivesFor(belt: BeltOnShelf): Promise<DriveForBelt[]> {
    const rows = await this.source.manager.find(DriveEntity, {
      where: { deletedAt: IsNull() },
      relations: { vehicle: true },
      order: { updatedAt: 'DESC' },
      take: MOST_DRIVES,
    })
    return rows
      .flatMap(({ id, name, document, vehicle }): DriveForBelt[] => {
        const places = placesForBelt(JSON.parse(document) as CheckedDrive, belt)
        if (places.length === 0) return []
        const known = vehicle == null ? null : { id: vehicle.id, name: vehicle.name, plate: vehicle.plate }
        return [{ driveId: id, name, vehicle: known, places }]
      })
      .toSorted((a, b) => rank(a) - rank(b))
  }

  private async get(id: string): Promise<ShelfBelt> {
    const row = await this.source.manager.findOneBy(ShelfEntity, { id, deletedAt: IsNull() })
    if (row === null) throw new ApiError('SHELF_BELT_NOT_FOUND')
    return shelfBelt(row)
  }
}

function rank({ places }: DriveForBelt): number {
  return Math.min(...places.map(({ fit, ribsMore }) => FIT_RANK[fit.verdict] + (ribsMore === 0 ? 0 : 10)))
}

function shelfBelt({ id, mark, section, ribs, length, material, count, place, note, version }: ShelfRow): ShelfBelt {
  return { id, mark, section, ribs, length, material, count, place, note, version }
}
