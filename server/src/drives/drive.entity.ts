import { EntitySchema } from 'typeorm'
import type { VehicleRow } from '../vehicles/vehicle.entity.ts'

export interface DriveRow {
  id: string
  vehicleId: string | null
  vehicle?: VehicleRow | null
  name: string
  /** What it is found by, kept by `rewriteWords`. */
  words?: string
  /** A checked drive document as JSON text. */
  document: string
  version: number
  createdAt: Date
  updatedAt: Date
  deletedAt: Date | null
}

export const DriveEntity = new EntitySchema<DriveRow>({
  name: 'drive',
  tableName: 'drives',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    vehicleId: { type: 'char', length: 36, nullable: true },
    name: { type: 'varchar', length: 120 },
    words: { type: 'varbinary', length: 2800, default: '', select: false },
    document: { type: 'longtext' },
    version: { type: 'int' },
    createdAt: { type: 'datetime', precision: 3 },
    updatedAt: { type: 'datetime', precision: 3 },
    deletedAt: { type: 'datetime', precision: 3, nullable: true },
  },
  relations: {
    vehicle: {
      type: 'many-to-one',
      target: 'vehicle',
      nullable: true,
      joinColumn: { name: 'vehicleId', foreignKeyConstraintName: 'drives_vehicle_fk' },
    },
  },
  indices: [
    { name: 'drives_vehicle', columns: ['vehicleId'] },
    { name: 'drives_updated', columns: ['updatedAt'] },
    { name: 'drives_words', columns: ['deletedAt', 'updatedAt', 'words'] },
  ],
})

export interface DriveRevisionRow {
  driveId: string
  version: number
  /** Named by whoever saved, so that a save said twice is stored once. */
  saveId: string
  document: string
  reason: string
  savedBy: string
  savedAt: Date
  drive?: DriveRow
}

export const DriveRevisionEntity = new EntitySchema<DriveRevisionRow>({
  name: 'drive_revision',
  tableName: 'drive_revisions',
  columns: {
    driveId: { type: 'char', length: 36, primary: true },
    version: { type: 'int', primary: true },
    saveId: { type: 'char', length: 36 },
    document: { type: 'longtext' },
    reason: { type: 'varchar', length: 120 },
    savedBy: { type: 'varchar', length: 80, default: '' },
    savedAt: { type: 'datetime', precision: 3 },
  },
  relations: {
    drive: {
      type: 'many-to-one',
      target: 'drive',
      joinColumn: { name: 'driveId', foreignKeyConstraintName: 'drive_revisions_drive_fk' },
    },
  },
  uniques: [{ name: 'drive_revisions_save', columns: ['driveId', 'saveId'] }],
})
