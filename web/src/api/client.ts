import { v4 as newId } from 'uuid'
import { EDIT_HEADER, type ErrorBody } from '@emery/core/api'

/** Milliseconds a request gets before the server counts as away. */
const TIMEOUT_MS = 15_000

/** Milliseconds for which an answer that was asked for ahead of its screen serves that screen. */
export const JUST_ASKED = 2000

/** A request that did not do what it should: the server is away, or it refused and said why. */
export class RequestFailure extends Error {
  override readonly name = 'RequestFailure'

  constructor(
    /** Whether asking again later may help. */
    readonly away: boolean,
    message: string,
    readonly details: Partial<ErrorBody['error']> = {},
  ) {
    super(message)
  }
}

let tellSignedOut: () => void = () => undefined

/** Calls `listener` whenever the server says that nobody is signed in. */
export function onSignedOut(listener: () => void): void {
  tellSignedOut = listener
}

interface Ask {
  readonly method?: 'GET' | 'POST' | 'PUT' | 'DELETE'
  readonly json?: unknown
  readonly text?: { readonly content: string; readonly type: string }
  readonly file?: Blob
  /** The change this is, where whoever asks keeps it under an id of its own. */
  readonly edit?: string
  /** Milliseconds to wait, for what takes longer than most. */
  readonly timeout?: number
}

/**
 * Changes whose answer never came, by what they say, with the id they were sent under. The server may have made them: whoever asks for the
 * same once more says which change it is, and it is made once.
 */
const unanswered = new Map<string, string>()

/** Tells files apart that are sent as they are. */
const fileIds = new WeakMap<Blob, string>()

function contentOf(body: string | Blob | undefined): string {
  if (!(body instanceof Blob)) return body ?? ''
  const known = fileIds.get(body) ?? newId()
  fileIds.set(body, known)
  return known
}

/** Asks the server; resolves to the answer's JSON, rejects with a `RequestFailure`. */
export async function ask<Answer>(
  path: string,
  { method = 'GET', json, text, file, edit: own, timeout = TIMEOUT_MS }: Ask = {},
): Promise<Answer> {
  const body = json === undefined ? (file ?? text?.content) : JSON.stringify(json)
  const type = json === undefined ? (file === undefined ? text?.type : 'application/octet-stream') : 'application/json'
  const change = method === 'GET' || own !== undefined ? null : `${method} ${path} ${contentOf(body)}`
  const edit = own ?? (change === null ? null : (unanswered.get(change) ?? newId()))
  let response: Response
  let answer: Answer | undefined
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(timeout),
      headers: {
        ...(type === undefined ? {} : { 'Content-Type': type }),
        ...(edit === null ? {} : { [EDIT_HEADER]: edit }),
      },
      ...(body === undefined ? {} : { body }),
    })
    // An answer that breaks off half-way is as good as none.
    if (response.ok && response.status !== 204) answer = (await response.json()) as Answer
  } catch {
    if (change !== null && edit !== null) unanswered.set(change, edit)
    throw new RequestFailure(true, 'The Emery server is not responding.')
  }
  if (change !== null) unanswered.delete(change)
  if (response.ok) return answer as Answer
  const said = await errorOf(response)
  if (said.code === 'NOT_SIGNED_IN') tellSignedOut()
  // What is refused because the session has ended goes through once someone has signed in again.
  const comesBack = response.status >= 500 || said.code === 'TOO_MANY_REQUESTS' || said.code === 'NOT_SIGNED_IN'
  throw new RequestFailure(comesBack, said.message ?? `The server answered ${response.status}.`, said)
}

async function errorOf(response: Response): Promise<Partial<ErrorBody['error']>> {
  try {
    return ((await response.json()) as Partial<ErrorBody>).error ?? {}
  } catch {
    return {}
  }
}
