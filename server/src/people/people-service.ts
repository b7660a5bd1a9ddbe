import argon2 from 'argon2'
import { IsNull, Not, type DataSource, type EntityManager } from 'typeorm'
import { v4 as newId } from 'uuid'
import type { PersonFields, PersonRecord } from '@emery/core'
import { ApiError } from '../http/errors.ts'
import { PersonEntity, SessionEntity, type PersonRow } from './person.entity.ts'

/** The people of the workshop. Names are told apart without regard to capitals; there is always one lead. */
export class PeopleService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  async list(): Promise<PersonRecord[]> {
    const rows = await this.source.manager.find(PersonEntity, {
      where: { deletedAt: IsNull() },
      order: { name: 'ASC', id: 'ASC' },
    })
    return rows.map(personRecord)
  }

  /** Whether nobody was ever put on the list. */
  async noneYet(): Promise<boolean> {
    return !(await this.source.manager.existsBy(PersonEntity, { deletedAt: IsNull() }))
  }

  /** Puts someone on the list; without a passphrase they cannot sign in with one. With an `id` that is taken, nothing changes. */
  async add(
    fields: PersonFields,
    { passphrase, id = newId() }: { readonly passphrase?: string; readonly id?: string } = {},
  ): Promise<PersonRecord> {
    const hash = passphrase === undefined ? null : await argon2.hash(passphrase)
    return this.source.transaction(async (manager) => {
      const there = await manager.findOneBy(PersonEntity, { id })
      if (there !== null) return personRecord(there)
      await mustBeFree(manager, fields.name, id)
      const row: PersonRow = { id, ...fields, hash, version: 1, updatedAt: this.now(), deletedAt: null }
      await manager.insert(PersonEntity, row)
      return personRecord(row)
    })
  }

  /** The first lead; refused once there is anyone. */
  async addFirst(name: string, passphrase: string): Promise<PersonRecord> {
    if (!(await this.noneYet())) throw new ApiError('NOT_ALLOWED')
    return this.add({ name, role: 'lead' }, { passphrase })
  }

  /** Changes name or role on top of the version that was seen. */
  async save(id: string, basedOn: number, fields: PersonFields): Promise<PersonRecord> {
    return this.source.transaction(async (manager) => {
      await mustBeFree(manager, fields.name, id)
      if (fields.role !== 'lead') await mustLeaveALead(manager, id)
      const change = { ...fields, version: basedOn + 1, updatedAt: this.now() }
      await this.change(manager, { id, basedOn, change, fields })
      return personRecord(await rowOf(manager, id))
    })
  }

  /** Takes someone off the list and ends their sessions; what they did keeps their name. */
  async remove(id: string, basedOn: number): Promise<void> {
    await this.source.transaction(async (manager) => {
      await mustLeaveALead(manager, id)
      await this.change(manager, { id, basedOn, change: { deletedAt: this.now() } })
      await manager.delete(SessionEntity, { personId: id })
    })
  }

  /** Sets a passphrase and ends every session that was begun with the old one. */
  async setPassphrase(id: string, passphrase: string): Promise<void> {
    const hash = await argon2.hash(passphrase)
    const { affected } = await this.source.manager.update(PersonEntity, { id, deletedAt: IsNull() }, { hash })
    if (affected !== 1) throw new ApiError('PERSON_NOT_FOUND')
    await this.source.manager.delete(SessionEntity, { personId: id })
  }

  private async change(
    manager: EntityManager,
    { id, basedOn, change, fields }: { id: string; basedOn: number; change: Partial<PersonRow>; fields?: PersonFields },
  ): Promise<void> {
    const { affected } = await manager.update(PersonEntity, { id, version: basedOn, deletedAt: IsNull() }, change)
    if (affected === 1) return
    // Outside of the transaction, which began to look before somebody else's change was there.
    const current = personRecord(await rowOf(this.source.manager, id))
    const yours = { basedOn, ...(fields === undefined ? {} : { fields }) }
    throw new ApiError('VERSION_CONFLICT', { conflict: { yours, current } })
  }
}

async function rowOf(manager: EntityManager, id: string): Promise<PersonRow> {
  const row = await manager.findOneBy(PersonEntity, { id, deletedAt: IsNull() })
  if (row === null) throw new ApiError('PERSON_NOT_FOUND')
  return row
}

async function mustBeFree(manager: EntityManager, name: string, id: string): Promise<void> {
  // The column's collation takes Wren and wren for one.
  if (await manager.existsBy(PersonEntity, { name, id: Not(id), deletedAt: IsNull() })) throw new ApiError('NAME_TAKEN')
}

async function mustLeaveALead(manager: EntityManager, id: string): Promise<void> {
  const leads = await manager.find(PersonEntity, {
    where: { role: 'lead', deletedAt: IsNull() },
    lock: { mode: 'pessimistic_write' },
  })
  if (leads.length === 1 && leads[0]?.id === id) throw new ApiError('LAST_LEAD')
}

/** Someone as they go out: never with what their passphrase is kept as. */
export function personRecord({ id, name, role, version }: PersonRow): PersonRecord {
  return { id, name, role, version }
}
