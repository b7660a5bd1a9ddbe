import type { ErrorBody } from '@emery/core'

/** Milliseconds a request gets before the server counts as away. */
const PATIENCE_MS = 15_000

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
  /** Milliseconds to wait, for what takes longer than most. */
  readonly patience?: number
}

/** Asks the server; resolves to the answer's JSON, rejects with a `RequestFailure`. */
export async function ask<Answer>(
  path: string,
  { method = 'GET', json, text, file, patience = PATIENCE_MS }: Ask = {},
): Promise<Answer> {
  const body = json === undefined ? (file ?? text?.content) : JSON.stringify(json)
  const type = json === undefined ? (file === undefined ? text?.type : 'application/octet-stream') : 'application/json'
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(patience),
      ...(body === undefined ? {} : { body }),
      ...(type === undefined ? {} : { headers: { 'Content-Type': type } }),
    })
  } catch {
    throw new RequestFailure(true, 'Emery’s server does not answer.')
  }
  if (response.ok) return (response.status === 204 ? undefined : await response.json()) as Answer
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
