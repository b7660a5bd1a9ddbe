import { EntitySchema } from 'typeorm'
import type { ShelfFields } from '@emery/core/api'
import { VERSIONED_COLUMNS } from '../rows/versioned-columns.ts'
import type { VersionedRow } from '../rows/versioned-rows.ts'

export const ShelfEntity = new EntitySchema<VersionedRow & ShelfFields>({
  name: 'shelf_belt',
  tableName: 'shelf_belts',
  columns: {
    ...VERSIONED_COLUMNS,
    mark: { type: 'varchar', length: 60 },
    section: { type: 'varchar', length: 10 },
    ribs: { type: 'int' },
    length: { type: 'double' },
    material: { type: 'varchar', length: 10 },
    makerClass: { type: 'varchar', length: 10, default: 'unknown' },
    count: { type: 'int' },
    place: { type: 'varchar', length: 80 },
    note: { type: 'varchar', length: 500 },
  },
  indices: [{ name: 'shelf_belts_size', columns: ['section', 'ribs', 'length'] }],
})
