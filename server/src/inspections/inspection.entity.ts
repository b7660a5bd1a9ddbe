import { EntitySchema } from 'typeorm'
import type { Inspection } from '@emery/core/api'
import { driveColumns, driveRelation } from '../rows/drive-columns.ts'
import { jsonColumn } from '../rows/json-column.ts'
import type { DriveRow } from '../rows/drive-rows.ts'

export const InspectionEntity = new EntitySchema<DriveRow & Inspection>({
  name: 'inspection',
  tableName: 'inspections',
  columns: {
    ...driveColumns,
    at: { type: 'varchar', length: 30, name: 'inspectedAt' },
    distance: { type: 'double', nullable: true },
    beltOff: { type: 'boolean' },
    checks: jsonColumn,
    renewed: { type: 'simple-json' },
    sum: jsonColumn,
    note: { type: 'varchar', length: 2000 },
    by: { type: 'varchar', length: 80, name: 'inspectedBy' },
  },
  relations: driveRelation('inspections_drive_fk'),
  indices: [
    { name: 'inspections_drive', columns: ['driveId', 'at'] },
    { name: 'inspections_deleted', columns: ['deletedAt'] },
  ],
})
