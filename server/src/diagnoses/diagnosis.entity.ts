import { EntitySchema } from 'typeorm'
import type { Diagnosis } from '@emery/core/api'
import { driveColumns, driveRelation } from '../rows/drive-columns.ts'
import type { DriveRow } from '../rows/drive-rows.ts'

export const DiagnosisEntity = new EntitySchema<DriveRow & Diagnosis>({
  name: 'diagnosis',
  tableName: 'diagnoses',
  columns: {
    ...driveColumns,
    at: { type: 'varchar', length: 30, name: 'diagnosedAt' },
    answers: { type: 'simple-json' },
    cause: { type: 'varchar', length: 60 },
    causeName: { type: 'varchar', length: 400 },
    probability: { type: 'double' },
    edition: { type: 'varchar', length: 400 },
    actions: { type: 'simple-json' },
    prove: { type: 'varchar', length: 400 },
    note: { type: 'varchar', length: 2000 },
    distance: { type: 'double', nullable: true },
    by: { type: 'varchar', length: 80, name: 'diagnosedBy' },
  },
  relations: driveRelation('diagnoses_drive_fk'),
  indices: [
    { name: 'diagnoses_drive', columns: ['driveId', 'at'] },
    { name: 'diagnoses_deleted', columns: ['deletedAt'] },
  ],
})
