import { IsNull, type DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import type { VehicleFields, VehicleRecord } from '@emery/core'
import { ApiError } from '../http/errors.ts'
import { VehicleEntity, type VehicleRow } from './vehicle.entity.ts'

export class VehicleService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  async list(): Promise<VehicleRecord[]> {
    const rows = await this.source.manager.find(VehicleEntity, {
      where: { deletedAt: IsNull() },
      order: { name: 'ASC', id: 'ASC' },
      take: 1000,
    })
    return rows.map(vehicleRecord)
  }

  async get(id: string): Promise<VehicleRecord> {
    const row = await this.source.manager.findOneBy(VehicleEntity, { id, deletedAt: IsNull() })
    if (row === null) throw new ApiError('VEHICLE_NOT_FOUND')
    return vehicleRecord(row)
  }

  /** Stores a new vehicle. With an `id` that is taken already, nothing changes. */
  async create(fields: VehicleFields, id = newId()): Promise<VehicleRecord> {
    const at = this.now()
    const row: VehicleRow = { id, ...fields, version: 1, createdAt: at, updatedAt: at, deletedAt: null }
    const there = await this.source.manager.findOneBy(VehicleEntity, { id })
    if (there !== null) return vehicleRecord(there)
    await this.source.manager.insert(VehicleEntity, row)
    return vehicleRecord(row)
  }

  /** Changes a vehicle on top of the version the change was based on. */
  async save(id: string, basedOn: number, fields: VehicleFields): Promise<VehicleRecord> {
    const patch = { ...fields, version: basedOn + 1, updatedAt: this.now() }
    const { affected } = await this.source.manager.update(
      VehicleEntity,
      { id, version: basedOn, deletedAt: IsNull() },
      patch,
    )
    if (affected !== 1) {
      const current = await this.get(id)
      throw new ApiError('VERSION_CONFLICT', { conflict: { yours: { basedOn, fields }, current } })
    }
    return this.get(id)
  }

  async remove(id: string, basedOn: number): Promise<void> {
    const { affected } = await this.source.manager.update(
      VehicleEntity,
      { id, version: basedOn, deletedAt: IsNull() },
      { deletedAt: this.now() },
    )
    if (affected === 1) return
    throw new ApiError('VERSION_CONFLICT', { conflict: { yours: { basedOn }, current: await this.get(id) } })
  }
}

function vehicleRecord({ id, name, plate, notes, version, updatedAt }: VehicleRow): VehicleRecord {
  return { id, name, plate, notes, version, updatedAt: updatedAt.toISOString() }
}
