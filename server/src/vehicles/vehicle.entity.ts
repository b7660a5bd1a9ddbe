import { EntitySchema } from 'typeorm'

export interface VehicleRow {
  id: string
  name: string
  plate: string
  engine: string
  /** km; null if nobody read it. */
  distance: number | null
  notes: string
  owner: string
  reach: string
  version: number
  createdAt: Date
  updatedAt: Date
  deletedAt: Date | null
}

/** Of a vehicle and of each of its versions. */
const CAME_LATER = {
  engine: { type: 'varchar', length: 120, default: '' },
  distance: { type: 'double', nullable: true },
  owner: { type: 'varchar', length: 120, default: '' },
  reach: { type: 'varchar', length: 200, default: '' },
} as const

export const VehicleEntity = new EntitySchema<VehicleRow>({
  name: 'vehicle',
  tableName: 'vehicles',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    name: { type: 'varchar', length: 120 },
    plate: { type: 'varchar', length: 40 },
    ...CAME_LATER,
    notes: { type: 'text' },
    version: { type: 'int' },
    createdAt: { type: 'datetime', precision: 3 },
    updatedAt: { type: 'datetime', precision: 3 },
    deletedAt: { type: 'datetime', precision: 3, nullable: true },
  },
})

export interface VehicleRevisionRow {
  vehicleId: string
  version: number
  name: string
  plate: string
  engine: string
  distance: number | null
  notes: string
  owner: string
  reach: string
  savedAt: Date
  vehicle?: VehicleRow
}

export const VehicleRevisionEntity = new EntitySchema<VehicleRevisionRow>({
  name: 'vehicle_revision',
  tableName: 'vehicle_revisions',
  columns: {
    vehicleId: { type: 'char', length: 36, primary: true },
    version: { type: 'int', primary: true },
    name: { type: 'varchar', length: 120 },
    plate: { type: 'varchar', length: 40 },
    ...CAME_LATER,
    notes: { type: 'text' },
    savedAt: { type: 'datetime', precision: 3 },
  },
  relations: {
    vehicle: {
      type: 'many-to-one',
      target: 'vehicle',
      joinColumn: { name: 'vehicleId', foreignKeyConstraintName: 'vehicle_revisions_vehicle_fk' },
    },
  },
})
