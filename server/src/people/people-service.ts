import { IsNull, Not, type DataSource, type EntityManager } from 'typeorm'
import { v4 as newId } from 'uuid'
import type { PersonFields, PersonRecord } from '@emery/core/api'
import { ApiError } from '../http/errors.ts'
import { mustBeReadable, nameKey } from './names.ts'
import { hashOf, mustBeHardToGuess, type PassphraseCost } from './passphrases.ts'
import { PersonEntity, SessionEntity, type PersonRow } from './person.entity.ts'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'

/** The people of the workshop. Names are told apart without regard to capitals; there is always one lead. */
export class PeopleService {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
    private readonly cost: PassphraseCost = {},
  ) {}

  async list(): Promise<PersonRecord[]> {
    const rows = await managerOf(this.source).find(PersonEntity, {
      where: { deletedAt: IsNull() },
      order: { name: 'ASC', id: 'ASC' },
    })
    return rows.map(personRecord)
  }

  /** The name of whoever is meant, for the audit log; never what was typed, which may be a passphrase in the wrong field. */
  async knownAs(name: string): Promise<string> {
    const row = await managerOf(this.source).findOneBy(PersonEntity, { name, deletedAt: IsNull() })
    return row?.name ?? 'nobody on the list'
  }

  /** Whether nobody was ever put on the list. */
  async noneYet(): Promise<boolean> {
    return !(await managerOf(this.source).existsBy(PersonEntity, { deletedAt: IsNull() }))
  }

  /** Puts someone on the list; without a passphrase they cannot sign in with one. With an `id` that is taken, nothing changes. */
  async add(
    fields: PersonFields,
    { passphrase, id = newId() }: { readonly passphrase?: string; readonly id?: string } = {},
  ): Promise<PersonRecord> {
    mustBeReadable(fields.name)
    if (passphrase !== undefined) mustBeHardToGuess(passphrase, fields.name)
    const hash = passphrase === undefined ? null : await hashOf(passphrase, this.cost)
    return inTransaction(this.source, async (manager) => {
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
    return inTransaction(this.source, async (manager) => {
      // Of several at once the others wait for the first, and find somebody there.
      await takeTurns(manager, 'first lead')
      if (!(await this.noneYet())) throw new ApiError('NOT_ALLOWED')
      return this.add({ name, role: 'lead' }, { passphrase })
    })
  }

  /** Changes name or role on top of the version that was seen. */
  async save(id: string, basedOn: number, fields: PersonFields): Promise<PersonRecord> {
    mustBeReadable(fields.name)
    return inTransaction(this.source, async (manager) => {
      await mustBeFree(manager, fields.name, id)
      if (fields.role !== 'lead') await mustLeaveALead(manager, id)
      const change = { ...fields, version: basedOn + 1, updatedAt: this.now() }
      await this.change(manager, { id, basedOn, change, fields })
      return personRecord(await rowOf(manager, id))
    })
  }

  /** Takes someone off the list and ends their sessions; what they did keeps their name. */
  async remove(id: string, basedOn: number): Promise<void> {
    await inTransaction(this.source, async (manager) => {
      await mustLeaveALead(manager, id)
      await this.change(manager, { id, basedOn, change: { deletedAt: this.now() } })
      await manager.delete(SessionEntity, { personId: id })
    })
  }

  /** Puts someone back on the list, as long as nobody has taken their name since. */
  async restore(id: string): Promise<PersonRecord> {
    return inTransaction(this.source, async (manager) => {
      const row = await manager.findOneBy(PersonEntity, { id })
      if (row === null) throw new ApiError('PERSON_NOT_FOUND')
      await mustBeFree(manager, row.name, id)
      await manager.update(PersonEntity, { id }, { deletedAt: null })
      return personRecord(row)
    })
  }

  /** Sets a passphrase and ends every session that was begun with the old one. */
  async setPassphrase(id: string, passphrase: string): Promise<void> {
    const person = await rowOf(managerOf(this.source), id)
    mustBeHardToGuess(passphrase, person.name)
    const hash = await hashOf(passphrase, this.cost)
    const { affected } = await managerOf(this.source).update(PersonEntity, { id, deletedAt: IsNull() }, { hash })
    if (affected !== 1) throw new ApiError('PERSON_NOT_FOUND')
    await managerOf(this.source).delete(SessionEntity, { personId: id })
  }

  private async change(
    manager: EntityManager,
    { id, basedOn, change, fields }: { id: string; basedOn: number; change: Partial<PersonRow>; fields?: PersonFields },
  ): Promise<void> {
    const { affected } = await manager.update(PersonEntity, { id, version: basedOn, deletedAt: IsNull() }, change)
    if (affected === 1) return
    const current = personRecord(await rowOf(manager, id))
    const yours = { basedOn, ...(fields === undefined ? {} : { fields }) }
    throw new ApiError('VERSION_CONFLICT', { conflict: { yours, current } })
  }
}

async function rowOf(manager: EntityManager, id: string): Promise<PersonRow> {
  const row = await manager.findOneBy(PersonEntity, { id, deletedAt: IsNull() })
  if (row === null) throw new ApiError('PERSON_NOT_FOUND')
  return row
}

/** Of several transactions at once the others wait here until the first has ended. */
async function takeTurns(manager: EntityManager, over: 'first lead' | 'names taken'): Promise<void> {
  await manager.query(`INSERT INTO counters (name, value) VALUES (?, 1) ON DUPLICATE KEY UPDATE value = value + 1`, [
    over,
  ])
}

async function mustBeFree(manager: EntityManager, name: string, id: string): Promise<void> {
  // Of two who take one name at once the second waits here, and finds it taken. Rows that are there could be held, one that is about to come cannot.
  await takeTurns(manager, 'names taken')
  // What is there now, not what was when the transaction first looked. A workshop's list is short.
  const others = await manager.find(PersonEntity, {
    where: { id: Not(id), deletedAt: IsNull() },
    lock: { mode: 'pessimistic_write' },
  })
  if (others.some((other) => nameKey(other.name) === nameKey(name))) throw new ApiError('NAME_TAKEN')
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
