import type { Request, RequestHandler, Response } from 'express'
import { LessThan, type DataSource, type EntityManager } from 'typeorm'
import { validate as isUuid } from 'uuid'
import { EDIT_HEADER } from '@emery/core/api'
import type { AuditLog } from '../audit/audit-log.ts'
import type { LiveNews } from '../live/live-news.ts'
import type { DiskRoom } from '../database/disk-room.ts'
import { inTransaction } from '../database/unit-of-work.ts'
import { ApiError } from '../http/errors.ts'
import { personOf } from '../people/rights.ts'
import { EditEntity } from './edit.entity.ts'

/** How long a change is remembered: whoever was away for longer asks before sending anything again. */
const KEPT_MS = 30 * 24 * 3600_000
/** Changes between two looks for those that are too old. */
const TIDY_EVERY = 500

/** What a write's address may hold; which of them it does, its route says. */
interface PathParts {
  readonly id: string
  readonly key: string
  readonly driveId: string
}

/** Makes a handler of what a write does: the body of the answer is what `work` comes to. */
export type Write = (
  status: 200 | 201 | 204,
  work: (request: Request<PathParts>, response: Response) => Promise<unknown>,
) => RequestHandler

interface WriteParts {
  readonly now: () => Date
  readonly audit: AuditLog
  readonly room: DiskRoom
  readonly news: LiveNews
}

/**
 * Every write of the API goes through here. It is one transaction: all that it changes is there, or nothing is. And it is made once: a
 * request says with `Emery-Edit` which change it is, the id is kept in the same transaction, and whoever says it again, because the answer was
 * lost or the request went twice, is answered as the first time. A repeat that comes while the first is under way waits for it. What was refused
 * is not remembered. What concerns others is recorded along with it.
 */
export function writesOnce(source: DataSource, { now, audit, room, news }: WriteParts): Write {
  let made = 0
  return (status, work) => async (request, response) => {
    const id = editIdOf(request)
    await room.check()
    const answer = await inTransaction(source, async (manager) => {
      const edit = id === undefined ? null : { id, personId: personOf(response).id, what: whatOf(request) }
      const before = edit === null ? null : await claimed(manager, { ...edit, status, madeAt: now() })
      if (before !== null) return before
      const done = await work(request as unknown as Request<PathParts>, response)
      await audit.ofWrite(request, response, done)
      await news.written(subjectOf(request))
      const body = JSON.stringify(done) as string | undefined
      if (edit !== null) await manager.update(EditEntity, { id: edit.id }, { answer: body ?? null })
      return { status, answer: body ?? null }
    })
    if (++made % TIDY_EVERY === 0)
      await source.manager.delete(EditEntity, { madeAt: LessThan(new Date(now().getTime() - KEPT_MS)) })
    response.status(answer.status)
    if (answer.answer === null) response.end()
    else response.type('application/json').send(answer.answer)
  }
}

interface Answer {
  readonly status: number
  readonly answer: string | null
}

/** Keeps the id of a change; if it was made before, what it was answered with. Waits while it is being made by another request. */
async function claimed(
  manager: EntityManager,
  edit: {
    readonly id: string
    readonly personId: string
    readonly what: string
    readonly status: number
    readonly madeAt: Date
  },
): Promise<Answer | null> {
  const inserted = await manager
    .createQueryBuilder()
    .insert()
    .into(EditEntity)
    .values({ ...edit, answer: null })
    .orIgnore()
    .updateEntity(false)
    .execute()
  if ((inserted.raw as { readonly affectedRows: number }).affectedRows === 1) return null
  const there = await manager.findOneByOrFail(EditEntity, { id: edit.id })
  if (there.personId !== edit.personId || there.what !== edit.what)
    throw new ApiError('BAD_REQUEST', {
      problems: [{ path: EDIT_HEADER, message: 'stands for another change' }],
    })
  return there
}

function editIdOf(request: Pick<Request, 'get'>): string | undefined {
  const id = request.get(EDIT_HEADER)
  if (id === undefined || isUuid(id)) return id?.toLowerCase()
  throw new ApiError('BAD_REQUEST', { problems: [{ path: EDIT_HEADER, message: 'must be a UUID' }] })
}

/** `jobs` of `/api/jobs/…`, `inspections` of `/api/drives/…/inspections`. */
function subjectOf({ baseUrl }: Pick<Request, 'baseUrl'>): string {
  return baseUrl.split('/').at(-1) ?? ''
}

function whatOf({ method, baseUrl, path }: Pick<Request, 'method' | 'baseUrl' | 'path'>): string {
  return `${method} ${baseUrl}${path}`.slice(0, 200)
}
