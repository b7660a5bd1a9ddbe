import argon2 from 'argon2'
import { randomBytes } from 'node:crypto'
import type { Request } from 'express'
import { IsNull, LessThan, MoreThan, type DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import type { DeviceSession, PersonRecord } from '@emery/core/api'
import { ApiError } from '../http/errors.ts'
import { PersonEntity, SessionEntity, type PersonRow } from './person.entity.ts'
import { SignInAttempts } from './attempts.ts'
import { hashOf, type PassphraseCost } from './passphrases.ts'
import { nameKey } from './names.ts'
import { personRecord } from './people-service.ts'
import { managerOf } from '../database/unit-of-work.ts'
import { newToken, tokenHash } from './tokens.ts'

/** A session ends this long after it was last used: a working day. */
export const SESSION_MS = 12 * 3600_000
/** Sessions of one person that are listed, the last used: many more devices than anybody has. */
const MOST_LISTED = 100
/** How stale “last used” may be; writing it with every request would make reading cost a write. */
const SEEN_EVERY_MS = 600_000

/** Who is signed in, by a random token in a cookie whose hash the database holds. */
export class SessionService {
  private readonly attempts: SignInAttempts
  private nobody: Promise<string> | undefined

  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
    private readonly cost: PassphraseCost = {},
  ) {
    this.attempts = new SignInAttempts(source, now)
  }

  /** Checks name and passphrase and begins a session; after a few failures the next has to be waited for. */
  async signIn(name: string, passphrase: string, from: Device): Promise<Begun> {
    const { address } = from
    const row = await managerOf(this.source).findOneBy(PersonEntity, { name, deletedAt: IsNull() })
    // The column's collation takes Wrén, wren and Wren for one; so must the count.
    const person = row?.id ?? nameKey(name)
    await this.attempts.begin(person, address)
    const right = await argon2.verify(row?.hash ?? (await this.nobodysHash()), passphrase)
    if (row === null || row.hash === null || !right) throw new ApiError('WRONG_PASSPHRASE')
    await this.attempts.succeeded(person, address)
    return this.begin(row.id, from)
  }

  /** Compared with when there is no such person, so that a wrong name takes as long as a wrong passphrase; made for the first of them. */
  private nobodysHash(): Promise<string> {
    return (this.nobody ??= hashOf(randomBytes(16), this.cost))
  }

  /** Begins a session for someone who needs no passphrase, because who asks was checked otherwise. */
  async begin(personId: string, { device, address }: Device): Promise<Begun> {
    const row = await managerOf(this.source).findOneBy(PersonEntity, { id: personId, deletedAt: IsNull() })
    if (row === null) throw new ApiError('PERSON_NOT_FOUND')
    const token = newToken()
    await managerOf(this.source).delete(SessionEntity, { seenAt: LessThan(this.before(SESSION_MS)) })
    const [at, sessionId] = [this.now(), newId()]
    await managerOf(this.source).insert(SessionEntity, {
      tokenHash: tokenHash(token),
      id: sessionId,
      personId,
      begunAt: at,
      seenAt: at,
      device: device.slice(0, 200),
      address: address.slice(0, 60),
    })
    return { token, sessionId, person: personRecord(row) }
  }

  /** Whom a token belongs to; null for none, one that has ended, and someone no longer on the list. */
  async personOf(token: string | undefined): Promise<PersonRecord | null> {
    if (token === undefined || token === '') return null
    const manager = managerOf(this.source)
    const hash = tokenHash(token)
    // Asked with every request: by one statement, past the entities.
    const [row] = await manager.query<(PersonRow & { readonly seenAt: Date })[]>(
      `SELECT person.id, person.name, person.role, person.version, session.seenAt
         FROM sessions session JOIN people person ON person.id = session.personId AND person.deletedAt IS NULL
        WHERE session.tokenHash = ? AND session.seenAt > ?`,
      [hash, this.before(SESSION_MS)],
    )
    if (row === undefined) return null
    if (row.seenAt < this.before(SEEN_EVERY_MS))
      await manager.update(SessionEntity, { tokenHash: hash }, { seenAt: this.now() })
    return personRecord(row)
  }

  async end(token: string | undefined): Promise<void> {
    if (token !== undefined) await managerOf(this.source).delete(SessionEntity, { tokenHash: tokenHash(token) })
  }

  /** Where someone is signed in, the last used first; `token` is the one that asks. */
  async list(personId: string, token: string | undefined): Promise<DeviceSession[]> {
    const rows = await managerOf(this.source).find(SessionEntity, {
      where: { personId, seenAt: MoreThan(this.before(SESSION_MS)) },
      order: { seenAt: 'DESC', id: 'ASC' },
      take: MOST_LISTED,
    })
    const own = token === undefined ? '' : tokenHash(token)
    return rows.map(({ id, tokenHash: hash, begunAt, seenAt, device, address }) => ({
      id,
      device,
      address,
      begunAt: (begunAt ?? seenAt).toISOString(),
      seenAt: seenAt.toISOString(),
      own: hash === own,
    }))
  }

  /** Ends one session of someone; one that has ended is none any more. */
  async endOne(personId: string, id: string): Promise<void> {
    await managerOf(this.source).delete(SessionEntity, { personId, id })
  }

  private before(ms: number): Date {
    return new Date(this.now().getTime() - ms)
  }
}

/** What a sign-in comes from, as the request says. */
export interface Device {
  /** What the browser calls itself. */
  readonly device: string
  readonly address: string
}

export function deviceOf(request: Request): Device {
  return { device: request.get('user-agent') ?? '', address: request.ip ?? '' }
}

export interface Begun {
  /** For the cookie; the database never sees it. */
  readonly token: string
  /** By which it is listed and ended. */
  readonly sessionId: string
  readonly person: PersonRecord
}
