import { IsNull, type DataSource, type EntityManager } from 'typeorm'
import { v4 as newId } from 'uuid'
import { plateKey, type FleetRow } from '@emery/core/exchange'
import {
  distanceRefusal,
  type FleetDone,
  MAX_VEHICLES_LISTED,
  type VehicleFields,
  type VehicleRecord,
  type VehicleRevision,
} from '@emery/core/api'
import { rewriteWords } from '../board/find-words.ts'
import { likeOf } from '../board/words.ts'
import { DriveEntity } from '../drives/drive.entity.ts'
import { ApiError } from '../http/errors.ts'
import { VehicleEntity, VehicleRevisionEntity, type VehicleRow } from './vehicle.entity.ts'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'

/** Versions shown at once; a vehicle's few words change a handful of times. */
const MAX_REVISIONS = 200

/** A plate in the database as `plateKey` has it. */
const PLATE_KEY = [' ', '.', '·', '-'].reduce((so, sign) => `REPLACE(${so}, '${sign}', '')`, 'UPPER(vehicle.plate)')

export class VehicleService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  /** By name; with words, those in whose name, plate, engine or owner every word stands. */
  async list(words: readonly string[] = []): Promise<VehicleRecord[]> {
    const query = managerOf(this.source)
      .getRepository(VehicleEntity)
      .createQueryBuilder('vehicle')
      .where('vehicle.deletedAt IS NULL')
      .orderBy('vehicle.name')
      .addOrderBy('vehicle.id')
      .take(MAX_VEHICLES_LISTED)
    for (const [i, word] of words.entries())
      query.andWhere(`CONCAT_WS(' ', vehicle.name, vehicle.plate, vehicle.engine, vehicle.owner) LIKE :word${i}`, {
        [`word${i}`]: likeOf(word),
      })
    return (await query.getMany()).map(vehicleRecord)
  }

  async get(id: string): Promise<VehicleRecord> {
    const row = await managerOf(this.source).findOneBy(VehicleEntity, { id, deletedAt: IsNull() })
    if (row === null) throw new ApiError('VEHICLE_NOT_FOUND')
    return vehicleRecord(row)
  }

  /** Stores a new vehicle. With an `id` that is taken already, nothing changes. */
  async create(fields: VehicleFields, id = newId()): Promise<VehicleRecord> {
    return inTransaction(this.source, async (manager) => {
      const there = await manager.findOneBy(VehicleEntity, { id })
      if (there !== null) return vehicleRecord(there)
      const at = this.now()
      const row: VehicleRow = {
        id,
        owner: '',
        reach: '',
        ...fields,
        version: 1,
        createdAt: at,
        updatedAt: at,
        deletedAt: null,
      }
      await manager.insert(VehicleEntity, row)
      await manager.insert(VehicleRevisionEntity, { vehicleId: id, version: 1, ...fields, savedAt: at })
      return vehicleRecord(row)
    })
  }

  /**
   * Changes a vehicle on top of the version the change was based on. A distance that is lower than last time is refused, unless
   * `lastWasWrong`.
   */
  async save(
    id: string,
    basedOn: number,
    fields: VehicleFields,
    { lastWasWrong = false }: { readonly lastWasWrong?: boolean } = {},
  ): Promise<VehicleRecord> {
    const refusal = lastWasWrong ? undefined : distanceRefusal((await this.get(id)).distance, fields.distance)
    if (refusal !== undefined)
      throw new ApiError('BAD_REQUEST', { problems: [{ path: '$.distance', message: refusal }] })
    await inTransaction(this.source, (manager) => this.write(manager, id, basedOn, fields))
    return this.get(id)
  }

  /**
   * Takes in vehicles by their plates: those that are known are changed in what the table says, the others are added. A distance lower than
   * last time is left as it was, and told of.
   */
  async takeFleet(rows: readonly FleetRow[]): Promise<FleetDone> {
    return inTransaction(this.source, async (manager) => {
      const there = await manager
        .getRepository(VehicleEntity)
        .createQueryBuilder('vehicle')
        .where('vehicle.deletedAt IS NULL')
        .andWhere(`${PLATE_KEY} IN (:...plates)`, { plates: rows.map(({ plate }) => plateKey(plate)) })
        .getMany()
      const byPlate = new Map(there.map((row) => [plateKey(row.plate), row]))
      const refused: string[] = []
      let [added, changed] = [0, 0]
      for (const { plate, distance, ...words } of rows) {
        const known = byPlate.get(plateKey(plate))
        if (known === undefined) {
          await this.create({ name: plate, engine: '', notes: '', ...words, plate, distance: distance ?? null })
          added++
          continue
        }
        const refusal = distanceRefusal(known.distance, distance ?? null)
        if (refusal !== undefined) refused.push(`${known.plate}: the odometer reading ${refusal}.`)
        const { name, engine, notes, owner, reach } = known
        const before = { name, plate: known.plate, engine, notes, owner, reach, distance: known.distance }
        const read = refusal === undefined && distance !== undefined ? { distance } : {}
        const after = { ...before, ...words, ...read }
        if (JSON.stringify(before) === JSON.stringify(after)) continue
        await this.write(manager, known.id, known.version, after)
        changed++
      }
      return { added, changed, refused }
    })
  }

  /** Keeps what a vehicle had run, as it was read at a job; of a vehicle that has run further already nothing changes. */
  async hasRun(id: string, distance: number): Promise<void> {
    await inTransaction(this.source, async (manager) => {
      const there = await manager.findOne(VehicleEntity, {
        where: { id, deletedAt: IsNull() },
        lock: { mode: 'pessimistic_write' },
      })
      if (there === null || (there.distance !== null && there.distance >= distance)) return
      const { name, plate, engine, notes, owner, reach, version } = there
      await this.write(manager, id, version, { name, plate, engine, notes, owner, reach, distance })
    })
  }

  private async write(manager: EntityManager, id: string, basedOn: number, fields: VehicleFields): Promise<void> {
    const at = this.now()
    const version = basedOn + 1
    const { affected } = await manager.update(
      VehicleEntity,
      { id, version: basedOn, deletedAt: IsNull() },
      { ...fields, version, updatedAt: at },
    )
    if (affected !== 1) {
      throw new ApiError('VERSION_CONFLICT', {
        conflict: { yours: { basedOn, fields }, current: await this.get(id) },
      })
    }
    await manager.insert(VehicleRevisionEntity, { vehicleId: id, version, ...fields, savedAt: at })
    await rewriteWords(manager, { vehicleId: id })
  }

  /** Every version of a vehicle, the newest first. */
  async revisions(id: string): Promise<VehicleRevision[]> {
    await this.get(id)
    const rows = await managerOf(this.source).find(VehicleRevisionEntity, {
      where: { vehicleId: id },
      order: { version: 'DESC' },
      take: MAX_REVISIONS,
    })
    return rows.map(({ version, name, plate, engine, distance, notes, owner, reach, savedAt }) => ({
      version,
      name,
      plate,
      engine,
      distance,
      notes,
      owner,
      reach,
      savedAt: savedAt.toISOString(),
    }))
  }

  /** Strikes a vehicle out as it was when the caller saw it; `restore` brings it back. Refused while drives are on it. */
  async remove(id: string, basedOn: number): Promise<void> {
    await inTransaction(this.source, async (manager) => {
      const { affected } = await manager.update(
        VehicleEntity,
        { id, version: basedOn, deletedAt: IsNull() },
        { deletedAt: this.now() },
      )
      if (affected !== 1)
        throw new ApiError('VERSION_CONFLICT', { conflict: { yours: { basedOn }, current: await this.get(id) } })
      // Looked at last, with the vehicle in hand: a drive that is being put on it waits, and finds it gone.
      if (await manager.existsBy(DriveEntity, { vehicleId: id, deletedAt: IsNull() }))
        throw new ApiError('VEHICLE_HAS_DRIVES')
    })
  }

  async restore(id: string): Promise<VehicleRecord> {
    await managerOf(this.source).update(VehicleEntity, { id }, { deletedAt: null })
    return this.get(id)
  }
}

function vehicleRecord(row: VehicleRow): VehicleRecord {
  const { id, name, plate, engine, distance, notes, owner, reach, version, updatedAt } = row
  return { id, name, plate, engine, distance, notes, owner, reach, version, updatedAt: updatedAt.toISOString() }
}
