import { EntitySchema } from 'typeorm'

export interface VehicleRow {
  id: string
  name: string
  plate: string
  notes: string
  version: number
  createdAt: Date
  updatedAt: Date
  deletedAt: Date | null
}

export const VehicleEntity = new EntitySchema<VehicleRow>({
  name: 'vehicle',
  tableName: 'vehicles',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    name: { type: 'varchar', length: 120 },
    plate: { type: 'varchar', length: 40 },
    notes: { type: 'text' },
    version: { type: 'int' },
    createdAt: { type: 'datetime', precision: 3 },
    updatedAt: { type: 'datetime', precision: 3 },
    deletedAt: { type: 'datetime', precision: 3, nullable: true },
  },
})
