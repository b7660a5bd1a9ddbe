import { v4 as newId } from 'uuid'
import { forgetChange, keepChange, waitingChanges, type Waiting } from '../saving/outbox.ts'
import { ask, RequestFailure } from './client.ts'

/** A write as plain data: what is kept in this browser until the server has answered it. */
export interface WriteRequest {
  readonly method: 'POST' | 'PUT' | 'DELETE'
  /** Below `/api`. */
  readonly path: string
  readonly json?: unknown
  /** A picture, sent as it is instead of `json`. */
  readonly file?: Blob
  /** Milliseconds to wait, for what takes longer than most. */
  readonly timeout?: number
}

export type WaitingWrite = Waiting<WriteRequest>

const ROW = 'write '

let person = ''

/** What this person's writes have made of each row, for as long as the page is open. */
const versionsOf = new Map<string, Versions>()

/** Whose writes these are from now on: what is kept is sent by nobody else. */
export function writesAreOf(name: string): void {
  if (name !== person) versionsOf.clear()
  person = name
}

let lastMoment = 0

/** Now, ms since 1970; two writes of this page never share a moment, so that their order is known. */
function nextMoment(): number {
  lastMoment = Math.max(Date.now(), lastMoment + 1)
  return lastMoment
}

/** The last write of each row that this page has on its way: the next waits for it. */
const onTheWay = new Map<string, Promise<unknown>>()

/**
 * Writes something, and keeps the write in this browser until the server has answered: whoever closes the page meanwhile loses
 * nothing. Writes of one row go one after the other, those of an earlier visit first, and each goes on top of the one before. The same write
 * asked for again while it waits is the same write. Rejects with a `RequestFailure`; one that says `away` will be sent again by itself.
 */
export async function write<Answer>(request: WriteRequest): Promise<Answer> {
  const row = rowOf(request.path)
  const before = await waitingWrites(person)
  const same = before.find((each) => isSame(each, request))
  const waiting: WaitingWrite = same ?? { id: newId(), person, row, madeAt: nextMoment(), change: request }
  if (request.file !== undefined) sentAs.set(request.file, waiting.id)
  const kept = same !== undefined || (await keepChange(waiting))
  try {
    return await inTurn(row, async () => {
      const earlier = (await waitingWrites(person)).filter((each) => each.row === row && each.madeAt < waiting.madeAt)
      for (const each of earlier) await sendKept(each).catch(onlyAway)
      return (await sendKept(waiting)) as Answer
    })
  } catch (reason) {
    if (isAway(reason)) throw new RequestFailure(true, `${reason.message} ${kept ? KEPT : NOT_KEPT}`, reason.details)
    throw reason
  }
}

/** What pictures were sent as, for as long as the page is open: one that is read back from this browser is another object. */
const sentAs = new WeakMap<Blob, string>()

function isSame({ id, change }: WaitingWrite, request: WriteRequest): boolean {
  return request.file === undefined
    ? JSON.stringify(change) === JSON.stringify(request)
    : sentAs.get(request.file) === id && change.path === request.path
}

const KEPT = 'This change is kept in this browser and sent when it answers.'
const NOT_KEPT = 'This browser has no room to keep the change: leave this page open and try again.'

/** Sends what waits from an earlier visit, row by row; what becomes of each is told. Ends at the first the server does not answer. */
export async function sendWaitingWrites(
  waiting: readonly WaitingWrite[],
  told: (write: WaitingWrite, refusal: RequestFailure | null) => void,
): Promise<void> {
  for (const row of new Set(waiting.map((each) => each.row))) {
    for (const each of waiting.filter((some) => some.row === row)) {
      try {
        await inTurn(row, () => sendKept(each))
        told(each, null)
      } catch (reason) {
        if (isAway(reason)) return
        if (!(reason instanceof RequestFailure)) throw reason
        told(each, reason)
      }
    }
  }
}

/** One person's writes that the server has not answered, the oldest first. */
export async function waitingWrites(of: string): Promise<readonly WaitingWrite[]> {
  return (await waitingChanges(of)).filter(
    (each): each is WaitingWrite => each.row.startsWith(ROW) && isWrite(each.change),
  )
}

function isWrite(change: unknown): change is WriteRequest {
  const { method, path, file } = (change ?? {}) as Partial<WriteRequest>
  return (
    ['POST', 'PUT', 'DELETE'].includes(method ?? '') &&
    typeof path === 'string' &&
    path.startsWith('/') &&
    (file === undefined || file instanceof Blob)
  )
}

/** What a write changes: all that is asked of one address goes in order. */
function rowOf(path: string): string {
  return `${ROW}${path.replace(/\?.*$/, '').replace(/\/restore$/, '')}`
}

function inTurn<Answer>(row: string, work: () => Promise<Answer>): Promise<Answer> {
  const next = (onTheWay.get(row) ?? Promise.resolve()).then(work, work)
  onTheWay.set(row, next)
  const done = () => {
    if (onTheWay.get(row) === next) onTheWay.delete(row)
  }
  next.then(done, done)
  return next
}

/**
 * The versions that this page's own writes have made of a row, so that a later one is not in conflict with an earlier one of the same hand. Somebody
 * else's version in between is none of them, and stays a conflict.
 */
class Versions {
  private readonly made = new Map<number, number>()

  /** The write on top of what this row's earlier ones have come to. */
  onTop(request: WriteRequest): WriteRequest {
    const { path, json } = request
    const inBody = (json ?? {}) as { readonly basedOn?: unknown }
    const based =
      typeof inBody.basedOn === 'number' ? inBody.basedOn : Number(/[?&]basedOn=(\d+)/.exec(path)?.[1] ?? NaN)
    const now = this.latest(based)
    if (now === based || Number.isNaN(based)) return request
    return typeof inBody.basedOn === 'number'
      ? { ...request, json: { ...inBody, basedOn: now } }
      : { ...request, path: path.replace(/([?&]basedOn=)\d+/, `$1${now}`) }
  }

  wrote({ json }: WriteRequest, answer: unknown): void {
    const { basedOn } = (json ?? {}) as { readonly basedOn?: unknown }
    const { version } = (answer ?? {}) as { readonly version?: unknown }
    if (typeof basedOn === 'number' && typeof version === 'number' && version > basedOn) this.made.set(basedOn, version)
  }

  private latest(based: number): number {
    const next = this.made.get(based)
    return next === undefined ? based : this.latest(next)
  }
}

async function sendKept({ id, row, change }: WaitingWrite): Promise<unknown> {
  const versions = versionsOf.get(row) ?? new Versions()
  versionsOf.set(row, versions)
  const request = versions.onTop(change)
  const { method, path, json, file, timeout } = request
  try {
    const answer = await ask<unknown>(path, {
      method,
      edit: id,
      ...(json === undefined ? {} : { json }),
      ...(file === undefined ? {} : { file }),
      ...(timeout === undefined ? {} : { timeout }),
    })
    versions.wrote(request, answer)
    await forgetChange(id)
    return answer
  } catch (reason) {
    // Refused: it was not made, and asking again would change nothing.
    if (!isAway(reason)) await forgetChange(id)
    throw reason
  }
}

function isAway(reason: unknown): reason is RequestFailure {
  return reason instanceof RequestFailure && reason.away
}

function onlyAway(reason: unknown): void {
  if (isAway(reason)) throw reason
}
