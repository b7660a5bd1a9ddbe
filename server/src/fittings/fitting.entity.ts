import { EntitySchema } from 'typeorm'
import type { Fitting } from '@emery/core'
import type { DriveRow } from '../drives/drive.entity.ts'

export interface FittingRow extends Fitting {
  readonly driveId: string
  readonly createdAt: Date
  readonly deletedAt: Date | null
  readonly drive?: DriveRow
}

export const FittingEntity = new EntitySchema<FittingRow>({
  name: 'fitting',
  tableName: 'fittings',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    driveId: { type: 'char', length: 36 },
    belt: { type: 'varchar', length: 60 },
    mark: { type: 'varchar', length: 60 },
    length: { type: 'double' },
    fittedOn: { type: 'char', length: 10 },
    distance: { type: 'double', nullable: true },
    reason: { type: 'varchar', length: 200 },
    spare: { type: 'varchar', length: 120 },
    by: { type: 'varchar', length: 80, name: 'fittedBy' },
    createdAt: { type: 'datetime', precision: 3 },
    deletedAt: { type: 'datetime', precision: 3, nullable: true },
  },
  relations: {
    drive: {
      type: 'many-to-one',
      target: 'drive',
      joinColumn: { name: 'driveId', foreignKeyConstraintName: 'fittings_drive_fk' },
    },
  },
  indices: [{ name: 'fittings_drive', columns: ['driveId', 'fittedOn'] }],
})
