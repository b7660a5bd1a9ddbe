import { EntitySchema } from 'typeorm'
import type { Walkround } from '@emery/core'
import { driveColumns, driveRelation } from '../rows/drive-columns.ts'
import { jsonColumn } from '../rows/json-column.ts'
import type { DriveRow } from '../rows/drive-rows.ts'

export const WalkroundEntity = new EntitySchema<DriveRow & Walkround>({
  name: 'walkround',
  tableName: 'walkrounds',
  columns: {
    ...driveColumns,
    at: { type: 'varchar', length: 30, name: 'walkedAt' },
    distance: { type: 'double', nullable: true },
    beltOff: { type: 'boolean' },
    checks: jsonColumn,
    renewed: { type: 'simple-json' },
    sum: jsonColumn,
    note: { type: 'varchar', length: 2000 },
    by: { type: 'varchar', length: 80, name: 'walkedBy' },
  },
  relations: driveRelation('walkrounds_drive_fk'),
  indices: [{ name: 'walkrounds_drive', columns: ['driveId', 'at'] }],
})
