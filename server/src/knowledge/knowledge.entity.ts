import { EntitySchema } from 'typeorm'

export interface KnowledgeRow {
  readonly version: number
  /** The file as it was saved; read again, and checked, whenever it is used. */
  readonly file: string
  readonly reason: string
  readonly by: string
  readonly savedAt: Date
}

export const KnowledgeEntity = new EntitySchema<KnowledgeRow>({
  name: 'knowledge_version',
  tableName: 'knowledge_versions',
  columns: {
    version: { type: 'int', primary: true },
    file: { type: 'mediumtext' },
    reason: { type: 'varchar', length: 200 },
    by: { type: 'varchar', length: 80, name: 'savedBy' },
    savedAt: { type: 'datetime', precision: 3 },
  },
})
