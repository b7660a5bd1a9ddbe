import { EntitySchema } from 'typeorm'
import type { AuditedAction } from '@emery/core/api'

export interface AuditRow {
  readonly id: number
  readonly at: Date
  readonly personId: string | null
  /** Their name as it was then. */
  readonly by: string
  readonly address: string
  readonly action: AuditedAction
  /** The row it was done to, where it was one. */
  readonly subjectId: string | null
  readonly what: string
}

export const AuditEntity = new EntitySchema<AuditRow>({
  name: 'audit_entry',
  tableName: 'audit_entries',
  columns: {
    id: { type: 'int', primary: true, generated: 'increment' },
    at: { type: 'datetime', precision: 3 },
    personId: { type: 'char', length: 36, nullable: true },
    by: { type: 'varchar', length: 80, name: 'doneBy' },
    address: { type: 'varchar', length: 60 },
    action: { type: 'varchar', length: 20 },
    subjectId: { type: 'char', length: 36, nullable: true },
    what: { type: 'varchar', length: 300 },
  },
  indices: [
    { name: 'audit_entries_action', columns: ['action', 'id'] },
    { name: 'audit_entries_subject', columns: ['subjectId', 'id'] },
  ],
})
