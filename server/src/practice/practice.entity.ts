import { EntitySchema } from 'typeorm'
import type { PracticeResult, PracticeTask } from '@emery/core/api'

export type PracticeResultRow = PracticeResult
export type PracticeTaskRow = PracticeTask

const EXERCISE = { type: 'varchar', length: 20 } as const
const ID = { type: 'char', length: 36 } as const
const MOMENT = { type: 'varchar', length: 30 } as const

export const PracticeResultEntity = new EntitySchema<PracticeResultRow>({
  name: 'practice_result',
  tableName: 'practice_results',
  columns: {
    id: { ...ID, primary: true },
    personId: ID,
    by: { type: 'varchar', length: 80, name: 'doneBy' },
    at: { ...MOMENT, name: 'doneAt' },
    exercise: EXERCISE,
    fault: { type: 'varchar', length: 80 },
    isNamedRight: { type: 'boolean' },
    isMended: { type: 'boolean' },
    minutes: { type: 'int' },
    wrongParts: { type: 'int' },
    tests: { type: 'int' },
  },
  indices: [
    { name: 'practice_results_person', columns: ['personId', 'at'] },
    { name: 'practice_results_at', columns: ['at'] },
  ],
})

export const PracticeTaskEntity = new EntitySchema<PracticeTaskRow>({
  name: 'practice_task',
  tableName: 'practice_tasks',
  columns: {
    id: { ...ID, primary: true },
    personId: ID,
    name: { type: 'varchar', length: 80 },
    exercise: EXERCISE,
    note: { type: 'varchar', length: 200 },
    setBy: { type: 'varchar', length: 80 },
    at: { ...MOMENT, name: 'setAt' },
    resultId: { ...ID, nullable: true },
  },
  indices: [{ name: 'practice_tasks_person', columns: ['personId', 'exercise'] }],
})
