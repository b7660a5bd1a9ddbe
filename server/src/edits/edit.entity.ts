import { EntitySchema } from 'typeorm'

/** A change that was made, by the id its maker gave it, and what it was answered with. */
export interface EditRow {
  readonly id: string
  readonly personId: string
  /** `POST /api/jobs`: an id stands for one change, not for any. */
  readonly what: string
  readonly status: number
  /** JSON; null for an answer without a body. */
  readonly answer: string | null
  readonly madeAt: Date
}

export const EditEntity = new EntitySchema<EditRow>({
  name: 'edit',
  tableName: 'edits',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    personId: { type: 'char', length: 36 },
    what: { type: 'varchar', length: 200 },
    status: { type: 'smallint' },
    answer: { type: 'mediumtext', nullable: true },
    madeAt: { type: 'datetime', precision: 3 },
  },
  indices: [{ name: 'edits_made', columns: ['madeAt'] }],
})

/** Numbers that are given out one after the other, each once. */
export interface CounterRow {
  readonly name: string
  readonly value: number
}

export const CounterEntity = new EntitySchema<CounterRow>({
  name: 'counter',
  tableName: 'counters',
  columns: {
    name: { type: 'varchar', length: 20, primary: true },
    value: { type: 'int' },
  },
})
