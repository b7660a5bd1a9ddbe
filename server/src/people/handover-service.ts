import { IsNull, LessThan, MoreThan, type DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import type { HandoverMade, HandoverState } from '@emery/core/api'
import { inTransaction, managerOf } from '../database/unit-of-work.ts'
import { ApiError } from '../http/errors.ts'
import { SignInAttempts } from './attempts.ts'
import { HandoverEntity } from './handover.entity.ts'
import { SessionEntity } from './person.entity.ts'
import type { Begun, Device, SessionService } from './session-service.ts'
import { newToken, tokenHash } from './tokens.ts'

/** How long a link is good for: as long as it takes to pick up a phone. */
export const HANDOVER_MS = 120_000
/** How long it is remembered what became of a link, for the desk that showed it. */
const REMEMBERED_MS = 3600_000

/** Links that sign whoever shows them in on one more device, once, within two minutes. */
export class HandoverService {
  private readonly attempts: SignInAttempts

  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
    private readonly sessions: SessionService,
  ) {
    this.attempts = new SignInAttempts(source, now)
  }

  /** A new link of someone; the one they showed before is worth nothing from now on. */
  async make(personId: string, path: string): Promise<HandoverMade> {
    const token = newToken()
    const [id, now] = [newId(), this.now().getTime()]
    const expiresAt = new Date(now + HANDOVER_MS)
    const manager = managerOf(this.source)
    await manager.delete(HandoverEntity, { expiresAt: LessThan(new Date(now - REMEMBERED_MS)) })
    await manager.delete(HandoverEntity, { personId, sessionId: IsNull() })
    await manager.insert(HandoverEntity, {
      id,
      tokenHash: tokenHash(token),
      personId,
      path,
      expiresAt,
      sessionId: null,
    })
    return { id, token, expiresAt: expiresAt.toISOString() }
  }

  /** What became of a link, for whoever made it; another's is none. */
  async stateOf(id: string, personId: string): Promise<HandoverState> {
    const row = await managerOf(this.source).findOneBy(HandoverEntity, { id, personId })
    if (row === null) throw new ApiError('HANDOVER_OVER')
    if (row.sessionId === null)
      return { is: row.expiresAt.getTime() > this.now().getTime() ? 'open' : 'over', device: null }
    const session = await managerOf(this.source).findOneBy(SessionEntity, { id: row.sessionId })
    return { is: 'used', device: session?.device ?? null }
  }

  /**
   * Uses a link up and begins a session of whoever made it. Guesses are counted like those of passphrases, by address. A link that was used, is too
   * old, or never was, gets the same answer.
   */
  async take(token: string, from: Device): Promise<Begun & { readonly path: string }> {
    await this.attempts.begin('handover', from.address)
    return await inTransaction(this.source, async (manager) => {
      const row = await manager.findOne(HandoverEntity, {
        where: { tokenHash: tokenHash(token), sessionId: IsNull(), expiresAt: MoreThan(this.now()) },
        lock: { mode: 'pessimistic_write' },
      })
      if (row === null) throw new ApiError('HANDOVER_OVER')
      const begun = await this.sessions.begin(row.personId, from)
      await manager.update(HandoverEntity, { id: row.id }, { sessionId: begun.sessionId })
      await this.attempts.succeeded('handover', from.address)
      return { ...begun, path: row.path }
    })
  }
}
