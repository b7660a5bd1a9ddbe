import { IsNull, type DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import {
  MAX_PRACTICE,
  mayAs,
  type PersonRecord,
  type PracticePage,
  type PracticeResult,
  type PracticeResultFields,
  type PracticeTask,
  type PracticeTaskFields,
} from '@emery/core/api'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'
import { ApiError } from '../http/errors.ts'
import { PersonEntity } from '../people/person.entity.ts'
import { PracticeResultEntity, PracticeTaskEntity } from './practice.entity.ts'

/** What was set to be practised, and how it went. */
export class PracticeService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  /** One's own, and everybody's for a lead; the newest first. */
  async page({ id, role }: PersonRecord): Promise<PracticePage> {
    const where = mayAs(role, 'lead') ? {} : { personId: id }
    const manager = managerOf(this.source)
    const [results, tasks] = [
      await manager.find(PracticeResultEntity, { where, order: { at: 'DESC' }, take: MAX_PRACTICE }),
      await manager.find(PracticeTaskEntity, { where, order: { at: 'DESC' }, take: MAX_PRACTICE }),
    ]
    return { results, tasks }
  }

  /** Keeps how an exercise went. A task for it that is open is done with that, however it went. */
  async add(person: PersonRecord, fields: PracticeResultFields): Promise<PracticeResult> {
    const result: PracticeResult = {
      ...fields,
      id: newId(),
      personId: person.id,
      by: person.name,
      at: this.now().toISOString(),
    }
    return inTransaction(this.source, async (manager) => {
      await manager.insert(PracticeResultEntity, result)
      const open = { personId: person.id, exercise: fields.exercise, resultId: IsNull() }
      await manager.update(PracticeTaskEntity, open, { resultId: result.id })
      return result
    })
  }

  /** Sets somebody an exercise. */
  async set(by: PersonRecord, fields: PracticeTaskFields): Promise<PracticeTask> {
    return inTransaction(this.source, async (manager) => {
      const person = await manager.findOneBy(PersonEntity, { id: fields.personId, deletedAt: IsNull() })
      if (person === null) throw new ApiError('PERSON_NOT_FOUND')
      const task: PracticeTask = {
        ...fields,
        id: newId(),
        name: person.name,
        setBy: by.name,
        at: this.now().toISOString(),
        resultId: null,
      }
      await manager.insert(PracticeTaskEntity, task)
      return task
    })
  }

  async drop(id: string): Promise<void> {
    const { affected } = await managerOf(this.source).delete(PracticeTaskEntity, { id })
    if (affected !== 1) throw new ApiError('PRACTICE_TASK_NOT_FOUND')
  }
}
