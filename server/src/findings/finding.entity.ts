import { EntitySchema } from 'typeorm'
import type { Finding } from '@emery/core'
import { driveColumns, driveRelation } from '../rows/drive-columns.ts'
import type { DriveRow } from '../rows/drive-rows.ts'

export const FindingEntity = new EntitySchema<DriveRow & Finding>({
  name: 'finding',
  tableName: 'findings',
  columns: {
    ...driveColumns,
    at: { type: 'varchar', length: 30, name: 'foundAt' },
    answers: { type: 'simple-json' },
    cause: { type: 'varchar', length: 60 },
    causeName: { type: 'varchar', length: 400 },
    probability: { type: 'double' },
    edition: { type: 'varchar', length: 400 },
    actions: { type: 'simple-json' },
    prove: { type: 'varchar', length: 400 },
    note: { type: 'varchar', length: 2000 },
    distance: { type: 'double', nullable: true },
    by: { type: 'varchar', length: 80, name: 'foundBy' },
  },
  relations: driveRelation('findings_drive_fk'),
  indices: [{ name: 'findings_drive', columns: ['driveId', 'at'] }],
})
