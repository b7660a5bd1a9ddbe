import { EntitySchema } from 'typeorm'
import type { Fitting } from '@emery/core/api'
import { driveColumns, driveRelation } from '../rows/drive-columns.ts'
import type { DriveRow } from '../rows/drive-rows.ts'

export const FittingEntity = new EntitySchema<DriveRow & Fitting>({
  name: 'fitting',
  tableName: 'fittings',
  columns: {
    ...driveColumns,
    belt: { type: 'varchar', length: 60 },
    mark: { type: 'varchar', length: 60 },
    length: { type: 'double' },
    fittedOn: { type: 'char', length: 10 },
    distance: { type: 'double', nullable: true },
    reason: { type: 'varchar', length: 200 },
    spare: { type: 'varchar', length: 120 },
    by: { type: 'varchar', length: 80, name: 'fittedBy' },
    warrantyUntil: { type: 'varchar', length: 10, default: '' },
  },
  relations: driveRelation('fittings_drive_fk'),
  indices: [
    { name: 'fittings_drive', columns: ['driveId', 'fittedOn'] },
    { name: 'fittings_deleted', columns: ['deletedAt'] },
  ],
})
