import { EntitySchema } from 'typeorm'

/** That something was written, for pages that show it: what kind of thing, not what it says. */
export interface NewsRow {
  readonly id: number
  /** The first part of its address: `jobs`, `vehicles`. */
  readonly subject: string
  readonly at: Date
}

export const NewsEntity = new EntitySchema<NewsRow>({
  name: 'news',
  tableName: 'news',
  columns: {
    id: { type: 'int', primary: true, generated: 'increment' },
    subject: { type: 'varchar', length: 40 },
    at: { type: 'datetime', precision: 3, name: 'writtenAt' },
  },
  indices: [{ name: 'news_at', columns: ['at'] }],
})
