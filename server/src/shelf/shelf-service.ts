import { IsNull, type DataSource } from 'typeorm'
import { MAX_SHELF_ROWS, type DriveForBelt, type ShelfFields } from '@emery/core/api'
import { FIT_RANK, type BeltOnShelf } from '@emery/core/length'
import { DriveEntity } from '../drives/drive.entity.ts'
import { VersionedRows } from '../rows/versioned-rows.ts'
import { ShelfEntity } from './shelf.entity.ts'
import { inThread } from '../workers/pool.ts'
import { managerOf } from '../database/unit-of-work.ts'

/** Drives looked through for a belt, the newest first. */
const MAX_DRIVES = 2000

/** The workshop's belts. */
export class ShelfService {
  readonly belts: VersionedRows<ShelfFields>

  constructor(
    private readonly source: DataSource,
    now: () => Date,
  ) {
    this.belts = new VersionedRows(source, now, {
      entity: ShelfEntity,
      fields: ['mark', 'section', 'ribs', 'length', 'material', 'makerClass', 'count', 'place', 'note'],
      order: ['section', 'ribs', 'length'],
      max: MAX_SHELF_ROWS,
      notFound: 'SHELF_BELT_NOT_FOUND',
      full: 'SHELF_FULL',
    })
  }

  /** The drives that a belt would go on, those first that it fits best. */
  async drivesFor(belt: BeltOnShelf): Promise<DriveForBelt[]> {
    const rows = await managerOf(this.source).find(DriveEntity, {
      where: { deletedAt: IsNull() },
      relations: { vehicle: true },
      order: { updatedAt: 'DESC' },
      take: MAX_DRIVES,
    })
    // Weighing the readings of thousands of drives takes seconds, which nobody else should wait for.
    const found = await inThread('placesOnDrives', { drives: rows.map(({ id, document }) => ({ id, document })), belt })
    return rows
      .flatMap(({ id, name, vehicle }): DriveForBelt[] => {
        const places = found.get(id)
        if (places === undefined) return []
        const known = vehicle == null ? null : { id: vehicle.id, name: vehicle.name, plate: vehicle.plate }
        return [{ driveId: id, name, vehicle: known, places }]
      })
      .toSorted((a, b) => rank(a) - rank(b))
  }
}

function rank({ places }: DriveForBelt): number {
  return Math.min(...places.map(({ fit, ribsMore }) => FIT_RANK[fit.verdict] + (ribsMore === 0 ? 0 : 10)))
}
