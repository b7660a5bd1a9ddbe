import type { Request, Response } from 'express'
import { LessThan, Like, type DataSource, type FindOptionsWhere } from 'typeorm'
import { AUDIT_PAGE, type AuditedAction, type AuditPage, type PersonRecord } from '@emery/core/api'
import { likeOf } from '../board/words.ts'
import { managerOf } from '../database/unit-of-work.ts'
import { subjectOf } from '../deleted/kinds.ts'
import { AuditEntity, type AuditRow } from './audit.entity.ts'

/** Who asks, and from where. */
interface Asker {
  readonly person: PersonRecord | null
  readonly address: string
}

interface AuditQuery {
  /** Only entries older than this one. */
  readonly before: number | null
  readonly action: AuditedAction | null
  /** What stands in the name of whoever did it, or in what it was done to. */
  readonly words: string
}

/** Which writes are recorded, the first that matches. What is everyday work has its own history: a drive's versions, a job's ticks. */
const AUDITED_WRITES: readonly (readonly [method: string, path: RegExp, action: AuditedAction])[] = [
  ['DELETE', /^\/people\/[^/]+\/sessions\//, 'people'],
  ['DELETE', /^\//, 'delete'],
  ['POST', /\/restore$/, 'restore'],
  ['POST', /^\/vehicles\/import$/, 'import'],
  ['POST', /^\/people(\/|$)/, 'people'],
  ['PUT', /^\/people\//, 'people'],
  ['PUT', /^\/(rules|knowledge)(\/|$)/, 'rules'],
]

/** Who did what to whom, for leads to read. Entries are only ever added. */
export class AuditLog {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  async add(
    action: AuditedAction,
    { person, address }: Asker,
    what: string,
    subjectId: string | null = null,
  ): Promise<void> {
    await managerOf(this.source).insert(AuditEntity, {
      at: this.now(),
      personId: person?.id ?? null,
      by: person?.name ?? '',
      address: address.slice(0, 60),
      action,
      subjectId,
      what: what.slice(0, 300),
    })
  }

  /** Records a write in the transaction that makes it, if it is of a kind that is recorded. */
  async ofWrite(request: Request, response: Response, answer: unknown): Promise<void> {
    const path = pathOf(request)
    const action = AUDITED_WRITES.find(([method, pattern]) => method === request.method && pattern.test(path))?.[2]
    if (action === undefined) return
    const subject = await subjectOf(managerOf(this.source), path)
    const what = [subject?.words ?? namedIn(answer), path.endsWith('/passphrase') ? 'passphrase' : roleIn(answer)]
    const words = what.filter((part) => part !== '').join(', ')
    await this.add(action, askerOf(request, response), words === '' ? path : words, subject?.id ?? null)
  }

  /** The newest first. */
  async page({ before, action, words }: AuditQuery): Promise<AuditPage> {
    const narrowed: FindOptionsWhere<AuditRow> = {
      ...(before === null ? {} : { id: LessThan(before) }),
      ...(action === null ? {} : { action }),
    }
    const like = Like(likeOf(words))
    const where =
      words === ''
        ? narrowed
        : [
            { ...narrowed, by: like },
            { ...narrowed, what: like },
          ]
    const rows = await managerOf(this.source).find(AuditEntity, { where, order: { id: 'DESC' }, take: AUDIT_PAGE + 1 })
    return {
      more: rows.length > AUDIT_PAGE,
      entries: rows.slice(0, AUDIT_PAGE).map(({ id, at, by, address, action: done, what }) => ({
        id,
        at: at.toISOString(),
        by,
        address,
        action: done,
        what,
      })),
    }
  }
}

/** Who makes a request, behind `enforceRights` or before it. */
export function askerOf(request: Request, response: Response): Asker {
  return { person: (response.locals['person'] as PersonRecord | undefined) ?? null, address: request.ip ?? '' }
}

/** Below `/api`. */
function pathOf({ baseUrl, path }: Request): string {
  return `${baseUrl}${path}`.replace(/^\/api/, '').replace(/(.)\/$/, '$1')
}

/** What an answer calls the row it is about. */
function namedIn(answer: unknown): string {
  const { name } = (answer ?? {}) as { readonly name?: unknown }
  return typeof name === 'string' ? name : ''
}

function roleIn(answer: unknown): string {
  const { role } = (answer ?? {}) as { readonly role?: unknown }
  return typeof role === 'string' ? role : ''
}
