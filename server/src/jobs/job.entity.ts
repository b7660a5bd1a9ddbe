import { EntitySchema } from 'typeorm'
import type { JobFields } from '@emery/core'
import { jsonColumn } from '../rows/json-column.ts'
import { VERSIONED_COLUMNS } from '../rows/versioned-columns.ts'
import type { VersionedRow } from '../rows/versioned-rows.ts'

export const JobEntity = new EntitySchema<VersionedRow & JobFields>({
  name: 'job',
  tableName: 'jobs',
  columns: {
    ...VERSIONED_COLUMNS,
    driveId: { type: 'char', length: 36 },
    complaint: { type: 'varchar', length: 500 },
    asked: { type: 'varchar', length: 500 },
    ticks: jsonColumn,
    torques: jsonColumn,
    closedAt: { type: 'varchar', length: 30, nullable: true },
  },
  indices: [{ name: 'jobs_drive', columns: ['driveId'] }],
})
