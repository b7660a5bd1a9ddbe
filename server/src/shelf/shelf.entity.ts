import { EntitySchema } from 'typeorm'
import type { ShelfBelt } from '@emery/core'

export interface ShelfRow extends ShelfBelt {
  readonly updatedAt: Date
  readonly deletedAt: Date | null
}

export const ShelfEntity = new EntitySchema<ShelfRow>({
  name: 'shelf_belt',
  tableName: 'shelf_belts',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    mark: { type: 'varchar', length: 60 },
    section: { type: 'varchar', length: 10 },
    ribs: { type: 'int' },
    length: { type: 'double' },
    material: { type: 'varchar', length: 10 },
    count: { type: 'int' },
    place: { type: 'varchar', length: 80 },
    note: { type: 'varchar', length: 500 },
    version: { type: 'int' },
    updatedAt: { type: 'datetime', precision: 3 },
    deletedAt: { type: 'datetime', precision: 3, nullable: true },
  },
  indices: [{ name: 'shelf_belts_size', columns: ['section', 'ribs', 'length'] }],
})
